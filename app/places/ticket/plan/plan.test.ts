import { afterEach, describe, expect, it, vi } from 'vitest'
import { draw, settled } from '../../../testing/on'
import { meAs } from '../../../testing/me'
import { serve } from '../../../testing/server'
import { ticketPage } from '../../../testing/ticket'
import { useSession } from '~/stores/session'
import PlanPart from './PlanPart.vue'
import {
  expectedInWords,
  stageStands,
  taskStands,
  type PlanOnTicket,
  type StageOnTicket,
  type TaskOnTicket,
} from './planWords'

afterEach(() => vi.unstubAllGlobals())

const task = (more: object): TaskOnTicket =>
  ({
    ...{ id: 'list', number: '1.1', text: 'Check the list', do: 'work', endedBy: 'doer', required: true },
    ...{ shown: false, stands: 'open', isLate: false, after: [], who: 'Workshop', ...more },
  }) as TaskOnTicket
const stage = (more: object, tasks: TaskOnTicket[]): StageOnTicket =>
  ({
    id: 'a',
    number: '1',
    name: 'Prepare',
    stands: 'open',
    isLate: false,
    rests: false,
    round: 1,
    tasks,
    ...more,
  }) as StageOnTicket
const seal = (more: object = {}) =>
  task({
    ...{ id: 'seal', number: '2.1', text: 'Somebody agrees', do: 'approval', endedBy: 'asked', who: null },
    seal: { asked: [{ person: 'ada', isTurn: true }], wanted: 1, sealed: 'open' },
    ...more,
  })
const plan = (stages: StageOnTicket[], more: object = {}): PlanOnTicket =>
  ({
    run: 5,
    plan: 'p',
    name: 'New crew member',
    edition: 1,
    beganAt: 0,
    all: 3,
    settled: 1,
    stages,
    ...more,
  }) as PlanOnTicket

async function drawn(of: PlanOnTicket, role = 'technician') {
  const sent: unknown[] = []
  const keeps = ({ body }: { body: unknown }) => (sent.push(body), { sequence: 9 })
  const calls = serve({
    'PATCH /api/tickets/7/plans/5/tasks/list': keeps,
    'POST /api/tickets/7/plans/5/tasks/seal/word': keeps,
    'POST /api/tickets/7/plans/5/tasks/account/again': keeps,
    'GET /api/technicians': () => [],
  })
  const ticket = ticketPage({ people: { ada: 'Ada', ines: 'Ines Varga' } })
  const { wrapper } = draw(PlanPart, { props: { ticket, plan: of, zone: 'Europe/London', now: 0 } as never })
  useSession().me = { ...meAs(role), id: 'ada' }
  await settled()
  return { wrapper, calls, sent }
}
const button = (name: string) =>
  [...document.querySelectorAll('button')].find((one) => one.textContent?.trim() === name)

describe('a plan beside its ticket', () => {
  it('is ticked by whoever works on tickets, and says so to the server', async () => {
    const { wrapper, calls, sent } = await drawn(plan([stage({}, [task({})])]))
    expect(document.body.textContent).toContain('1 of 3')
    await wrapper.find('input[type=checkbox]').setValue(true)
    await settled()
    expect(calls).toContain('PATCH /api/tickets/7/plans/5/tasks/list')
    expect(sent).toEqual([{ done: true }])
    expect(wrapper.emitted('done')).toHaveLength(1)
  })

  it('asks whoever is asked for a yes, or a no with words', async () => {
    const { calls, sent } = await drawn(plan([stage({ name: 'Approve' }, [seal()])]))
    button('No …')!.click()
    await settled()
    expect(document.querySelector('form[aria-label="Say no"]')).not.toBeNull()
    button('Yes')!.click()
    await settled()
    expect(calls).toContain('POST /api/tickets/7/plans/5/tasks/seal/word')
    expect(sent).toEqual([{ yes: true }])
  })

  it('offers nothing to whoever only looks, and no word to whoever is not asked', async () => {
    const others = { asked: [{ person: 'ines', isTurn: true }], wanted: 1, sealed: 'open' }
    await drawn(plan([stage({}, [task({}), seal({ seal: others })])]), 'requester')
    expect(button('Yes')).toBeUndefined()
    expect(button('Send back …')).toBeUndefined()
    expect(document.querySelector<HTMLInputElement>('input[type=checkbox]')!.disabled).toBe(true)
  })

  it('leaves what is done elsewhere to that, and has it tried again where it failed', async () => {
    const outside = { id: 'account', text: 'Account', do: 'call', endedBy: 'outside' }
    const child = { ...outside, id: 'spare', text: 'A spare', do: 'ticket', outside: { ticket: 42 } }
    const fault = { is: 'lacks', said: 'account.name', at: 0 }
    const { wrapper, calls } = await drawn(
      plan([stage({}, [task({ ...outside, outside: { fault } }), task(child)])]),
    )
    const [failed, other] = wrapper.findAll<HTMLInputElement>('input[type=checkbox]')
    expect([failed!.element.disabled, other!.element.disabled]).toEqual([false, true])
    expect(document.body.textContent).toContain('not done: the answer lacks account.name')
    expect(document.body.textContent).toContain('under way, as ticket 42')
    expect(document.querySelector('a[href="/desk/42"]')).not.toBeNull()
    button('try again')!.click()
    await settled()
    expect(calls).toContain('POST /api/tickets/7/plans/5/tasks/account/again')
  })

  it('folds what is over and what is to come', async () => {
    await drawn(plan([stage({ stands: 'through' }, [task({ stands: 'done', end: { at: 0, by: 'ada' } })])]))
    expect(document.body.textContent).not.toContain('Check the list')
    document.querySelector<HTMLElement>('h3 button')!.click()
    await settled()
    expect(document.body.textContent).toContain('Check the list')
  })
})

describe('how a plan stands in words', () => {
  const when = { zone: 'Europe/London', now: 0 }
  it('says where stages stand and how tasks ended', () => {
    const stands = (more: object) => stageStands(stage(more, []), when)
    expect(stands({ dueAt: 3_600_000 })).toBe('until 02:00')
    expect(stands({ stands: 'later' })).toBe('later')
    expect(stands({ stands: 'passed' })).toBe('not for this request')
    const ended = (more: object) => taskStands(task(more), { ada: 'Ada' }, when)
    expect(ended({})).toBe('')
    expect(ended({ stands: 'notNeeded', end: { at: 0, by: 'ada', why: 'There is one.' } })).toBe(
      'not needed: There is one. · Ada, 01:00',
    )
    expect(ended({ stands: 'notForIt' })).toBe('not for this request')
  })
})

describe('when a plan is expected to be done', () => {
  const when = { zone: 'Europe/London', now: Date.UTC(2026, 10, 16, 9) }
  const words = (expected: unknown) => expectedInWords(plan([], { expected }), when)
  const at = Date.UTC(2026, 10, 16, 15)

  it('is said with why it has moved, and what nobody can date', () => {
    expect(words(null)).toBe('')
    expect(words({ at, undated: [], moved: null })).toBe('expected done 15:00')
    const moved = { from: at - 3_600_000, text: 'Berth', shown: false }
    expect(words({ at, undated: [], moved })).toBe(
      'expected done 15:00; it was 14:00 as it began; “Berth” takes longer',
    )
    expect(words({ at, undated: [], moved: { ...moved, text: null } })).toBe(
      'expected done 15:00; it was 14:00 as it began',
    )
    expect(words({ at: null, undated: ['The ship is in'], moved: null })).toBe(
      'nobody can say when it is done: it waits for “The ship is in”',
    )
  })

  it('stands beside stages that have not come', () => {
    const stands = (more: object) => stageStands(stage({ stands: 'later', ...more }, []), when)
    expect(stands({ expected: { from: at, to: at } })).toBe('expected 15:00')
    expect(stands({ expected: null })).toBe('later')
  })
})
