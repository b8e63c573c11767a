import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { demoDirectory } from '../../demo/directory'
import { Ticket } from '../../tests/aTicket'
import { onRota, turnEnds, type Rota } from '../ladder'
import { FIRST_WEIGHING } from '../similar'
import { DAY } from '../time'
import { compareDesigns, CompiledDesign, Directory, firstDesign, proofread, type Design } from '.'
import { changesInWords } from './differences'
import { designFile, readDesignFile } from './file'

const directory = new Directory(demoDirectory())

describe('proofreading', () => {
  it('finds nothing in the sample design, and nothing wrong in the first design', () => {
    expect(proofread(demoDesign(), directory)).toEqual([])
    const own = new Directory({
      people: [],
      teams: [{ id: 't', name: 'T' }],
      sites: [],
      organisations: [],
      agreements: [],
      queues: [{ id: 'all', name: 'All requests' }],
    })
    expect(proofread(firstDesign('Desk', 'Europe/London', 't'), own)).toEqual([])
  })

  const breaks: [string, (design: Design) => void, string][] = [
    ['an item without its form', (design) => (design.items[0]!.form = 'gone'), 'catalog/gate-scanner'],
    ['an item of no desk', (design) => (design.items[0]!.desk = 'gone'), 'catalog/gate-scanner'],
    ['a kind of no desk', (design) => (design.kinds[0]!.desk = 'gone'), 'kinds/fault'],
    [
      'an item that leads to the own kind of another desk',
      (design) => (design.kinds[0]!.desk = 'house'),
      'catalog/gate-scanner',
    ],
    ['an item in no group', (design) => (design.items[0]!.group = 'gone'), 'catalog/gate-scanner'],
    [
      'a form that asks what is not in the library',
      (design) => design.questions.splice(2, 1),
      'forms/gate-scanner#gates',
    ],
    [
      'a condition on a later question',
      (design) => design.forms[2]!.steps[0]!.questions.reverse(),
      'forms/gate-scanner#boardingStopped',
    ],
    [
      'a table that asks for a question that is gone',
      (design) => (design.triage.routing.columns[3] = 'form.gone'),
      'triage/where-it-goes',
    ],
    [
      'a row for a team that is gone',
      (design) => (design.triage.routing.rows[0]!.outcome.team = 'gone'),
      'triage/where-it-goes#boarding',
    ],
    [
      'a row that another takes',
      (design) => design.triage.routing.rows.unshift({ ...design.triage.routing.rows[1]!, id: 'first' }),
      'triage/where-it-goes#gates',
    ],
    [
      'a category with a lost priority',
      (design) => (design.categories[4]!.priority = 'p9'),
      'triage/categories#network/on-board',
    ],
    [
      'a target in no known calendar',
      (design) => (design.serviceLevels[0]!.targets[0]!.calendar = { calendar: 'gone' }),
      'service-levels/boarding',
    ],
    [
      'a target without time',
      (design) => (design.serviceLevels[0]!.targets[0]!.granted.p1 = 'PT0S'),
      'service-levels/boarding',
    ],
    [
      'a level whose form question did not come along',
      (design) => (design.serviceLevels[0]!.when = { fact: 'form.lost', op: 'is', value: true }),
      'service-levels/boarding',
    ],
    [
      'a level that compares with nothing',
      (design) => (design.serviceLevels[2]!.when = { fact: 'cover', op: 'is' }),
      'service-levels/round-the-clock',
    ],
    [
      'a level that goes by the working days of a calendar that is gone',
      (design) => (design.serviceLevels[2]!.when = { fact: 'loggedAt', op: 'isWorkingDay', value: 'gone' }),
      'service-levels/round-the-clock',
    ],
    [
      'a form that asks what only a calendar can tell',
      (design) =>
        (design.forms
          .find((one) => one.id === 'gate-scanner')!
          .steps.flatMap((one) => one.questions)
          .find((one) => one.question === 'boardingStopped')!.showWhen = {
          ...{ fact: 'form.gates', op: 'isWorkingDay', value: 'desk' },
        }),
      'forms/gate-scanner#boardingStopped',
    ],
    [
      'a level that compares a length of time with what is none',
      (design) =>
        (design.serviceLevels[2]!.when = { fact: 'field.visitTakes', op: 'less', value: 'a while' }),
      'service-levels/round-the-clock',
    ],
    [
      'a ladder for tickets of the last hour',
      (design) => (design.ladders[0]!.when = { fact: 'loggedAt', op: 'inTheLast', value: 'PT1H' }),
      'ladders/nobody-answered',
    ],
    [
      'a ladder along a target that nobody promises',
      (design) => (design.ladders[0]!.target = 'visit'),
      'ladders/nobody-answered',
    ],
    [
      'a rung that tells nobody',
      (design) => (design.ladders[0]!.rungs[0]!.actions = [{ do: 'notify', tell: [], template: 'rung' }]),
      'ladders/nobody-answered#half',
    ],
    [
      'a rota with somebody who is gone',
      (design) => design.rotas[0]!.members.push('gone'),
      'ladders/rota-watch',
    ],
    [
      'a status without a way out',
      (design) =>
        (design.kinds[0]!.transitions = design.kinds[0]!.transitions.filter((one) => one.from !== 'in-hand')),
      'kinds/fault#in-hand',
    ],
    [
      'a field that no template knows',
      (design) => (design.templates[0]!.body += '{mood}'),
      'templates/confirmation',
    ],
    ['a portal without a mailbox', (design) => (design.portals[0]!.mailbox = 'nowhere'), 'portals/merrow'],
    [
      'a portal that shows no known group',
      (design) => (design.portals[0]!.groups = ['gone']),
      'portals/merrow',
    ],
    [
      'a portal that never signs off',
      (design) => (design.portals[0]!.inactivityMinutes = 0),
      'portals/merrow',
    ],
    [
      'a portal with no address',
      (design) => design.portals.push({ ...design.portals[0]!, id: 'Not an address' }),
      'portals/Not an address',
    ],
    [
      'an item shown by an answer',
      (design) => (design.items[0]!.showWhen = { fact: 'form.gates', op: 'filled' }),
      'catalog/gate-scanner',
    ],
    [
      'a question filled in with what it refuses',
      (design) => (design.questions.find((one) => one.name === 'gates')!.default = 99),
      'questions/gates',
    ],
    [
      'a question that looks like nothing',
      (design) => (design.questions[0]!.pattern = { like: '(', message: 'x' }),
      'questions/summary',
    ],
    ['a calendar with 25:00', (design) => (design.calendars[0]!.week[0]!.to = '25:00'), 'working-time/desk'],
    ['two things of one name', (design) => design.items.push(design.items[0]!), 'catalog/gate-scanner'],
  ]
  it.each(breaks)('finds %s, at its place', (_, change, place) => {
    const design = demoDesign()
    change(design)
    const found = proofread(structuredClone(design), directory)
    expect(found.filter((one) => one.severity === 'error').map((one) => one.place)).toContain(place)
  })

  it('lets a ladder, and a row of triage, be for tickets that came on a working day', () => {
    const design = demoDesign()
    const { calendar } = design.desk
    design.ladders[0]!.when = { fact: 'loggedAt', op: 'isWorkingDay', value: calendar }
    const { routing } = design.triage
    routing.columns.push('loggedAt')
    for (const row of routing.rows) row.cells.push(null)
    routing.rows.unshift({
      ...routing.rows[0]!,
      id: 'weekend',
      cells: routing.columns.map((fact) =>
        fact === 'loggedAt' ? { op: 'isWorkingDay', value: calendar } : null,
      ),
      outcome: { queue: 'tills', team: 'booking-tills' },
    })
    expect(proofread(design, directory).filter((one) => one.severity === 'error')).toEqual([])
    const ticket = new Ticket(new CompiledDesign(design, 1)).log({ gates: 3, boardingStopped: false })
    expect(ticket.state).toMatchObject({ queue: 'tills', team: 'booking-tills' })
  })

  it('remarks on what nothing uses', () => {
    const design = demoDesign()
    design.questions.push({ name: 'idle', label: 'Idle?', type: 'yesNo' })
    expect(proofread(design, directory)).toMatchObject([
      { severity: 'remark', code: 'questionUnused', place: 'questions/idle', message: 'no form asks this' },
    ])
  })
})

describe('what a design says of likeness', () => {
  const first = firstDesign('A desk', 'Europe/London', 'front')
  const with_ = (similar: Design['triage']['similar']): Design => ({
    ...first,
    triage: { ...first.triage, similar },
  })

  it('is proofread where it stands', () => {
    const found = proofread(with_({ ...FIRST_WEIGHING, halfLife: 'P1M' }))
    expect(found.filter((one) => one.place === 'triage/similar').map((one) => one.code)).toEqual([
      'weighingUnusable',
    ])
    expect(proofread(with_(FIRST_WEIGHING)).filter((one) => one.place === 'triage/similar')).toEqual([])
  })

  it('is told in words where it changes', () => {
    const signs = { ...FIRST_WEIGHING.signs, near: 1 }
    const after = with_({ ...FIRST_WEIGHING, signs, same: 80 })
    const said = JSON.stringify(changesInWords(with_(FIRST_WEIGHING), after, directory))
    expect(said).toContain('nearness in time weighs: 1 instead of 0.8')
    expect(said).toContain('they are nearly the same from: 80 of 100 instead of 75 of 100')
  })
})

describe('comparing', () => {
  it('says in words what was added, removed, changed and moved', () => {
    const [before, after] = [demoDesign(), demoDesign()]
    after.questions[0]!.label = 'What is it?'
    after.groups.push({ id: 'new', name: 'New' })
    after.items.splice(3, 1)
    after.ladders.reverse()
    expect(compareDesigns(before, after)).toEqual([
      {
        part: 'questions',
        id: 'summary',
        what: 'changed',
      },
      { part: 'groups', id: 'new', what: 'added' },
      { part: 'items', id: 'bridge-tablet', what: 'removed' },
      { part: 'ladders', id: '', what: 'moved' },
    ])
    expect(compareDesigns(before, structuredClone(before))).toEqual([])
  })
})

describe('the design file', () => {
  it('is read back as it was written, and written the same again', () => {
    const text = designFile(demoDesign())
    expect(designFile(readDesignFile(text))).toBe(text)
  })

  it.each([
    ['{', 'not JSON'],
    ['{}', 'not a design file'],
    ['{"format":"yare-design","version":99}', 'version 99'],
  ])('refuses %s', (text, message) => {
    expect(() => readDesignFile(text)).toThrow(message)
  })
})

describe('a rota', () => {
  const rota: Rota = {
    id: 'r',
    name: 'R',
    zone: 'Europe/London',
    from: '2026-03-23',
    handOver: '09:00',
    turnDays: 7,
    members: ['a', 'b', 'c'],
  }

  it('hands over at the local hour, also in the week of the spring gap', () => {
    const at = (text: string) => onRota(rota, Date.parse(text))
    expect(at('2026-03-23T08:59Z')).toBeUndefined()
    expect([
      at('2026-03-23T09:00Z'),
      at('2026-03-30T07:59Z'),
      at('2026-03-30T08:00Z'),
      at('2026-04-13T08:00Z'),
    ]).toEqual(['a', 'a', 'b', 'a'])
  })

  it('agrees with a calendar that is counted day by day', () => {
    for (let day = 0, at = Date.parse('2026-03-23T12:00Z'); day < 200; day++, at += DAY) {
      expect(onRota(rota, at)).toBe(rota.members[Math.floor(day / 7) % 3])
      expect(onRota(rota, turnEnds(rota, at) - 1)).toBe(onRota(rota, at))
      expect(onRota(rota, turnEnds(rota, at))).not.toBe(onRota(rota, at))
    }
  })
})
