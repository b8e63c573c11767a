import fc from 'fast-check'
import { EVERY_RIGHT, REQUESTER } from '../rights'
import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { demoDirectory } from '../../demo/directory'
import { Directory, proofread, type DirectoryData } from '../design'
import { isRecord, oneAt, textsIn } from '../lookup'
import {
  conditionNaming,
  designNaming,
  DirectoryWorld,
  FilePlan,
  KINDS,
  linesOf,
  LIST_NAMES,
  mergedOf,
  namedBy,
  usesInDesign,
  type ListName,
  type Merged,
  type Merging,
  type Value,
  type Values,
} from '.'

const design = demoDesign()
const worldOf = (change: (data: DirectoryData) => void = () => undefined) => {
  const data = demoDirectory()
  change(data)
  return new DirectoryWorld(new Directory(data), design)
}
const world = worldOf()
const merged = (list: ListName, from: string, into: string, more: Partial<Merging> = {}) =>
  mergedOf({ list, from, into, rights: EVERY_RIGHT, world, ...more })
const problemsOf = ({ problems }: Merged) => problems.map((one) => `${one.field}: ${one.message}`)

/** That one thing names another. */
interface Tie {
  list: ListName
  id: string
  field: string
  of: ListName
  to: string
}
type Everything = (list: ListName) => Iterable<{ id: string; values: Values }>

function tiesOf(things: Everything): Tie[] {
  return LIST_NAMES.flatMap((list) =>
    [...things(list)].flatMap(({ id, values }) =>
      Object.entries(KINDS[list].fields).flatMap(([field, one]) =>
        'of' in one ? namedBy(one, values[field]).map((to) => ({ list, id, field, of: one.of, to })) : [],
      ),
    ),
  )
}

/** Everything as it is once what becomes of two things is written. */
const afterwards =
  ({ outcome, follow }: Merged, list: ListName, into: string, before: DirectoryWorld): Everything =>
  (other) =>
    [...before.each(other)].map(({ id, values }) => {
      if (other === list && id === into) return { id, values: outcome.values }
      const changed = follow.find((one) => one.list === other && one.id === id)?.changed ?? {}
      const now = Object.entries(changed).map(([name, one]) => [name, one.after] as const)
      return { id, values: { ...values, ...Object.fromEntries(now) } }
    })

describe('two things that are one', () => {
  const idsOf = (list: ListName) => fc.constantFrom(...[...world.each(list)].map((one) => one.id))
  /** More that names something than the sample world has. */
  const wild = fc.array(
    fc.record({
      ...{ person: idsOf('people'), manager: idsOf('people'), team: idsOf('teams') },
      ...{ site: idsOf('sites'), to: idsOf('sites'), minutes: fc.nat(500), skill: idsOf('skills') },
    }),
    { maxLength: 30 },
  )
  const worldWith = (all: typeof wild extends fc.Arbitrary<infer T> ? T : never) =>
    worldOf((data) => {
      for (const { person, manager, team, site, to, minutes, skill } of all) {
        const one = data.people.find(({ id }) => id === person)!
        if (manager !== person) one.manager = manager
        if (one.role !== 'requester') one.teams = [...new Set([...one.teams, team])]
        one.skills = [...new Set([...(one.skills ?? []), skill])]
        const place = data.sites.find(({ id }) => id === site)!
        place.manager = manager
        if (to !== site) place.ways = { ...place.ways, [to]: minutes }
      }
    })

  it.each(['people', 'sites', 'organisations', 'teams', 'queues', 'skills', 'equipment'] as const)(
    'of %s lose nothing, and nothing is there twice',
    (list) => {
      let tried = 0
      const ids = [...world.each(list)].map((one) => one.id)
      const pairs = ids
        .flatMap((from) => ids.map((into) => [from, into] as const))
        .filter(([from, into]) => !merged(list, from, into, { world }).problems.length)
      const property = fc.property(wild, fc.constantFrom(...pairs), (all, [from, into]) => {
        const before = worldWith(all)
        const plan = merged(list, from, into, { world: before })
        if (plan.problems.length) return
        tried++
        const isTold = (field: string) => plan.differing.some((one) => one.field === field)
        const now = (of: ListName, id: string) => (of === list && id === from ? into : id)
        const onGone = (one: Tie) => one.list === list && one.id === from
        const keyOf = (one: Tie) =>
          [one.list, now(one.list, one.id), one.field, one.of, now(one.of, one.to)].join('\n')
        const isOwn = (one: Tie) => one.list === one.of && now(one.list, one.id) === now(one.of, one.to)
        const was = tiesOf((other) => before.each(other)).filter((one) => !isOwn(one))
        const is = tiesOf(afterwards(plan, list, into, before)).filter((one) => !onGone(one))
        const [wanted, found] = [new Set(was.map(keyOf)), new Set(is.map(keyOf))]
        for (const one of was)
          if (!(one.list === list && now(list, one.id) === into && isTold(one.field)))
            expect(found, keyOf(one)).toContain(keyOf(one))
        for (const one of found) expect(wanted).toContain(one)
        expect(is.filter((one) => one.of === list && one.to === from)).toEqual([])
        expect(is.filter(isOwn)).toEqual([])
        expect(found.size).toBe(is.length)
        for (const [name, field] of Object.entries(KINDS[list].fields)) {
          if ('of' in field || isTold(name)) continue
          const kept = plan.outcome.values[name] ?? null
          for (const id of [from, into])
            expect(holds(kept, before.thing(list, id)?.values[name] ?? null), name).toBe(true)
        }
      })
      // The first pair as the sample world has it can always be merged; a circle of managers that
      // the wild part makes is refused, and is no merger.
      fc.assert(property, { numRuns: 25, examples: [[[], pairs[0]!]] })
      expect(tried).toBeGreaterThan(0)
    },
  )

  const holds = (kept: Value, said: Value): boolean => {
    if (said === null || said === '') return true
    if (Array.isArray(said)) return said.every((one) => textsIn(kept).includes(one as string))
    if (isRecord(said)) return Object.entries(said).every(([key, one]) => isRecord(kept) && kept[key] === one)
    return kept === said || String(kept).split('\n').includes(String(said))
  }

  it('keep what only one says, and tell of what both say differently', () => {
    const plan = merged('people', 'pia-lund', 'tora-aas')
    expect(plan.problems).toEqual([])
    expect(plan.outcome.values).toMatchObject({
      name: 'Tora Aas',
      teams: expect.arrayContaining(['networks']),
    })
    expect(plan.differing.map((one) => [one.field, one.keeps])).toEqual(
      expect.arrayContaining([
        ['name', 'into'],
        ['mail', 'into'],
      ]),
    )
    const chosen = merged('people', 'pia-lund', 'tora-aas', { chosen: ['name', 'mail'] })
    expect(chosen.outcome.values).toMatchObject({
      name: 'Pia Lund',
      mail: world.thing('people', 'pia-lund')?.values.mail,
    })
    expect(chosen.problems).toEqual([])
  })

  it('keep the better grade, and both remarks', () => {
    const known = worldOf(({ people }) => {
      const [pia, tora] = ['pia-lund', 'tora-aas'].map((id) => people.find((one) => one.id === id)!)
      Object.assign(pia!, {
        skills: ['fibre', 'radio masts'],
        grades: { fibre: 'expert' },
        remarks: 'Has the keys',
      })
      Object.assign(tora!, { skills: ['fibre'], grades: { fibre: 'learning' }, remarks: 'Left-handed' })
    })
    const { outcome } = merged('people', 'pia-lund', 'tora-aas', { world: known })
    expect(outcome.values.skills).toEqual({ fibre: 'expert', 'radio masts': 'sure' })
    expect(outcome.values.remarks).toBe('Left-handed\nHas the keys')
  })

  it('tell two sites of one name apart where their organisations become one', () => {
    const home = world.thing('sites', 'hallin')!.values
    const named = worldOf(({ sites }) => (sites.find((one) => one.id === 'skerry')!.name = String(home.name)))
    expect(
      merged('organisations', 'heron', String(home.organisation), { world: named }).follow,
    ).toContainEqual({
      ...{ list: 'sites', id: 'skerry' },
      changed: {
        name: { before: home.name, after: `${String(home.name)} (Grey Heron Observatory)` },
        organisation: { before: 'heron', after: home.organisation },
      },
    })
  })

  it.each<[string, Merged, string]>([
    ['of one', merged('teams', 'networks', 'networks'), 'into: these are the same team already'],
    ['of nothing', merged('teams', 'networks', 'gone'), 'into: there is no team “gone”'],
    [
      'of others',
      merged('sites', 'skerry', 'hallin'),
      'into: the two sites belong to Grey Heron Observatory and',
    ],
    [
      'of somebody above and somebody below in a circle',
      merged('people', 'tora-aas', 'odd-brekke', {
        world: worldOf(({ people }) => {
          const managed = (id: string, manager: string) =>
            (people.find((one) => one.id === id)!.manager = manager)
          managed('sefa-lind', 'tora-aas')
          managed('odd-brekke', 'sefa-lind')
        }),
      }),
      'manager: goes in a circle: Odd Brekke → Sefa Lind → Odd Brekke',
    ],
    [
      'that was merged before',
      merged('teams', 'networks', 'field-crew', {
        world: worldOf(
          ({ teams }) => (teams.find((one) => one.id === 'networks')!.mergedInto = 'bridge-radio'),
        ),
      }),
      'into: Networks was merged into Bridge & Radio already; choose that one',
    ],
    [
      'into what is put away',
      merged('teams', 'networks', 'field-crew', {
        world: worldOf(({ teams }) => (teams.find((one) => one.id === 'field-crew')!.active = false)),
      }),
      'into: Field Crew is put away; take it back first',
    ],
  ])('are refused, %s', (_, plan, message) => expect(problemsOf(plan).join()).toContain(message))

  it('leave with the one that goes what the other cannot have', () => {
    const plan = merged('people', 'tora-aas', 'ines-varga')
    expect(plan.problems).toEqual([])
    expect(plan.outcome.values.teams).toEqual([])
    expect(plan.differing).toContainEqual({
      field: 'teams',
      from: ['networks'],
      into: [],
      keeps: 'into',
    })
  })
})

describe('a design that names what was merged', () => {
  const directory = new Directory(demoDirectory())
  // Of two levels for covers that became one, the lower never applies: that is so, and for the lead to see.
  const errors = (one: typeof design) =>
    proofread(one, directory).filter(
      ({ severity, code }) => severity === 'error' && code !== 'levelNeverApplies',
    )

  it.each(LIST_NAMES)('names what stays instead, of %s', (list) => {
    const ids = [...world.each(list)].map((one) => one.id)
    for (const [at, from] of ids.entries()) {
      const into = oneAt(ids, at ? at - 1 : ids.length - 1)
      // A role of the desk never becomes the requesters'.
      if (list === 'roles' && into === REQUESTER) continue
      const after = designNaming(design, directory, { list, from, into })
      expect(usesInDesign(after, directory, list, from)).toEqual([])
      expect(after === design || errors(after).length <= errors(design).length).toBe(true)
      if (!usesInDesign(design, directory, list, from).length && list !== 'skills' && list !== 'covers')
        expect(after).toBe(design)
    }
  })

  it('leaves alone what only has the same id', () => {
    // A queue, a team and a word of the design itself, all of one id.
    const data = demoDirectory()
    data.teams.push({ id: 'boarding', name: 'Boarding' }, { id: 'queue', name: 'Queue' })
    const both = new Directory(data)
    const odd = structuredClone(design)
    odd.triage.otherwise.team = 'boarding'
    const after = designNaming(odd, both, { list: 'teams', from: 'boarding', into: 'networks' })
    expect(after.triage.otherwise).toEqual({ ...odd.triage.otherwise, team: 'networks' })
    expect(usesInDesign(after, both, 'queues', 'boarding')).toEqual(
      usesInDesign(odd, both, 'queues', 'boarding'),
    )
    odd.triage.otherwise.team = 'queue'
    const word = designNaming(odd, both, { list: 'teams', from: 'queue', into: 'networks' })
    expect(word.triage.otherwise.team).toBe('networks')
    expect({ ...word, triage: { ...word.triage, otherwise: odd.triage.otherwise } }).toEqual(odd)
  })

  it('keeps its own words, though a skill or a cover may be called so', () => {
    const odd = structuredClone(design)
    odd.triage.skills!.rows[0]!.outcome.skill = 'skill'
    const after = designNaming(odd, directory, { list: 'skills', from: 'skill', into: 'fibre' })
    expect(after.triage.skills!.rows[0]!.outcome).toEqual({ skill: 'fibre' })
    const named = designNaming(design, directory, { list: 'covers', from: 'cover', into: 'Office hours' })
    expect(named).toBe(design)
  })

  it('says the words of before only where they are a name', () => {
    const said = (one: typeof design) => JSON.stringify(one).split('"Office hours"').length - 1
    const after = designNaming(design, directory, {
      list: 'covers',
      from: 'Office hours',
      into: 'Pay per job',
    })
    expect(said(design)).toBeGreaterThan(5)
    expect(said(after)).toBe(1)
    expect(after.serviceLevels.map((one) => one.name)).toContain('Office hours')
  })
})

describe('a condition that names what was merged', () => {
  it('names what stays, once, and nothing else of that id', () => {
    const merger = { list: 'teams' as const, from: 'networks', into: 'field-crew' }
    const kept = { fact: 'queue', op: 'is' as const, value: 'networks' }
    const before = {
      any: [
        kept,
        { none: [{ fact: 'team', op: 'is' as const, value: 'networks' }] },
        { fact: 'team', op: 'oneOf' as const, value: ['field-crew', 'networks', 'bridge-radio'] },
      ],
    }
    expect(conditionNaming(before, merger)).toEqual({
      any: [
        kept,
        { none: [{ fact: 'team', op: 'is', value: 'field-crew' }] },
        { fact: 'team', op: 'oneOf', value: ['field-crew', 'bridge-radio'] },
      ],
    })
    expect(conditionNaming(before, { ...merger, from: 'tills' })).toBe(before)
  })
})

describe('what was merged', () => {
  const one = worldOf(({ people }) => {
    Object.assign(
      people.find(({ id }) => id === 'pia-lund')!,
      { active: false, mergedInto: 'tora-aas' },
    )
  })

  it('is found as what it became, by id, mail and name', () => {
    const data = demoDirectory()
    Object.assign(
      data.people.find(({ id }) => id === 'pia-lund')!,
      { active: false, mergedInto: 'tora-aas' },
    )
    const directory = new Directory(data)
    expect(directory.people.get('pia-lund')?.id).toBe('tora-aas')
    expect(directory.personOf(data.people.find(({ id }) => id === 'pia-lund')!.mail)?.id).toBe('tora-aas')
    expect(one.named('people', 'Pia Lund')).toEqual([])
    expect(one.thing('people', 'pia-lund')).toMatchObject({ active: false, mergedInto: 'tora-aas' })
  })

  it('has no line in a file, and a line with its id says something of what it became', () => {
    expect([...linesOf('people', one)].map(([id]) => id)).not.toContain('pia-lund')
    const plan = new FilePlan('people', one, EVERY_RIGHT)
    plan.register({ id: 'pia-lund', phone: '+47 55 10 20 30' }, 2)
    expect(plan.plan(0).report).toMatchObject({ outcome: 'changed', id: 'tora-aas' })
  })
})
