import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { demoDirectory } from '../../demo/directory'
import type { Exchange, SentField, TakenField } from '../partner'
import { replaceQuestion } from './library'
import {
  articleOf,
  changesInWords,
  Directory,
  mappedDesign,
  placeInWords,
  proofread,
  referencesOf,
  usesOfAnswer,
  usesOfField,
  type Design,
} from '.'

const directory = new Directory(demoDirectory())
const STATE: SentField = {
  ...{ id: 'state', name: 'State', type: 'choice', from: { fact: 'statusGroup' } },
  values: ['new', 'active', 'waiting', 'done'].map((one) => ({ ours: one, sent: `s-${one}`, name: one })),
}
const TITLE: SentField = {
  id: 'title',
  name: 'Title',
  type: 'text',
  from: { text: '{reference}: {summary}' },
}
const URGENT: TakenField = {
  ...{ from: 'urgent', to: 'priority', otherwise: 'p3' },
  values: [{ theirs: 'yes', ours: 'p1' }],
}
const begins = {
  table: {
    ...{ id: 'begins', name: 'What begins', columns: ['theirs.sort'], outcomes: ['item'] },
    rows: [{ id: 'r1', cells: [{ op: 'is' as const, value: 'gate' }], outcome: { item: 'gate-scanner' } }],
  },
  ...{ otherwise: 'something-else', portal: 'merrow', requester: 'ines-varga' },
}
const exchange = (
  more: Partial<Exchange['sends']> = {},
  takes: Partial<Exchange['takes']> = {},
): Exchange => ({
  ...{ id: 'varnes', name: 'Varnes Harbour Works' },
  sends: { fields: [STATE, TITLE], ...more },
  takes: { fields: [URGENT], begins, ...takes },
})
const withExchange = (one: Exchange): Design => ({ ...demoDesign(), exchanges: [one] })
/** What is found in an exchange, without the article: `sends-state exchangeTwice`. */
const found = (one: Exchange) =>
  proofread(withExchange(one), directory)
    .filter(({ place }) => place.startsWith('partners/varnes'))
    .map(({ place, code }) => `${place.slice('partners/varnes'.length + 1)} ${code}`.trim())

// Common practice with no source: what an exchange must not be.
describe('what is wrong in an exchange', () => {
  it('is nothing in one of which every value is there', () => {
    expect(
      found(exchange({ rule: { when: { fact: 'item', op: 'is', value: 'gate-scanner' }, on: 'logged' } })),
    ).toEqual([])
  })

  it.each<[string, Exchange, string[]]>([
    [
      'nothing is said of what goes',
      exchange({ fields: [], rule: { when: { all: [] }, on: 'logged' } }),
      ['rule exchangeEmpty'],
    ],
    ['a field is sent twice', exchange({ fields: [TITLE, TITLE] }), ['sends-title exchangeTwice']],
    [
      'a value is said twice',
      exchange({ fields: [{ ...STATE, values: [STATE.values![0]!, ...STATE.values!] }] }),
      ['sends-state exchangeTwice'],
    ],
    [
      'a value is left out',
      exchange({ fields: [{ ...STATE, values: STATE.values!.slice(1) }] }),
      ['sends-state exchangeLacking'],
    ],
    [
      'the value that is left out is never said',
      exchange({
        fields: [
          {
            ...{ ...STATE, values: STATE.values!.slice(1) },
            when: { fact: 'statusGroup', op: 'isNot', value: 'new' },
          },
        ],
      }),
      [],
    ],
    [
      'a fact is none',
      exchange({ fields: [{ ...TITLE, from: { fact: 'moon' } }] }),
      ['sends-title factUnknown'],
    ],
    [
      'a text fills in what is not there',
      exchange({ fields: [{ ...TITLE, from: { text: '{moon}' } }] }),
      ['sends-title fieldUnknown'],
    ],
    [
      'a text is empty',
      exchange({ fields: [{ ...TITLE, from: { text: ' ' } }] }),
      ['sends-title exchangeEmpty'],
    ],
    ['a name is missing', exchange({ fields: [{ ...TITLE, name: '' }] }), ['sends-title nameMissing']],
    [
      'a condition asks for what is not there',
      exchange({ fields: [{ ...TITLE, when: { fact: 'status', op: 'is', value: 'moon' } }] }),
      ['sends-title referenceMissing'],
    ],
    [
      'two fields become one',
      exchange({}, { fields: [URGENT, { from: 'hurry', to: 'priority' }] }),
      ['takes-hurry exchangeTwice'],
    ],
    [
      'a value here is not there',
      exchange({}, { fields: [{ ...URGENT, otherwise: 'moon' }] }),
      ['takes-urgent referenceMissing'],
    ],
    [
      'a field that is set is nowhere',
      exchange({}, { fields: [{ from: 'x', to: 'field.moon' }] }),
      ['takes-x referenceMissing'],
    ],
    [
      'a ticket cannot begin',
      exchange(
        {},
        {
          begins: {
            ...begins,
            otherwise: undefined,
            table: { ...begins.table, rows: [] },
          } as Exchange['takes']['begins'],
        },
      ),
      ['begins exchangeEmpty'],
    ],
    [
      'a table asks for a fact of ours',
      exchange({}, { begins: { ...begins, table: { ...begins.table, columns: ['status'] } } }),
      ['begins factUnknown'],
    ],
    [
      'who asks is nobody',
      exchange({}, { begins: { ...begins, requester: 'nobody' } }),
      ['begins referenceMissing'],
    ],
    [
      'a question is answered that nobody asks',
      exchange({}, { begins: { ...begins, answers: [{ from: 'seen', question: 'moon' }] } }),
      ['begins referenceMissing'],
    ],
    [
      'a number is answered in words',
      exchange({}, { begins: { ...begins, answers: [{ from: 'seen', question: 'gates' }] } }),
      ['begins valueMisfit'],
    ],
    [
      'a question is answered twice, once by nothing',
      exchange(
        {},
        { begins: { ...begins, answers: ['seen', ''].map((from) => ({ from, question: 'details' })) } },
      ),
      ['begins nameMissing', 'begins exchangeTwice'],
    ],
    [
      'something is owed without a name, a time, hours, or anything that keeps it',
      exchange({}, { owed: [{ id: 'o', name: ' ', calendar: 'moon', granted: {}, keptWhen: { all: [] } }] }),
      ['owed nameMissing', 'owed referenceMissing', 'owed levelWithoutTimes', 'owed conditionNeverHolds'],
    ],
    [
      'what is owed takes no time, or is owed twice',
      exchange(
        {},
        {
          owed: ['PT0S', 'soon'].map((p1) => ({
            ...{ id: 'o', name: 'Good', calendar: 'clock', granted: { p1 } },
            keptWhen: { fact: 'theirs.yard', op: 'is' as const, value: 'good' },
          })),
        },
      ),
      ['owed duplicateId', 'owed noTime', 'owed durationUnreadable'],
    ],
  ])('is said where %s', (_, one, codes) => expect(found(one)).toEqual(codes))

  it('is nothing in a condition on what they say', () => {
    const when = { fact: 'theirs.sort', op: 'is' as const, value: 'gate' }
    expect(found(exchange({}, { fields: [{ ...URGENT, when }] }))).toEqual([])
    // What is sent knows nothing of that.
    expect(found(exchange({ fields: [{ ...TITLE, when }] }))).toEqual(['sends-title factUnknown'])
  })
})

describe('an exchange goes by other parts of the design', () => {
  const asking = exchange(
    {
      fields: [
        { ...TITLE, from: { text: '{form.gates} gates' } },
        { id: 'stopped', name: 'Stopped', type: 'yesNo', from: { fact: 'form.boardingStopped' } },
        { ...STATE, when: { fact: 'field.dueBack', op: 'filled' } },
      ],
    },
    { begins: { ...begins, answers: [{ from: 'seen', question: 'details' }] } },
  )

  it('which say so, and are called otherwise in it', () => {
    const design = withExchange(asking)
    for (const name of ['gates', 'boardingStopped', 'details'])
      expect(usesOfAnswer(design, name).map((one) => one.place)).toContain('partners/varnes')
    expect(usesOfField(design, 'dueBack').map((one) => one.place)).toContain('partners/varnes')
    const steps = replaceQuestion(
      {
        ...design,
        questions: [
          ...design.questions,
          { ...design.questions.find((one) => one.name === 'boardingStopped')!, name: 'halted' },
        ],
      },
      'boardingStopped',
      'halted',
    ).steps
    const after = steps.find((one) => one.list === 'exchanges')?.after as Exchange
    expect(after.sends.fields[1]!.from).toEqual({ fact: 'form.halted' })
    const told = { ...design.questions.find((one) => one.name === 'details')!, name: 'told' }
    const other = replaceQuestion(
      { ...design, questions: [...design.questions, told] },
      'details',
      'told',
    ).steps.find((one) => one.list === 'exchanges')?.after as Exchange
    expect(other.takes.begins?.answers).toEqual([{ from: 'seen', question: 'told' }])
  })

  it('and is in the words of another directory, or does without', () => {
    const sorted: TakenField = {
      ...{ from: 'where', to: 'team', otherwise: 'networks' },
      values: [{ theirs: 'radio', ours: 'bridge-radio' }],
    }
    const design = withExchange(exchange({}, { fields: [sorted] }))
    expect(referencesOf(design)).toContainEqual({ what: 'team', id: 'bridge-radio' })
    const there = mappedDesign(design, (_, id) => `there-${id}`).exchanges[0]!
    expect(there.takes.fields[0]).toMatchObject({
      otherwise: 'there-networks',
      values: [{ ours: 'there-bridge-radio' }],
    })
    expect(there.takes.begins!.requester).toBe('there-ines-varga')
    const bare = mappedDesign(design, () => undefined).exchanges[0]!
    expect(bare.takes.begins).toBeUndefined()
    expect(bare.takes.fields[0]).toEqual({ from: 'where', to: 'team', values: [] })
  })

  it('and tells what has changed of it', () => {
    const before = withExchange(exchange())
    const after = withExchange(
      exchange(
        { notes: true, fields: [{ ...STATE, values: STATE.values!.slice(1) }, TITLE] },
        { fields: [{ ...URGENT, conflict: 'ask' }] },
      ),
    )
    expect(changesInWords(before, after, directory)).toMatchObject([
      {
        ...{ article: 'Partner desks', name: 'Exchange with “Varnes Harbour Works”' },
        says: ['sends notes', expect.stringContaining('State'), expect.stringContaining('urgent → priority')],
      },
    ])
  })

  it('and is found at its place', () => {
    const design = withExchange(exchange())
    expect(articleOf(design, 'partners/varnes#sends-state')).toBe('partners#varnes-sends-state')
    expect(placeInWords(design, 'partners/varnes#takes-urgent')).toContain('what is taken in: urgent')
  })
})
