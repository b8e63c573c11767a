import type {
  AnsweredBy,
  Beginning,
  ClockDeed,
  ConflictRule,
  Exchange,
  Owed,
  OfferedType,
  SentField,
  SentValue,
  Source,
  TakenField,
  TakenValue,
} from '../../partner'
import type { DecisionTable } from '../../table'
import type { Naming } from './naming'
import { grantedTimes } from './parts'
import {
  bookOf,
  byKey,
  choice,
  isSame,
  ref,
  shown,
  silent,
  text,
  things,
  when,
  yes,
  type Phrase,
} from './phrase'
import { table } from './rules'

// How the exchange with a partner desk is told where it has changed.

const TYPES: Readonly<Record<OfferedType, string>> = {
  ...{ choice: 'one of several values', text: 'a text', number: 'a number' },
  ...{ yesNo: 'yes or no', day: 'a day', moment: 'a moment' },
}
const RULES: Readonly<Record<ConflictRule, string>> = {
  ...{ ours: 'ours stays', theirs: 'theirs stays', later: 'the later one stays', ask: 'somebody is asked' },
}

/** A fact by its name: “status”. */
const factName = (fact: string, naming: Naming) =>
  naming.condition({ fact, op: 'filled' }).replace(/ is filled in$/, '')
const valueName = (fact: string, value: string, naming: Naming) =>
  naming.condition({ fact, op: 'is', value }).replace(`${factName(fact, naming)} is `, '')

function sourceInWords(source: Source, naming: Naming): string {
  if ('fact' in source) return factName(source.fact, naming)
  return 'text' in source ? `“${source.text}”` : `when the ${source.due} target is due`
}

const sentValues = (fact: string | undefined) =>
  things<SentValue>({
    one: 'value',
    keyOf: (one) => one.ours,
    nameOf: (one, naming) => (fact === undefined ? one.ours : valueName(fact, one.ours, naming)),
    book: bookOf<SentValue>({ ours: silent, sent: text('is sent as'), name: text('is called') }),
    isOrdered: false,
  })

const sentField: Phrase<SentField> = (before, after, naming) => {
  const from = (after ?? before)?.from
  return bookOf<SentField>({
    id: silent,
    name: text('called'),
    type: choice('is', TYPES),
    from: shown('says', sourceInWords),
    values: sentValues(from && 'fact' in from ? from.fact : undefined),
    when: when('only where'),
  })(before, after, naming)
}

const takenField: Phrase<TakenField> = (before, after, naming) => {
  const to = (after ?? before)?.to ?? 'status'
  const named = (value: string) => valueName(to, value, naming)
  return bookOf<TakenField>({
    from: silent,
    to: shown('becomes', factName),
    values: things<TakenValue>({
      one: 'value',
      keyOf: (one) => one.theirs,
      nameOf: (one) => one.theirs,
      book: bookOf<TakenValue>({ theirs: silent, ours: shown('is here', named) }),
      isOrdered: false,
    }),
    otherwise: shown('anything else is', named),
    when: when('only where'),
    conflict: choice('changed on both sides', RULES),
  })(before, after, naming)
}

const spoken = (verb: string) => ({
  replies: yes(`${verb} what is said with the requester`, `${verb} nothing any more of what is said`),
  notes: yes(`${verb} notes`, `${verb} notes no more`),
  files: yes(`${verb} files`, `${verb} files no more`),
})

/** A table of another id is another table, though its rows say the same. */
const beginningTable: Phrase<DecisionTable> = (before, after, naming) => {
  const said = table(before, after, naming)
  return said.length || isSame(before, after) ? said : ['tickets begin by another table, which says the same']
}

export const exchange: Phrase<Exchange> = bookOf<Exchange>({
  id: silent,
  name: text('called'),
  sends: bookOf<Exchange['sends']>({
    earlier: yes('sends what was said before it was asked', 'sends nothing of what was said before'),
    ...spoken('sends'),
    rule: bookOf<NonNullable<Exchange['sends']['rule']>>({
      when: when('sends by itself tickets of which'),
      on: choice('tickets go by themselves', {
        logged: 'as they are logged',
        changed: 'whenever they change',
      }),
    }),
    fields: things<SentField>({
      one: 'sent field',
      keyOf: (one) => one.id,
      nameOf: (one) => one.name,
      book: sentField,
    }),
  }),
  takes: bookOf<Exchange['takes']>({
    ...spoken('takes in'),
    begins: bookOf<Beginning>({
      table: beginningTable,
      otherwise: ref('any other ticket begins as', 'item'),
      portal: ref('tickets begin in the portal', 'portal'),
      mail: text('who asks is found by their field'),
      answers: things<AnsweredBy>({
        one: 'answer',
        keyOf: (one) => one.from,
        nameOf: (one) => one.from,
        book: bookOf<AnsweredBy>({ from: silent, question: ref('answers', 'question') }),
        isOrdered: false,
      }),
      requester: ref('who asks otherwise', 'person'),
    }),
    fields: things<TakenField>({
      one: 'taken field',
      keyOf: (one) => `${one.from} ${one.to}`,
      nameOf: (one, naming) => `${one.from} → ${factName(one.to, naming)}`,
      book: takenField,
    }),
    owed: things<Owed>({
      one: 'promise of theirs',
      keyOf: (one) => one.id,
      nameOf: (one) => one.name,
      book: bookOf<Owed>({
        id: silent,
        name: text('called'),
        calendar: ref('counts in the hours of', 'calendar'),
        granted: grantedTimes,
        by: text('is due when they say, by their field'),
        keptWhen: when('kept once'),
        restsWhen: when('stands still while'),
      }),
    }),
    clocks: bookOf<NonNullable<Exchange['takes']['clocks']>>({
      field: text('targets go by their field'),
      deeds: byKey<ClockDeed>(
        (value) => `at “${value}”`,
        (label) => choice(label, { pause: 'targets pause', resume: 'targets go on' }),
      ),
    }),
  }),
})
