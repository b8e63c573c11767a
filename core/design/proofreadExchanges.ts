import { factsOf, mayHold, testsOf, type Condition } from '../condition'
import { fieldOf } from '../fields'
import { termsOfFact, type ValueSet } from '../facts'
import { isInWords } from '../intake'
import { theirFieldOf, type Exchange, type SentField, type TakenField } from '../partner'
import { grantedTime, isNever } from './proofreadLevels'
import type { Reader } from './reader'
import { fieldsOf } from './templateFields'

/** What is exchanged with partner desks: what it refers to, and whether every value is one that there is. */
export function exchanges(reader: Reader): void {
  for (const exchange of reader.design.exchanges) exchangeOf(reader, exchange)
}

function exchangeOf(reader: Reader, exchange: Exchange): void {
  const { id, name, sends, takes } = exchange
  const place = `partners/${id}`
  if (!name.trim()) reader.error(place, 'nameMissing', 'has no name')
  if (sends.rule) {
    asked(reader, `${place}#rule`, sends.rule.when)
    if (!sends.fields.length)
      reader.error(`${place}#rule`, 'exchangeEmpty', 'sends tickets, and nothing of them; choose fields')
  }
  once(
    sends.fields.map((one) => one.id),
    (field) => reader.error(`${place}#sends-${field}`, 'exchangeTwice', `“${field}” is sent twice`),
  )
  once(
    takes.fields.map((one) => one.to),
    (to) => {
      const { from } = takes.fields.findLast((one) => one.to === to)!
      reader.error(
        `${place}#takes-${from}`,
        'exchangeTwice',
        `two fields of theirs become “${to}”; choose one`,
      )
    },
  )
  for (const field of sends.fields) sent(reader, `${place}#sends-${field.id}`, field)
  for (const field of takes.fields) taken(reader, `${place}#takes-${field.from}`, field)
  beginning(reader, place, exchange)
  owed(reader, `${place}#owed`, exchange)
}

/** What the partner owes: when it counts, how long it takes, and what keeps it. */
function owed(reader: Reader, place: string, { takes }: Exchange): void {
  const all = takes.owed ?? []
  once(
    all.map(({ id }) => id),
    (id) => reader.error(place, 'duplicateId', `“${id}” is owed twice; give one another id`),
  )
  for (const { name, calendar, granted, by, keptWhen, restsWhen } of all) {
    if (!name.trim()) reader.error(place, 'nameMissing', 'owes something without a name')
    reader.refers(place, 'calendar', calendar)
    for (const [priority, duration] of Object.entries(granted)) {
      reader.refers(place, 'priority', priority)
      grantedTime(reader, place, name, duration)
    }
    if (!by && !Object.keys(granted).length)
      reader.remark(
        place,
        'levelWithoutTimes',
        `“${name}” has no time; write some, or say which of their fields has it`,
      )
    asked(reader, place, keptWhen, true)
    if ('all' in keptWhen && !keptWhen.all.length)
      reader.error(
        place,
        'conditionNeverHolds',
        `“${name}” is kept from the first moment on; say what keeps it`,
      )
    asked(reader, place, restsWhen, true)
  }
}

/** Tells of each that is there more than once. */
function once(list: readonly string[], tell: (one: string) => void): void {
  for (const one of new Set(list.filter((each, at) => list.indexOf(each) < at))) tell(one)
}

/** A condition of our tickets, and of what the partner says of theirs. */
function asked(reader: Reader, place: string, condition: Condition | undefined, isOfBoth = false): void {
  if (!condition) return
  const isTheirs = (fact: string) => isOfBoth && theirFieldOf(fact) !== undefined
  for (const fact of factsOf(condition)) if (!isTheirs(fact)) reader.fact(place, fact)
  for (const test of testsOf(condition)) if (!isTheirs(test.fact)) reader.test(place, test)
  reader.reasons(place, condition)
  if (isNever(condition))
    reader.remark(place, 'conditionEmpty', 'holds for no ticket, so nothing comes of it')
}

function sent(reader: Reader, place: string, field: SentField): void {
  const { id, name, from, values } = field
  if (!id.trim() || !name.trim()) reader.error(place, 'nameMissing', 'has no name')
  asked(reader, place, field.when)
  if ('fact' in from) {
    reader.fact(place, from.fact)
    for (const { ours } of values ?? []) valueOf(reader, place, from.fact, ours)
    lacking(reader, place, field, from.fact)
  }
  if ('text' in from) {
    if (!from.text.trim()) reader.error(place, 'exchangeEmpty', 'says nothing; write something')
    for (const one of fieldsOf(from.text))
      reader.filledIn(place, one, `fills in {${one}}, which no ticket has; choose another`)
  }
  once(
    (values ?? []).map((one) => one.ours),
    (ours) => reader.error(place, 'exchangeTwice', `says twice what is sent for “${ours}”`),
  )
}

/** Values that the ticket can have while the field is said, and of which nothing is. */
function lacking({ domains, remark }: Reader, place: string, { values = [], when }: SentField, fact: string) {
  const domain = domains[fact]
  if (!values.length || domain?.type !== 'choice') return
  const left = domain.values.filter(
    (one) => values.every(({ ours }) => ours !== one) && (!when || mayHold(when, { [fact]: one })),
  )
  if (left.length)
    remark(
      place,
      'exchangeLacking',
      `says nothing of ${left.length} ${left.length === 1 ? 'value' : 'values'}: ${left.slice(0, 5).join(', ')}${left.length > 5 ? ' …' : ''}`,
    )
}

function taken(reader: Reader, place: string, field: TakenField): void {
  const { from, to, values, otherwise } = field
  if (!from.trim()) reader.error(place, 'nameMissing', 'takes in a field without a name')
  asked(reader, place, field.when, true)
  const own = fieldOf(to)
  if (own !== undefined) {
    reader.refers(place, 'field', own)
    const isHad = reader.design.kinds.some(({ fields }) => fields.some((one) => one.field === own))
    if (reader.ids.field!.has(own) && !isHad)
      reader.error(place, 'fieldNotOfKind', `sets “${own}”, which no ticket kind has`)
  }
  for (const { ours } of values ?? []) valueOf(reader, place, to, ours)
  if (otherwise !== undefined) valueOf(reader, place, to, otherwise)
  once(
    (values ?? []).map((one) => one.theirs),
    (theirs) => reader.error(place, 'exchangeTwice', `says twice what “${theirs}” is here`),
  )
}

/** What the values of facts are called in references. */
const REFERRED: Partial<Record<ValueSet, string>> = {
  ...{ item: 'catalog item', kind: 'ticket kind', portal: 'portal', category: 'category' },
  ...{ priority: 'priority', status: 'status', queue: 'queue', team: 'team', technician: 'person' },
  ...{ organisation: 'organisation', site: 'site' },
}

/** A value of ours must be one that there is. */
function valueOf(reader: Reader, place: string, fact: string, value: string): void {
  const set = termsOfFact(fact)?.values
  const what = set && REFERRED[set]
  if (fact === 'priority') reader.gives(place, value)
  else if (what) reader.refers(place, what, value)
  else reader.test(place, { fact, op: 'is', value })
}

/** How tickets begin here that the partner sends. */
function beginning(reader: Reader, at: string, { takes }: Exchange): void {
  const { begins } = takes
  if (!begins) return
  const place = `${at}#begins`
  const { table, otherwise, portal, requester, answers = [] } = begins
  for (const fact of table.columns)
    if (theirFieldOf(fact) === undefined)
      reader.error(place, 'factUnknown', `asks for “${fact}”, but only what they say is known then`)
  for (const row of table.rows) {
    if (row.cells.length !== table.columns.length)
      reader.error(place, 'cellsMiscounted', 'has a row with another number of cells than there are columns')
    reader.refers(place, 'catalog item', row.outcome.item)
  }
  reader.refers(place, 'catalog item', otherwise)
  reader.refers(place, 'portal', portal)
  reader.refers(place, 'person', requester)
  for (const { from, question } of answers) {
    if (!from.trim()) reader.error(place, 'nameMissing', 'answers a question by a field without a name')
    reader.refers(place, 'question', question)
    const type = reader.design.questions.find((one) => one.name === question)?.type
    if (type !== undefined && !isInWords(type))
      reader.error(place, 'valueMisfit', `answers “${question}” in words, which it is not; choose another`)
  }
  once(
    answers.map((one) => one.question),
    (question) => reader.error(place, 'exchangeTwice', `answers “${question}” twice`),
  )
  if (!table.rows.length && otherwise === undefined)
    reader.error(place, 'exchangeEmpty', 'no ticket of theirs could begin here; choose a catalog item')
}
