import fc from 'fast-check'
import { EVERY_RIGHT, FIRST_ROLES, rightsOf, type Right } from '../rights'
import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { DEMO_BEGINS, demoDirectory } from '../../demo/directory'
import { CompiledDesign, Directory, type DirectoryData } from '../design'
import {
  columnsOf,
  DirectoryWorld,
  FilePlan,
  KINDS,
  linesOf,
  LIST_NAMES,
  missingBeforeOpening,
  outcomeOf,
  usesInDesign,
  usesInDirectory,
  type ListName,
  type Values,
} from '.'

const design = demoDesign()
const worldOf = (change: (data: DirectoryData) => void = () => undefined) => {
  const data = demoDirectory()
  change(data)
  return new DirectoryWorld(new Directory(data), design)
}
const world = worldOf()
const LEAD = rightsOf(FIRST_ROLES.find((one) => one.id === 'lead'))
const said = (list: ListName, given: Values, id?: string, rights: ReadonlySet<Right> = EVERY_RIGHT) =>
  outcomeOf({
    list,
    before: id === undefined ? undefined : world.thing(list, id),
    given,
    rights,
    world,
  })
const problems = (...given: Parameters<typeof said>) =>
  said(...given).problems.map(({ field, message }) => `${field}: ${message}`)

describe('what is said of a thing', () => {
  it('names others by their names, and brings with it what follows', () => {
    const { values, problems: none } = said('people', {
      name: ' Signe  Holm ',
      mail: 'signe@merrow.example',
      role: 'Requester',
      site: 'varnes quay',
      manager: 'Ines Varga',
    })
    expect(none).toEqual([])
    expect(values).toMatchObject({
      ...{ name: 'Signe Holm', role: 'requester', site: 'varnes', organisation: 'merrow' },
      ...{ zone: 'Europe/Oslo', manager: 'ines-varga' },
    })
    // One year from its start unless changed is common practice.
    const agreement = said('agreements', {
      organisation: 'merrow',
      cover: 'office hours',
      first: '2026-02-01',
    })
    expect(agreement.values).toMatchObject({ cover: 'Office hours', last: '2027-01-31' })
  })

  it('changes what is given only, and says what became of it', () => {
    expect(said('teams', { lead: 'tora-aas' }, 'networks').changed).toEqual({
      lead: { before: 'mika-okoro', after: 'tora-aas' },
    })
    expect(said('teams', { lead: 'Mika Okoro' }, 'networks').changed).toEqual({})
    expect(said('teams', { lead: null }, 'networks').changed.lead).toMatchObject({ after: null })
  })

  it.each<[string, ListName, Values, string | undefined, string]>([
    ['nothing', 'organisations', {}, undefined, 'name: say what the organisation is called'],
    ['an unknown field', 'teams', { name: 'A', boss: 'x' }, undefined, 'boss: is not known here'],
    ['a name that is taken', 'teams', { name: 'NETWORKS' }, undefined, 'name: another team has this already'],
    [
      'a mail that is taken',
      'people',
      { mail: 'Ines-Varga@merrow.sound.example' },
      'tora-aas',
      'mail: another person has this already, Ines Varga',
    ],
    ['no mail', 'people', { mail: 'ines' }, 'tora-aas', 'mail: write a mail address'],
    ['nobody of that name', 'teams', { lead: 'Nobody' }, 'networks', 'lead: there is no person “Nobody”'],
    [
      'a zone that is none',
      'sites',
      { zone: 'Sound/Hallin' },
      'hallin',
      'zone: “Sound/Hallin” is not a time zone',
    ],
    [
      'a calendar that is none',
      'sites',
      { calendar: 'moon' },
      'hallin',
      'calendar: the edition in force has no calendar “moon”',
    ],
    ['a needed field emptied', 'sites', { zone: null }, 'hallin', 'zone: choose the zone'],
    [
      'a site of others',
      'people',
      { site: 'skerry' },
      'ines-varga',
      'site: Outer Skerry belongs to Grey Heron Observatory',
    ],
    [
      'an agreement of others',
      'equipment',
      { agreement: '1051' },
      '5001',
      'agreement: agreement 1051 is another',
    ],
    [
      'an end before the beginning',
      'agreements',
      { last: '2020-01-01' },
      '1042',
      'last: ends before it begins',
    ],
    ['half a ticket', 'people', { capacity: 1.5 }, 'tora-aas', 'capacity: write a whole number'],
    ['more hundredths', 'agreements', { amount: 1.005 }, '1042', 'amount: give an amount'],
    [
      'a grade that is none',
      'people',
      { skills: { fibre: 'god' } },
      'tora-aas',
      'skills: how well is one of',
    ],
    ['a way that is no time', 'sites', { ways: { varnes: -1 } }, 'hallin', 'ways: the way to “varnes”'],
    [
      'a language that nobody writes',
      'people',
      { language: 'tlh' },
      'tora-aas',
      'language: the desk writes in',
    ],
    [
      'a telephone without figures',
      'people',
      { phone: 'ring me' },
      'tora-aas',
      'phone: write a telephone number',
    ],
    [
      'a requester in a team',
      'people',
      { teams: ['networks'] },
      'ines-varga',
      'teams: requesters are in no team',
    ],
  ])('refuses %s, saying what to do', (_, list, given, id, message) =>
    expect(problems(list, given, id).join('; ')).toContain(message),
  )

  it('refuses a circle of managers, and names it', () => {
    const circle = worldOf(({ people }) => {
      const managed = (id: string, manager: string) =>
        (people.find((one) => one.id === id)!.manager = manager)
      managed('tora-aas', 'sefa-lind')
      managed('sefa-lind', 'odd-brekke')
    })
    const asked = { list: 'people' as const, rights: EVERY_RIGHT, world: circle }
    const odd = circle.thing('people', 'odd-brekke')!
    expect(outcomeOf({ ...asked, before: odd, given: { manager: 'tora-aas' } }).problems).toMatchObject([
      {
        field: 'manager',
        message: expect.stringContaining('Odd Brekke → Tora Aas → Sefa Lind → Odd Brekke'),
      },
    ])
    expect(outcomeOf({ ...asked, before: odd, given: { manager: 'odd-brekke' } }).problems).toHaveLength(1)
  })

  it('leaves to administrators what lets people in', () => {
    expect(problems('people', { role: 'administrator' }, 'tora-aas', LEAD)).toEqual([
      'role: your role does not say this; ask an administrator',
    ])
    expect(problems('people', { role: 'technician' }, 'tora-aas', LEAD)).toEqual([])
    // Whoever changed the address of a colleague could have a new password sent there.
    expect(problems('people', { mail: 'mine@x.example' }, 'tora-aas', LEAD)).toHaveLength(1)
    expect(problems('people', { mail: 'mine@x.example' }, 'ines-varga', LEAD)).toEqual([])
    expect(problems('people', { role: 'lead' }, 'ada-thorne')).toEqual([
      'role: this is the last administrator; name another first',
    ])
  })

  it('names nothing new that is put away, and keeps what it names already', () => {
    const away = worldOf(({ teams }) => (teams.find((one) => one.id === 'networks')!.active = false))
    const change = (id: string, given: Values) =>
      outcomeOf({
        list: 'people',
        before: away.thing('people', id),
        given,
        rights: EVERY_RIGHT,
        world: away,
      })
    expect(change('pia-lund', { teams: ['networks'] }).problems[0]?.message).toContain('Networks is put away')
    expect(change('tora-aas', { teams: ['networks', 'field-crew'] }).problems).toEqual([])
  })
})

/** A list as its file, read again as `FilePlan` takes it. */
function readAgain(list: ListName, from: DirectoryWorld, into: DirectoryWorld, keepIds = true) {
  const columns = columnsOf(list)
  const plan = new FilePlan(list, into, EVERY_RIGHT)
  let line = 2
  for (const cells of linesOf(list, from)) {
    const record = Object.fromEntries(columns.map((name, at) => [name, cells[at]!]))
    if (!keepIds) Reflect.deleteProperty(record, columns[0]!)
    plan.register(record, line++)
  }
  return { plan, plans: Array.from({ length: plan.length }, (_, at) => plan.plan(at)) }
}

describe('a list as a file', () => {
  it.each(LIST_NAMES)('of %s, out and in again, is the same, with its ids or without', (list) => {
    for (const keepIds of [true, false]) {
      const { plans } = readAgain(list, world, world, keepIds)
      expect(plans.filter((one) => one.report.outcome !== 'same').map((one) => one.report)).toEqual([])
      expect(plans.length).toBe([...world.each(list)].length)
    }
  })

  it.each(LIST_NAMES)('of %s makes the same anew where nothing of it is there', (list) => {
    const names: Partial<Record<ListName, keyof DirectoryData>> = {
      'agreement-types': 'agreementTypes',
      'equipment-types': 'equipmentTypes',
    }
    const empty = worldOf((data) => Object.assign(data, { [names[list] ?? list]: [] }))
    const { plans } = readAgain(list, world, empty)
    const numbered = KINDS[list].numbered === true
    for (const { report, outcome } of plans) {
      // A number is given out by the desk, so a line that has one of a thing that is gone is refused.
      if (numbered) expect(report).toMatchObject({ outcome: 'wrong', problems: [{ field: 'number' }] })
      else expect(outcome?.values).toEqual(world.thing(list, report.id!)?.values)
    }
  })

  it('may name what stands further down, and makes the words that it needs', () => {
    const plan = new FilePlan('people', world, EVERY_RIGHT)
    const columns = { role: 'technician', organisation: '', skills: '' }
    plan.register({ ...columns, name: 'A Pell', mail: 'a@x.example', manager: 'B Pell' }, 2)
    plan.register(
      { ...columns, name: 'B Pell', mail: 'b@x.example', manager: '', skills: 'knots: expert; radio' },
      3,
    )
    expect(plan.plan(0).outcome?.values.manager).toBe('b-pell')
    expect(plan.plan(1).outcome?.values.skills).toEqual({ knots: 'expert', radio: 'sure' })
    expect(plan.makes).toEqual([{ list: 'skills', id: 'knots', name: 'knots' }])
  })

  it('says of two lines of one mail that they are the same, and of each wrong line why', () => {
    const plan = new FilePlan('people', world, EVERY_RIGHT)
    const line = (name: string, mail: string, more: object = {}) => ({
      name,
      mail,
      role: 'requester',
      ...more,
    })
    plan.register(line('C', 'ines-varga@merrow.sound.example'), 2)
    plan.register(line('D', 'INES-VARGA@merrow.sound.example'), 3)
    plan.register(line('E', 'e@x.example', { active: 'maybe' }), 4)
    plan.register(line('F', 'f@x.example', { site: 'Atlantis' }), 5)
    plan.register(line('G', 'f@x.example'), 6)
    const reports = [0, 1, 2, 3, 4].map((at) => plan.plan(at).report)
    expect(reports.map((one) => one.outcome)).toEqual(['changed', 'wrong', 'wrong', 'wrong', 'wrong'])
    expect(reports.map((one) => one.problems[0]?.message ?? '')).toEqual([
      '',
      expect.stringContaining('line 2 says something of the same'),
      expect.stringContaining('write yes'),
      expect.stringContaining('there is no site “Atlantis”'),
      expect.stringContaining('line 5 says something of the same'),
    ])
  })

  it('of any text never breaks, and is refused or kept as it is', () => {
    fc.assert(
      fc.property(fc.constantFrom(...LIST_NAMES), fc.dictionary(fc.string(), fc.string()), (list, record) => {
        const all = Object.fromEntries(
          columnsOf(list).map((name) => [name, record[name] ?? Object.values(record)[0] ?? '']),
        )
        const plan = new FilePlan(list, world, EVERY_RIGHT)
        plan.register(all, 2)
        const { report, outcome } = plan.plan(0)
        expect(report.outcome === 'wrong').toBe(outcome === undefined)
      }),
      { numRuns: 300 },
    )
  })
})

describe('what names a thing', () => {
  it('is found in the directory, and in Design by what proofreading would miss', () => {
    const named = usesInDirectory('teams', 'networks', world).map((one) => [one.list, one.field, one.count])
    expect(named).toEqual([
      ['people', 'teams', 5],
      ['queues', 'team', 2],
    ])
    const directory = new Directory(demoDirectory())
    expect(usesInDesign(design, directory, 'queues', 'boarding').length).toBeGreaterThan(0)
    expect(usesInDesign(design, directory, 'skills', 'fibre')).toEqual([])
  })
})

describe('what is missing before the desk can open', () => {
  const compiled = new CompiledDesign(design, 1)
  const found = (change: (data: DirectoryData) => void = () => undefined) => {
    const data = demoDirectory()
    // A second administrator, so that nothing at all is missing.
    data.people.find((one) => one.id === 'olin-brandt')!.role = 'administrator'
    change(data)
    return missingBeforeOpening(new Directory(data), compiled, DEMO_BEGINS).flatMap((one) =>
      one.missing.map(({ code, thing, place }) => `${code} ${thing?.id ?? place ?? ''}`.trim()),
    )
  }
  const without =
    (list: 'people' | 'teams' | 'sites' | 'organisations' | 'queues', id: string) => (data: DirectoryData) =>
      Object.assign(data, { [list]: (data[list] ?? []).filter((one: { id: string }) => one.id !== id) })

  it('is nothing in the sample world', () => expect(found()).toEqual([]))

  it.each<[string, (data: DirectoryData) => void, string]>([
    ['an administrator', without('people', 'ada-thorne'), 'oneAdministrator'],
    ['every organisation', (data) => (data.organisations = []), 'noOrganisation'],
    ['every site', (data) => (data.sites = []), 'noSite'],
    ['the hours of a site', (data) => (data.sites[0]!.calendar = 'gone'), 'siteWithoutCalendar hallin'],
    [
      'who asks',
      (data) => (data.people = data.people.filter((one) => one.role !== 'requester')),
      'nobodyAsks',
    ],
    [
      'the organisation of somebody',
      (data) =>
        Reflect.deleteProperty(
          data.people.find((one) => one.id === 'ines-varga')!,
          'organisation',
        ),
      'personWithoutOrganisation ines-varga',
    ],
    ['every team', (data) => (data.teams = []), 'noTeam'],
    ['a team', without('teams', 'networks'), 'nameGone triage/where-it-goes#varnes-network'],
    [
      'the people of a team',
      (data) => data.people.forEach((one) => (one.teams = one.teams.filter((team) => team !== 'networks'))),
      'teamOfNobody networks',
    ],
    [
      'the lead of a team',
      (data) =>
        Reflect.deleteProperty(
          data.teams.find((one) => one.id === 'networks')!,
          'lead',
        ),
      'teamWithoutLead networks',
    ],
    [
      'the lead of a desk',
      (data) => (data.people.find((one) => one.id === 'olin-brandt')!.active = false),
      'deskLedByNobody crews',
    ],
    [
      'the shifts of a team',
      (data) =>
        data.people.forEach((one) => one.teams.includes('networks') && Reflect.deleteProperty(one, 'shift')),
      'teamNeverOnShift networks',
    ],
    ['a queue', without('queues', 'boarding'), 'nameGone triage/where-it-goes#boarding'],
    [
      'the team of a queue',
      (data) => Reflect.deleteProperty(data.queues![0]!, 'team'),
      'queueOfNobody boarding',
    ],
    [
      'who asks at a portal',
      (data) => data.people.forEach((one) => one.organisation === 'heron' && (one.active = false)),
      'portalForNobody portals/heron',
    ],
  ])('names it once %s is taken away', (_, change, code) => expect(found(change)).toContain(code))
})
