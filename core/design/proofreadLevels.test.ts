import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { demoDirectory } from '../../demo/directory'
import type { Test } from '../condition'
import { shadowedRows } from '../table'
import type { Design } from './design'
import { Directory } from './directory'
import { domainsOf } from './domains'
import { familyOf } from '../clock'
import { proofread } from './proofread'

const directory = new Directory(demoDirectory())

/** What is found in the sample design once it is changed. */
function found(change: (design: Design) => void) {
  const design = demoDesign()
  change(design)
  return proofread(design, directory)
}
const level = (design: Design, id: string) => design.serviceLevels.find((one) => one.id === id)!
const is = (fact: string, value: string | boolean): Test => ({ fact, op: 'is', value })

describe('service levels are proofread', () => {
  it('where what they ask is no ticket: an item has one kind', () => {
    const other = (design: Design) => design.kinds.find((one) => one.id !== design.items[0]!.kind)!.id
    expect(
      found((design) => {
        level(design, 'office-hours').when = {
          all: [is('item', design.items[0]!.id), is('kind', other(design))],
        }
      }),
    ).toMatchObject([{ code: 'levelForNothing', place: 'service-levels/office-hours' }])
  })

  it('where a family makes none, one level of it can be taken by another', () => {
    const priorities = demoDesign().priorities
    const family = (design: Design) => familyOf(level(design, 'office-hours'), priorities, () => false)
    const into = (design: Design) => {
      const at = design.serviceLevels.findIndex((one) => one.id === 'office-hours')
      design.serviceLevels.splice(at, 1, ...family(design))
    }
    expect(found(into)).toEqual([])
    expect(
      found((design) => {
        into(design)
        const [first, second] = design.serviceLevels.filter((one) => one.id.startsWith('office-hours'))
        second!.when = first!.when
        second!.targets = first!.targets
      }).map(({ code, message }) => [code, message]),
    ).toEqual([
      [
        'levelNeverApplies',
        `never applies: “${family(demoDesign())[0]!.name}” above it promises the same to every ticket that it is for; put this one above, or ask something there`,
      ],
    ])
  })

  it('where tickets come for which there is none, in words', () => {
    expect(
      found((design) => {
        design.serviceLevels = design.serviceLevels.filter((one) => one.id !== 'otherwise')
      }).filter((one) => one.code === 'ticketsUnpromised'),
    ).toMatchObject([
      {
        severity: 'remark',
        place: 'service-levels',
        message:
          'no level is for tickets where (cover is Pay per job or is empty) and (the answer to “Is boarding stopped?” is no or is empty) and it is no major incident; add a level for them, or one for all below the others',
      },
    ])
  })

  it('where a priority comes without a time, once for each target', () => {
    const without = (design: Design, id: string) => {
      for (const target of level(design, id).targets) delete target.granted.p2
    }
    expect(found((design) => without(design, 'office-hours'))).toEqual([])
    const codes = found((design) => ['office-hours', 'otherwise'].forEach((id) => without(design, id)))
    expect(codes.map((one) => `${one.place} ${one.code}`)).toEqual(
      ['office-hours', 'office-hours', 'otherwise', 'otherwise'].map(
        (id) => `service-levels/${id} priorityWithoutPromise`,
      ),
    )
  })

  it('where a target never begins, always stands still or cannot be kept', () => {
    const high = is('impact', 'high')
    const codes = (change: (target: Design['serviceLevels'][number]['targets'][number]) => void) =>
      found((design) => {
        const one = level(design, 'boarding')
        one.when = { all: [one.when, high] }
        change(one.targets[0]!)
      }).map((one) => one.code)
    expect(codes((target) => (target.startWhen = is('impact', 'low')))).toEqual(['neverBegins'])
    expect(codes((target) => (target.pauseWhen = high))).toEqual(['alwaysPaused'])
    expect(codes((target) => (target.cancelWhen = { none: [is('impact', 'low')] }))).toEqual([
      'alwaysCalledOff',
    ])
    expect(codes((target) => (target.pauseWhen = is('impact', 'low')))).toEqual(['conditionNeverHolds'])
    expect(
      codes((target) => Object.assign(target, { stopOn: 'condition', stopWhen: is('impact', 'low') })),
    ).toEqual(['neverKept'])
  })
})

describe('ladders and moves are proofread', () => {
  it('where a ladder is for tickets to which its target is never promised', () => {
    const codes = found((design) => {
      design.serviceLevels = [level(design, 'boarding')]
      design.ladders = [
        {
          ...design.ladders[0]!,
          target: 'resolve',
          when: is('form.boardingStopped', false),
          onlySetOff: undefined,
        },
      ]
    }).map((one) => one.code)
    expect(codes).toContain('ladderNeverClimbs')
  })

  it('where nothing is as they ask', () => {
    const nothing = { all: [is('impact', 'high'), is('impact', 'low')] }
    const places = found((design) => {
      design.ladders[0]!.when = nothing
      design.moves[0]!.when = nothing
    })
      .filter((one) => one.code === 'conditionNeverHolds')
      .map((one) => one.place)
    const { ladders, moves } = demoDesign()
    expect(places).toEqual([`ladders/${ladders[0]!.id}`, `moves/${moves[0]!.id}`])
  })
})

describe('a column of yes or no', () => {
  it('is one whose rows can fit, of whatever facts it is', () => {
    const rows = [true, false].map((value, at) => ({
      id: String(at),
      cells: [{ op: 'is' as const, value }],
      outcome: {},
    }))
    for (const columns of [['majorIncident'], ['equipmentInWarranty'], ['unknown']])
      expect(
        shadowedRows({ id: 't', name: 'T', columns, outcomes: [], rows }, domainsOf(demoDesign())),
      ).toEqual([])
  })
})
