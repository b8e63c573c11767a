import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { theDirectory } from '../../tests/aTicket'
import { MOST_TASKS, type Checklist, type ListedTask } from '../work'
import { proofread } from '.'

const findings = (tasks: ListedTask[], more: Partial<Checklist> = {}) => {
  const design = demoDesign()
  design.checklists = [{ id: 'swap', name: 'Swap', tasks, ...more }]
  design.ladders.forEach((one) =>
    one.rungs.forEach((rung) => (rung.actions = rung.actions.filter((each) => each.do !== 'checklist'))),
  )
  return proofread(design, theDirectory)
    .filter((one) => one.place.startsWith('plans/checklists'))
    .map(
      ({ severity, place, message }) => `${severity} ${place.slice('plans/checklists#'.length)}: ${message}`,
    )
}

describe('proofreading of checklists', () => {
  it('finds nothing in a good one', () => {
    expect(
      findings([
        { text: 'a', within: 'PT4H', team: 'networks', evidence: { is: 'figure', least: 2, most: 2 } },
        { text: 'b', evidence: { is: 'field', field: 'remarks' } },
      ]),
    ).toEqual([])
  })

  it.each<[string, ListedTask, string]>([
    ['says nothing', { text: ' ' }, 'error swap/1: is a task without a word'],
    ['is too long', { text: 'x'.repeat(301) }, 'error swap/1: has 301 characters'],
    ['is of a team that is gone', { text: 'a', team: 'gone' }, 'error swap/1: refers to the team “gone”'],
    [
      'asks for a field that is gone',
      { text: 'a', evidence: { is: 'field', field: 'gone' } },
      'error swap/1: refers to the field “gone”',
    ],
    ['is due at no time', { text: 'a', within: 'soon' }, 'error swap/1: '],
    [
      'takes no figure',
      { text: 'a', evidence: { is: 'figure', least: 3, most: 2 } },
      'error swap/1: no figure is 3 or more and 2 or less',
    ],
  ])('finds a task that %s', (_, task, finding) => {
    expect(findings([task]).join('\n')).toContain(finding)
  })

  it('finds what is there twice, has no name, no task, or is for no ticket', () => {
    expect(findings([{ text: 'a' }, { text: 'b', key: 'a' }])).toEqual([
      'remark swap/2: “b” is there twice; the two are counted together',
    ])
    expect(findings([], { name: ' ' })).toEqual(['error swap: has no name', 'remark swap: has no task'])
    const never = {
      all: [
        { fact: 'priority', op: 'is', value: 'p1' },
        { fact: 'priority', op: 'is', value: 'p2' },
      ],
    } as const
    expect(findings([{ text: 'a' }], { when: never as never }).join()).toContain('for no ticket')
  })

  it('says at once that one of ten thousand tasks is too large', () => {
    const many = Array.from({ length: 10_000 }, (_, index) => ({ text: `Task ${index}`, team: 'gone' }))
    expect(findings(many)).toEqual([
      `error swap: has 10000 tasks, and a ticket has ${MOST_TASKS} at most; make several of it, or a plan`,
    ])
  })
})
