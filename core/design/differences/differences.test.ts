import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../../demo/design'
import { demoDirectory } from '../../../demo/directory'
import { LISTS, TRIAGE_PARTS, type Design } from '../design'
import { Directory } from '../directory'
import { DESIGN_SCHEMA } from '../schema'
import { changesInWords } from '.'

type Schema = {
  $ref?: string
  type?: string
  const?: unknown
  enum?: readonly unknown[]
  anyOf?: readonly Schema[]
  items?: Schema
  properties?: Readonly<Record<string, Schema>>
  required?: readonly string[]
  additionalProperties?: Schema | boolean
}
const { $defs: DEFS } = DESIGN_SCHEMA as unknown as { $defs: Record<string, Schema> }
const properties = DEFS.Design!.properties!

/** A value of a schema with all that it may have, and pairs that differ in one thing somewhere in it. */
interface Variants {
  value: unknown
  pairs: [before: unknown, after: unknown][]
}

/** Texts that mean something of their own, by the name of what holds them: two of each. */
const MEANT: Readonly<Record<string, readonly [unknown, unknown]>> = {
  ...Object.fromEntries(
    ['after', 'every', 'step', 'least', 'granted', 'times', 'respond', 'resolve'].map((name) => [
      name,
      ['PT1H', 'PT3H'],
    ]),
  ),
  WeeklySpan: [
    { day: 1, from: '09:00', to: '17:00' },
    { day: 2, from: '09:00', to: '17:00' },
  ],
  Condition: [
    { all: [{ fact: 'impact', op: 'is', value: 'high' }] },
    { all: [{ fact: 'impact', op: 'is', value: 'low' }] },
  ],
  Cell: [
    { op: 'is', value: 'high' },
    { op: 'is', value: 'low' },
  ],
  columns: ['impact', 'urgency'],
  'CatalogItem.from': ['2026-12-01', '2026-12-24'],
  'CatalogItem.until': ['2026-12-01', '2026-12-24'],
  // Fields of a partner are called as the partner calls them.
  'TakenField.from': ['stage', 'state'],
  'AnsweredBy.from': ['stage', 'state'],
  TakenTarget: ['impact', 'urgency'],
  'TakenField.otherwise': ['high', 'low'],
  'Takes.field': ['stage', 'state'],
  'Portal.question': ['What can we do for you?', 'What is it?'],
}
/** What refers to something by an id, or is one. */
const IDS = new Set([
  ...['id', 'buildsOn', 'calendar', 'priority', 'desk', 'first', 'turnedAway', 'field', 'question', 'status'],
  ...['template', 'tell', 'group', 'kind', 'form', 'category', 'item', 'items', 'portals', 'title', 'target'],
  ...['organisations', 'team', 'person', 'groups', 'roles', 'teams', 'queue', 'rota', 'members', 'moves'],
  ...[
    'checklist',
    'webhook',
    'ladder',
    'role',
    'from',
    'to',
    'instead',
    'otherwise',
    'questions',
    'assignment',
    'teamOrders',
  ],
])
/** What is kept by ids of something; all else is kept by words that people read. */
const KEYED_BY_ID = new Set(['granted', 'assignment', 'teamOrders', 'reply', 'answer', 'reopen'])
let count = 0
const own = (name: string) => `${IDS.has(name) ? 'ref' : 'word'}-${++count}`

/** Names that stand in the address of what holds them. */
const LOCAL = new Set(['Rota', 'RotaLayer', 'DaySpan', 'only', 'LaterWeek', 'FormStep', 'AnswerRead'])

/** The two texts or things that a name means something by. */
function meantBy(schema: Schema, of: string | undefined, name: string, holder: string) {
  const meant =
    MEANT[`${holder}.${name}`] ?? MEANT[of ?? name] ?? (of === undefined ? MEANT[holder] : undefined)
  const isText = typeof meant?.[0] !== 'string' || schema.type === 'string'
  return isText && !schema.items && !schema.anyOf?.length ? meant : undefined
}

function variants(schema: Schema, name: string, holder: string): Variants {
  const of = schema.$ref?.split('/').at(-1)
  const meant = meantBy(schema, of, name, holder)
  if (meant) return { value: meant[0], pairs: [[meant[0], meant[1]]] }
  if (of) return variants(DEFS[of]!, name, of)
  if (schema.const !== undefined) return { value: schema.const, pairs: [] }
  if (schema.enum) {
    const [first, second] = schema.enum
    return { value: first, pairs: second === undefined ? [] : [[first, second]] }
  }
  if (schema.anyOf) return anyOf(schema.anyOf, name, holder)
  if (schema.items) return list(schema.items, name, holder)
  if (schema.properties) return object(schema, holder)
  if (typeof schema.additionalProperties === 'object') return keyed(schema.additionalProperties, name)
  return leaf(schema, name, holder)
}

function leaf({ type }: Schema, name: string, holder: string): Variants {
  if (type === 'number') return { value: 1, pairs: [[1, 2]] }
  if (type === 'boolean') return { value: true, pairs: [[false, true]] }
  if (type === 'null') return { value: null, pairs: [] }
  const words = (): string =>
    (LOCAL.has(holder) && IDS.has(name) && name !== 'id') || holder === 'Translation'
      ? `word-${++count}`
      : own(name)
  const [one, other] = [words(), words()]
  return { value: one, pairs: [[one, other]] }
}

function keyed(of: Schema, name: string): Variants {
  const { value, pairs } = variants(of, name, name)
  const key = own(KEYED_BY_ID.has(name) ? 'id' : 'word')
  return {
    value: { [key]: value },
    pairs: [
      [{}, { [key]: value }],
      ...pairs.map((pair) => pair.map((one) => ({ [key]: one })) as [unknown, unknown]),
    ],
  }
}

function anyOf(some: readonly Schema[], name: string, holder: string): Variants {
  const all = some.map((one) => variants(one, name, holder))
  return {
    value: all[0]!.value,
    pairs: [
      ...all.flatMap((one) => one.pairs),
      ...all.slice(1).map((one): [unknown, unknown] => [all[0]!.value, one.value]),
    ],
  }
}

function list(items: Schema, name: string, holder: string): Variants {
  const { value, pairs } = variants(items, name, holder)
  return {
    value: [value],
    pairs: [[[], [value]], ...pairs.map((pair) => pair.map((one) => [one]) as [unknown, unknown])],
  }
}

function object({ properties: parts = {}, required = [] }: Schema, holder: string): Variants {
  const all = Object.entries(parts).map(([key, part]) => [key, variants(part, key, holder)] as const)
  const value = Object.fromEntries(all.map(([key, one]) => [key, one.value]))
  return {
    value,
    pairs: all.flatMap(([key, one]) => {
      const { [key]: _, ...without } = value
      const changed = one.pairs.map(
        (pair) => pair.map((part) => ({ ...value, [key]: part })) as [unknown, unknown],
      )
      return required.includes(key) ? changed : [[without, value] as [unknown, unknown], ...changed]
    }),
  }
}

const directory = new Directory(demoDirectory())
/** What is told of two designs, each sentence with its subject. */
function told(before: Design, after: Design): string[] {
  return changesInWords(before, after, directory).flatMap(({ name, says }) =>
    says.map((one) => `${name}: ${one}`),
  )
}

function expectWords(before: Design, after: Design, what: string): void {
  const sentences = told(before, after)
  expect([what, sentences.length > 0]).toEqual([what, true])
  for (const one of sentences) {
    expect(one).not.toMatch(/ref-\d|undefined|\[object/)
    expect(one.length).toBeGreaterThan(8)
  }
}

describe('whatever becomes of a design is told in words', () => {
  const design = demoDesign()

  it.each(LISTS)('every part of %s, and no id', (name) => {
    const { pairs } = variants(properties[name]!.items!, name, name)
    // A thing that has another id is another thing.
    const isSame = ([a, b]: [unknown, unknown]) =>
      ['id', ...(name === 'questions' || name === 'fields' ? ['name'] : [])].every(
        (key) => (a as Record<string, unknown>)[key] === (b as Record<string, unknown>)[key],
      )
    const same = pairs.filter(isSame)
    expect(same.length).toBeGreaterThan(0)
    for (const [before, after] of same) {
      const holding = (thing: unknown): Design => ({ ...design, [name]: [...design[name], thing] })
      expectWords(holding(before), holding(after), JSON.stringify([before, after]))
      expectWords(design, holding(after), 'added')
    }
  })

  it('every setting of the desk', () => {
    for (const [before, after] of variants(properties.desk!, 'desk', 'desk').pairs)
      expectWords(
        { ...design, desk: before as Design['desk'] },
        { ...design, desk: after as Design['desk'] },
        JSON.stringify(after),
      )
  })

  it.each(TRIAGE_PARTS)('triage, %s', (part) => {
    const { pairs } = variants(DEFS.Triage!.properties![part]!, part, part)
    const holding = (value: unknown): Design => ({ ...design, triage: { ...design.triage, [part]: value } })
    // Ids of tables are not told: nobody sees them.
    const isId = ([a, b]: [unknown, unknown]) => (a as { id?: string }).id !== (b as { id?: string }).id
    for (const pair of pairs.filter((one) => !isId(one)))
      expectWords(holding(pair[0]), holding(pair[1]), JSON.stringify(pair))
  })
})

describe('changes as a lead says them', () => {
  const before = demoDesign()
  const change = (make: (design: Design) => void) => {
    const after = demoDesign()
    make(after)
    return told(before, after)
  }

  it('of service levels: times, and what they are for', () => {
    expect(
      change(({ serviceLevels }) => {
        const level = serviceLevels.find((one) => one.id === 'round-the-clock')!
        level.targets[0]!.granted.p2 = 'PT1H'
        level.when = { all: [{ fact: 'cover', op: 'is', value: 'Office hours' }] }
      }),
    ).toEqual([
      'Level “Round the clock”: applies where: cover is Office hours instead of cover is Round the clock',
      'Level “Round the clock”: target “Answer”: for II High within 1 hour instead of 2 hours',
    ])
  })

  it('of forms: what is asked, and after what', () => {
    expect(
      change(({ forms, questions }) => {
        questions.push({ name: 'landing', label: 'Which landing?', type: 'text' })
        const [step] = forms.find((one) => one.id === 'gate-scanner')!.steps
        const at = step!.questions.findIndex((one) => one.question === 'gates')
        step!.questions.splice(at + 1, 0, { question: 'landing', required: true })
      }),
    ).toEqual([
      'Question “Which landing?”: is new',
      expect.stringMatching(
        /^Form “Gate scanner”: step “.*”: adds the question “Which landing\?” after “How many gates do not read\?”$/,
      ),
    ])
  })

  it('of tables: rows as sentences, by their numbers', () => {
    expect(
      change(({ triage }) => {
        triage.routing.rows[0]!.outcome.team = 'networks'
        triage.routing.rows.splice(3, 1)
      }),
    ).toEqual([
      'Table “Where it goes”: takes out the row “4: category is under Network and cover is Round the clock → queue Crossings, team Networks”',
      'Table “Where it goes”: row “1: category is under Gates and the answer to “Is boarding stopped?” is yes → queue Boarding, team Networks”: instead of category is under Gates and the answer to “Is boarding stopped?” is yes → queue Boarding, team Bridge & Radio',
    ])
  })

  it('of what is gone: by the names that it had', () => {
    expect(change((design) => void design.moves.shift())).toContain(
      `Move “${before.moves[0]!.name}”: is gone`,
    )
  })

  it('by article, in the order of the outline', () => {
    const after = demoDesign()
    after.serviceLevels[0]!.name = 'Boarding'
    after.items[0]!.name = 'Gates'
    expect(changesInWords(before, after, directory).map((one) => one.article)).toEqual([
      'Catalog and forms',
      'Service levels',
    ])
  })
})
