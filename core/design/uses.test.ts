import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { demoDirectory } from '../../demo/directory'
import type { Condition } from '../condition'
import {
  checklistsFor,
  Directory,
  formsAsking,
  levelsFor,
  proofread,
  usesOfAnswer,
  usesOfCalendar,
  usesOfField,
  usesOfKind,
  type Design,
} from '.'

const directory = new Directory(demoDirectory())
const wordsOf = (uses: { words: string }[]) => uses.map((one) => one.words)

/** A design in which every place that can ask for an answer asks for that of one question. */
function askedEverywhere(name: string): Design {
  const design = demoDesign()
  const condition: Condition = { fact: `form.${name}`, op: 'filled' }
  const { triage, forms } = design
  for (const table of [triage.what, triage.weight, triage.routing, triage.skills]) {
    if (!table || table.columns.includes(`form.${name}`)) continue
    table.columns.push(`form.${name}`)
    for (const row of table.rows) row.cells.push(null)
  }
  const levels = ['startWhen', 'pauseWhen', 'stopWhen', 'cancelWhen'] as const
  levels.forEach((when, index) => {
    const level = structuredClone(design.serviceLevels[0]!)
    level.id = level.name = when
    level.targets[0]![when] = condition
    design.serviceLevels.splice(index, 0, level)
  })
  design.serviceLevels[5]!.when = condition
  const ladders = ['when', 'startWhen', 'stopWhen'] as const
  ladders.forEach((when) => {
    const ladder = structuredClone(design.ladders[0]!)
    design.ladders.push({ ...ladder, id: `by-${when}`, name: when, [when]: condition })
  })
  design.ladders.push({
    ...structuredClone(design.ladders[0]!),
    ...{ id: 'writes', name: 'writes' },
    rungs: [
      {
        id: 'one',
        moment: { at: 'share', share: 1 },
        actions: [{ do: 'notify', tell: [{ to: 'answer', question: name }], template: 'rung' }],
      },
    ],
  })
  design.moves[0]!.when = condition
  design.checklists.push({ id: 'wet', name: 'Wet', when: condition, tasks: [{ text: 'Dry it' }] })
  const steps = forms.find((one) => one.id === 'gate-scanner')!.steps
  const [first, ...others] = steps.flatMap((step) => step.questions)
  expect(first?.question).not.toBe(name)
  const after = others.filter((one) => one.question !== name)
  after[0]!.showWhen = condition
  after[1]!.requireWhen = condition
  return design
}

/** The thing that proofreading points at, without the part of it. */
const wholeOf = (place: string) =>
  place.startsWith('plans/checklists#') ? place.replace(/(#[^/]*)\/.*/, '$1') : place.split('#')[0]!

describe('what goes by an answer', () => {
  /** Common practice with no source: what breaks when something is taken away is what used it. */
  const breakWithout = (design: Design, name: string) => {
    const without = { ...design, questions: design.questions.filter((one) => one.name !== name) }
    const before = new Set(proofread(design, directory).map(({ place, message }) => place + message))
    return proofread(without, directory)
      .filter(
        ({ place, message }) =>
          message.includes(`refers to the question “${name}”`) && !before.has(place + message),
      )
      .map((one) => one.place)
  }
  /** The article, without the rung or the question within it that proofreading points at. */
  const articleOf = (place: string) => (/^(forms|kinds)\//.test(place) ? place : wholeOf(place))

  it('is just what would break without its question, wherever that can be asked for', () => {
    const design = askedEverywhere('boardingStopped')
    const broken = new Set(breakWithout(design, 'boardingStopped').map(articleOf))
    const asking = formsAsking(design, 'boardingStopped').map((one) => `forms/${one.id}#boardingStopped`)
    const places = usesOfAnswer(design, 'boardingStopped').map((one) => one.place)
    expect(new Set([...places, ...asking])).toEqual(broken)
    expect(places).toHaveLength(new Set(places).size)
    // Four tables, five levels, four ladders, a move, a checklist and two other questions.
    expect(places).toHaveLength(17)
  })

  it('is just that for every question of the sample design', () => {
    const design = demoDesign()
    for (const { name } of design.questions) {
      const asking = formsAsking(design, name).map((one) => `forms/${one.id}#${name}`)
      const places = usesOfAnswer(design, name).map((one) => one.place)
      expect(new Set([...places, ...asking]), name).toEqual(
        new Set(breakWithout(design, name).map(articleOf)),
      )
    }
  })

  it('is said in words that a lead knows', () => {
    const design = askedEverywhere('boardingStopped')
    const words = wordsOf(usesOfAnswer(design, 'boardingStopped'))
    expect(words).toContain('how bad, how soon')
    expect(words).toContain('service level pauseWhen')
    expect(words).toContain('ladder writes')
    expect(words).toContain('checklist Wet')
    expect(words.some((one) => one.endsWith('in Gate scanner'))).toBe(true)
  })
})

describe('what goes by a ticket kind', () => {
  const kindOf = (design: Design, id: string) => design.kinds.find((one) => one.id === id)!

  it('is the levels that can apply, and what names the kind or one of its statuses', () => {
    const design = demoDesign()
    design.ladders[0]!.stopWhen = { fact: 'status', op: 'is', value: kindOf(design, 'fault').statuses[1]!.id }
    design.checklists.push({
      id: 'k',
      name: 'K',
      when: { fact: 'kind', op: 'oneOf', value: ['fault'] },
      tasks: [],
    })
    const places = usesOfKind(design, 'fault').map((one) => one.place)
    expect(places).toContain(`ladders/${design.ladders[0]!.id}`)
    expect(places).toContain('plans/checklists#k')
    const levels = new Set(
      design.items
        .filter((one) => one.kind === 'fault')
        .flatMap((one) => levelsFor(design, one))
        .map((one) => `service-levels/${one.id}`),
    )
    expect(new Set(places.filter((one) => one.startsWith('service-levels/')))).toEqual(levels)
  })

  it('is a table only where a cell names it, not where one names another kind', () => {
    const design = demoDesign()
    const { routing } = design.triage
    routing.columns.push('kind')
    routing.rows.forEach((row) => row.cells.push(null))
    routing.rows[0]!.cells[routing.columns.length - 1] = { op: 'is', value: 'fault' }
    const routed = (kind: string) =>
      usesOfKind(design, kind).some((one) => one.place === 'triage/where-it-goes')
    expect(routed('fault')).toBe(true)
    for (const { id } of design.kinds) if (id !== 'fault') expect(routed(id), id).toBe(false)
  })

  it('leaves out the levels that no ticket of it can have', () => {
    const design = demoDesign()
    design.serviceLevels.unshift({
      ...structuredClone(design.serviceLevels[0]!),
      ...{ id: 'never', when: { fact: 'kind', op: 'is', value: 'gone' } },
    })
    for (const { id } of design.kinds)
      expect(usesOfKind(design, id).map((one) => one.place)).not.toContain('service-levels/never')
  })
})

describe('what comes with a catalog item', () => {
  it('is what its item, kind or category does not rule out; what depends on answers may come', () => {
    const design = demoDesign()
    const item = design.items.find((one) => one.id === 'gate-scanner')!
    const list = (id: string, when?: Condition) => ({ id, name: id, tasks: [], ...(when && { when }) })
    design.checklists = [
      list('by hand'),
      list('kind', { fact: 'kind', op: 'is', value: item.kind }),
      list('other', { fact: 'kind', op: 'isNot', value: item.kind }),
      list('branch', { fact: 'category', op: 'under', value: item.category.split('/')[0]! }),
      list('answer', {
        all: [
          { fact: 'item', op: 'is', value: item.id },
          { fact: 'form.gates', op: 'greater', value: 2 },
        ],
      }),
      list('else', { any: [{ fact: 'item', op: 'is', value: 'new-crew' }] }),
    ]
    expect(checklistsFor(design, item).map((one) => one.id)).toEqual(['kind', 'branch', 'answer'])
  })
})

describe('what counts in a calendar', () => {
  it('is what would be without hours if it were gone', () => {
    const design = demoDesign()
    design.kinds[0]!.idle = [
      ...(design.kinds[0]!.idle ?? []),
      {
        id: 'long',
        status: design.kinds[0]!.statuses[1]!.id,
        after: 'PT8H',
        calendar: 'desk',
        action: { do: 'tell', template: 'rung', tell: 'technician' },
      } as never,
    ]
    const data = demoDirectory()
    const uses = (id: string) =>
      usesOfCalendar(design, { sites: data.sites, agreements: data.agreements }, id)
    expect(uses('desk')).toContain('the desk itself')
    expect(uses('desk')).toContain(`idle timers of ${design.kinds[0]!.name}`)
    for (const { id } of design.calendars) {
      const without = { ...design, calendars: design.calendars.filter((one) => one.id !== id) }
      const isMissed = proofread(without, directory).some(
        ({ severity, message }) => severity === 'error' && message.includes(`“${id}”`),
      )
      expect(uses(id).length > 0, id).toBe(isMissed)
    }
  })
})

describe('what goes by a field', () => {
  it('is just what would break without it, besides the kinds that have it, for every field of the sample design', () => {
    const design = demoDesign()
    design.ladders[0]!.rungs[0]!.actions.push({ do: 'set', field: 'keyNeeded', value: true })
    design.moves[0]!.steps.push({ do: 'set', field: 'keyNeeded' })
    design.checklists.push({
      ...{ id: 'key', name: 'Key', tasks: [{ text: 'Fetch it' }] },
      when: { fact: 'field.keyNeeded', op: 'is', value: true },
    })
    design.checklists.push({
      ...{ id: 'keys', name: 'Keys' },
      tasks: [{ text: 'Count them', evidence: { is: 'field', field: 'keyNeeded' } }],
    })
    design.templates[0]!.body += '{field.dueBack}'
    for (const { name } of design.fields) {
      const without = { ...design, fields: design.fields.filter((one) => one.name !== name) }
      const before = new Set(proofread(design, directory).map(({ place, message }) => place + message))
      const broken = proofread(without, directory)
        .filter(({ place, message, severity }) => severity === 'error' && !before.has(place + message))
        .map(({ place }) => (place.startsWith('kinds/') ? place : wholeOf(place)))
        .filter((place) => !place.endsWith(`#field-${name}`))
      const places = usesOfField(design, name).map((one) => one.place)
      expect(new Set(places), name).toEqual(new Set(broken))
    }
    expect(usesOfField(design, 'keyNeeded')).toHaveLength(4)
  })
})
