import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { demoDirectory } from '../../demo/directory'
import type { DesignStep, FindingCode } from '../finding'
import { changeDesign } from './change'
import type { Design } from './design'
import { Directory } from './directory'
import { proofread } from './proofread'
import { keptId } from './reader'

const directory = new Directory(demoDirectory())
const found = (design: Design) => proofread(design, directory)
/** The sample design once it is changed. */
function changed(change: (design: Design) => void): Design {
  const design = demoDesign()
  change(design)
  return design
}

/** What makes each of what can be put right by a press. */
const FAULTS: [FindingCode, (design: Design) => void][] = [
  ['questionUnused', (one) => one.questions.push({ name: 'idle', label: 'Idle?', type: 'yesNo' })],
  ['fieldUnused', (one) => one.fields.push({ name: 'idle', label: 'Idle', type: 'text' })],
  ['formUnused', (one) => one.forms.push({ id: 'idle', name: 'Idle', steps: [] })],
  ['kindUnused', (one) => one.kinds.push({ ...one.kinds[0]!, id: 'idle', name: 'Idle' })],
  ['iconUnknown', (one) => (one.items[0]!.icon = 'no-such' as never)],
  ['titleUnasked', (one) => (one.items[0]!.title = ['nobody-asks'])],
  ['wayTwice', ({ kinds }) => kinds[0]!.transitions.push({ ...kinds[0]!.transitions[0]!, label: 'Again' })],
  ['ladderEmpty', ({ ladders }) => (ladders[0]!.rungs = [])],
  ['keyTwice', ({ moves }) => moves.slice(0, 2).forEach((one) => (one.key = 'x'))],
  [
    'neverShown',
    ({ forms }) => {
      const [first, ...others] = forms.flatMap((form) => form.steps.flatMap((step) => step.questions))
      const last = others.at(-1)!
      last.required = false
      last.showWhen = { any: [] }
      first!.required = true
    },
  ],
  ['levelNeverApplies', ({ serviceLevels }) => serviceLevels.unshift({ ...serviceLevels[3]!, id: 'first' })],
  [
    'targetNeverApplies',
    ({ serviceLevels }) => {
      const [boarding] = serviceLevels
      const one = { ...boarding!, id: 'second', targets: boarding!.targets.slice(0, 1) }
      serviceLevels.unshift(one)
    },
  ],
  ['ticketsUnpromised', (one) => (one.serviceLevels = one.serviceLevels.slice(0, 3))],
  ['sourceNeverAsked', ({ triage }) => (triage.sourceOrder = ['impactUrgency', 'site'])],
  [
    'rowNeverFits',
    ({ triage }) => {
      const [row] = triage.routing.rows
      triage.routing.rows.push({ ...row!, id: 'late' })
    },
  ],
]

describe('what puts right what was found', () => {
  it.each(FAULTS)('of %s leaves it behind, and nothing worse', (code, change) => {
    const design = changed(change)
    const before = found(design)
    const fault = before.find((one) => one.code === code && one.mend)!
    expect(fault.mend!.words).toMatch(/^(Take|Put|Add|Show|Leave) /)
    // A thing of a list is changed as it was, so that the draft takes it whoever changed something else meanwhile.
    const after = JSON.parse(JSON.stringify(fault.mend!.steps)) as DesignStep[]
    const mended = found(after.reduce(changeDesign, design))
    expect(mended.filter((one) => one.code === code && one.place === fault.place)).toEqual([])
    const errors = (all: typeof before) => all.filter((one) => one.severity === 'error').length
    expect(errors(mended)).toBeLessThanOrEqual(errors(before))
  })
})

describe('a remark that somebody has left as it is', () => {
  const idle = (one: Design) => one.questions.push({ name: 'idle', label: 'Idle?', type: 'yesNo' })
  const kept = (says: string) =>
    found(
      changed((design) => {
        idle(design)
        const id = keptId({ code: 'questionUnused', place: 'questions/idle' })
        design.kept.push({ id, says, because: 'The loans form will ask it in spring' })
      }),
    )

  it('says why, as long as the very same is found', () => {
    expect(kept('no form asks this')).toMatchObject([{ kept: 'The loans form will ask it in spring' }])
    expect(kept('something else')[0]).not.toHaveProperty('kept')
  })

  it('is never an error: those stop an edition whatever somebody says', () => {
    const [fault] = found(
      changed((design) => {
        design.items[0]!.icon = 'no-such' as never
        const says = 'there is no picture “no-such”; choose another'
        design.kept.push({ id: `iconUnknown catalog/${design.items[0]!.id}`, says, because: 'It comes' })
      }),
    )
    expect(fault).toMatchObject({ code: 'iconUnknown', severity: 'error' })
    expect(fault).not.toHaveProperty('kept')
  })
})
