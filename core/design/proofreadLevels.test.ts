import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { demoDirectory } from '../../demo/directory'
import type { Test } from '../condition'
import { shadowedRows } from '../table'
import type { Design } from './design'
import type { Ladder } from '../ladder'
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
        design.serviceLevels = design.serviceLevels.filter(
          (one) => one.id !== 'otherwise' && one.id !== 'joining',
        )
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

  it('where a level has no time at all', () => {
    expect(
      found((design) => {
        for (const target of level(design, 'office-hours').targets) target.granted = {}
      }).map((one) => one.code),
    ).toEqual(['levelWithoutTimes'])
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

describe('sources of a priority are proofread', () => {
  const order = (design: Design) => design.triage.sourceOrder
  it('where one always has a priority, those after it are never asked, and an order of a team is read alike', () => {
    const told = found((design) => {
      design.triage.sourceOrder = ['category', 'impactUrgency', 'agreement', 'site']
      design.triage.teamOrders = { networks: ['impactUrgency', 'item'] }
    })
    expect(told.map((one) => [one.code, one.place])).toEqual(
      ['networks-item', 'agreement', 'site'].map((id) => ['sourceNeverAsked', `triage/source-order#${id}`]),
    )
    expect(told[1]!.message).toContain('impact and urgency before it always has a priority')
  })

  it('where it may be without one after all, they are asked', () => {
    const hole = (change: (design: Design) => void) =>
      found((design) => {
        design.triage.sourceOrder = [
          'impactUrgency',
          ...order(design).filter((one) => one !== 'impactUrgency'),
        ]
        change(design)
      }).filter((one) => one.code === 'sourceNeverAsked').length
    expect(hole(() => undefined)).toBe(order(demoDesign()).length - 1)
    expect(hole((design) => (design.triage.matrix.low!.low = undefined as never))).toBe(0)
  })

  it('where every item, or every category at the top, has a priority', () => {
    const codes = (change: (design: Design) => void) =>
      found(change).filter((one) => one.code === 'sourceNeverAsked')
    const all = (list: { id: string; priority?: string | null }[]) =>
      list.forEach((one) => (one.priority = 'p3'))
    expect(
      codes((design) => {
        all(design.items)
        design.triage.sourceOrder = ['item', 'site']
      }),
    ).toHaveLength(1)
    expect(
      codes((design) => {
        all(design.categories.filter((one) => !one.id.includes('/')))
        design.triage.sourceOrder = ['category', 'site']
      }),
    ).toHaveLength(1)
  })
})

describe('rungs that count from the entering of a status', () => {
  it('must not move a ticket round in a circle, alone or with idle timers', () => {
    const told = (back: 'rung' | 'timer') =>
      found((design) => {
        const [kind] = design.kinds
        const [from, to] = kind!.statuses.filter((one) => one.group !== 'done').map((one) => one.id)
        const mover = (id: string, at: string, goal: string): Ladder => ({
          ...{ id, name: `To ${goal}`, when: { all: [is('kind', kind!.id), is('status', at)] } },
          rungs: [
            { id: 'r', moment: { at: 'status', after: 'PT4H' }, actions: [{ do: 'status', to: goal }] },
          ],
        })
        design.ladders = [mover('there', from!, to!), ...(back === 'rung' ? [mover('back', to!, from!)] : [])]
        kind!.idle =
          back === 'timer'
            ? [{ id: 'i', status: to!, after: 'PT8H', calendar: 'desk', action: { do: 'move', to: from! } }]
            : []
      }).filter((one) => one.code === 'timersCircle')
    expect(told('timer').map((one) => one.place)).toEqual(['ladders/there#r'])
    expect(told('rung').map((one) => one.place)).toEqual(['ladders/there#r', 'ladders/back#r'])
    expect(told('timer')[0]!.message).toContain('the idle timer of')
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
