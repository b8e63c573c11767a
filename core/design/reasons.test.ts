import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { demoDirectory } from '../../demo/directory'
import type { Condition } from '../condition'
import { Directory, proofread, designFile, readDesignFile, type Design } from '.'

const directory = new Directory(demoDirectory())
const findings = (change: (design: Design) => void, known?: Directory) => {
  const design = demoDesign()
  change(design)
  return proofread(design, known)
}
const at = (place: string, all: ReturnType<typeof findings>) => all.filter((one) => one.place === place)
/** No form asks a question any more, but the library still has it. */
const askNoMore = (design: Design, question: string, only?: string) => {
  for (const form of design.forms)
    if (!only || form.id === only)
      for (const step of form.steps)
        step.questions = step.questions.filter((one) => one.question !== question)
}
const BOARDING: Condition = { fact: 'form.boardingStopped', op: 'is', value: true }

describe('a rule that lost its reason', () => {
  it('is an error at the level, in the draft as in a file that comes from elsewhere', () => {
    const change = (design: Design) => askNoMore(design, 'boardingStopped')
    const wanted = {
      severity: 'error',
      message: expect.stringContaining('no form of the catalog asks') as string,
    }
    expect(at('service-levels/boarding', findings(change, directory))).toContainEqual(
      expect.objectContaining(wanted),
    )
    const design = demoDesign()
    change(design)
    const imported = readDesignFile(designFile(design))
    expect(at('service-levels/boarding', proofread(imported))).toContainEqual(expect.objectContaining(wanted))
  })

  it.each<[string, string, (design: Design) => void]>([
    [
      'a ladder',
      'ladders/lost',
      (design) => design.ladders.push({ id: 'lost', name: 'L', when: BOARDING, rungs: [] }),
    ],
    [
      'a pause of a target',
      'service-levels/otherwise',
      (design) => {
        for (const one of design.serviceLevels)
          if (one.id === 'otherwise') one.targets[0]!.pauseWhen = BOARDING
      },
    ],
    ['a move', 'moves/start', (design) => (design.moves.find((one) => one.id === 'start')!.when = BOARDING)],
    [
      'a row of a table',
      'triage/where-it-goes#lost',
      (design) => {
        const { routing } = design.triage
        const cells = routing.columns.map(() => null)
        routing.columns = [...routing.columns, 'form.boardingStopped']
        routing.rows = [
          { id: 'lost', cells: [...cells, { op: 'is', value: true }], outcome: routing.rows[0]!.outcome },
          ...routing.rows.map((row) => ({ ...row, cells: [...row.cells, null] })),
        ]
      },
    ],
  ])('is an error at %s', (_, place, change) => {
    const all = findings((design) => {
      change(design)
      askNoMore(design, 'boardingStopped')
    }, directory)
    expect(
      at(place, all)
        .map((one) => one.message)
        .join(),
    ).toContain('goes by')
    expect(
      at(place, findings(change, directory))
        .map((one) => one.message)
        .join(),
    ).not.toContain('goes by')
  })

  it('is one too where only other items than its own still ask the question', () => {
    const form = demoDesign().items.find((one) => one.id === 'gate-scanner')!.form
    const change = (design: Design) => {
      // Another form asks it, for other items.
      const other = design.forms.find((one) => one.id !== form)!
      other.steps[0]!.questions.push({ question: 'boardingStopped' })
      const level = design.serviceLevels.find((one) => one.id === 'boarding')!
      level.when = { all: [{ fact: 'item', op: 'is', value: 'gate-scanner' }, BOARDING] }
    }
    const lost = findings((design) => {
      change(design)
      askNoMore(design, 'boardingStopped', form)
    })
    expect(at('service-levels/boarding', lost)[0]!.message).toContain('no form of the items that it is for')
    expect(at('service-levels/boarding', findings(change))).toEqual([])
  })
})

describe('a level for every ticket', () => {
  it('that leaves nothing to those below it is found there', () => {
    const all = findings((design) => (design.serviceLevels[0]!.when = { all: [] }))
    for (const id of ['round-the-clock', 'office-hours', 'otherwise'])
      expect(at(`service-levels/${id}`, all)[0]!.message).toContain('never applies')
    expect(at(`service-levels/${demoDesign().serviceLevels.at(-1)!.id}`, all)).toEqual([])
  })

  it('is none as long as nothing is asked there', () => {
    const all = findings((design) => (design.serviceLevels[0]!.when = { any: [] }))
    expect(at('service-levels/boarding', all)).toMatchObject([{ severity: 'remark' }])
    expect(all.filter((one) => one.message.includes('never applies'))).toEqual([])
  })
})

describe('a priority that is switched off', () => {
  const off = (design: Design) => (design.priorities.find((one) => one.id === 'p2')!.active = false)

  it('is found wherever something still gives it', () => {
    const data = demoDirectory()
    data.agreements[0]!.priority = 'p2'
    const all = findings((design) => {
      off(design)
      design.categories[0]!.priority = 'p2'
      design.items[0]!.priority = 'p2'
      design.portals[0]!.priority = 'p2'
      design.triage.departments = { Boarding: 'p2' }
    }, new Directory(data)).filter((one) => one.message.includes('switched off'))
    const design = demoDesign()
    const places = [
      'triage/how-bad',
      `triage/categories#${design.categories[0]!.id}`,
      `catalog/${design.items[0]!.id}`,
      `portals/${design.portals[0]!.id}`,
      'triage/source-order',
    ]
    for (const place of places) expect(all.map((one) => one.place)).toContain(place)
    expect(all.find((one) => one.message.includes('agreement'))).toMatchObject({ severity: 'remark' })
  })
})
