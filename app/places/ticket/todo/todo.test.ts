import { afterEach, describe, expect, it, vi } from 'vitest'
import { draw, settled } from '../../../testing/on'
import { meAs } from '../../../testing/me'
import { refusal, serve } from '../../../testing/server'
import { ticketPage } from '../../../testing/ticket'
import { useSession } from '~/stores/session'
import TasksPart from './TasksPart.vue'
import type { TaskOnPage } from './useTodo'

afterEach(() => {
  vi.unstubAllGlobals()
  shown?.unmount()
  localStorage.clear()
})

let shown: { unmount: () => void } | undefined
const task = (id: string, more: Partial<TaskOnPage> = {}): TaskOnPage => ({
  ...{ id, text: `Do ${id}`, teamName: null },
  ...more,
})
async function drawn(tasks: TaskOnPage[], role = 'technician', fails?: number) {
  const sent: unknown[] = []
  const keeps = ({ body }: { body: unknown }) => (sent.push(body), { sequence: 9 })
  const calls = serve({
    'POST /api/tickets/7/tasks': fails
      ? () => {
          throw refusal(fails, 'It did not work.')
        }
      : keeps,
    'PATCH /api/tickets/7/tasks/a': keeps,
    'PATCH /api/tickets/7/tasks/b': keeps,
    'POST /api/tickets/7/tasks/order': keeps,
    'GET /api/technicians': () => [],
    'GET /api/tickets/7/replies': () => ({
      ...{ replies: [], plans: [], teams: [{ id: 'workshop', name: 'Workshop' }] },
      checklists: [{ id: 'visit', name: 'Before a visit', tasks: 3 }],
    }),
    'POST /api/checklists': ({ body }) => (sent.push(body), { number: 4 }),
  })
  const ticket = ticketPage({ tasks, people: { ada: 'Ada' } })
  const { wrapper } = draw(TasksPart, { props: { ticket, zone: 'Europe/London', now: 100 } as never })
  shown = wrapper
  useSession().me = { ...meAs(role), id: 'ada', teams: ['workshop'] }
  await settled()
  return { wrapper, calls, sent }
}
type Drawn = Awaited<ReturnType<typeof drawn>>['wrapper']
const field = (wrapper: Drawn) => wrapper.find<HTMLInputElement>('.typing input[type=text]')
const box = (wrapper: Drawn, id: string) => wrapper.find<HTMLInputElement>(`[data-task=${id}] input`)
const press = async (name: string) => {
  const found = [...document.querySelectorAll<HTMLElement>('button, [role=menuitem] a')].find(
    (one) => one.textContent?.trim() === name || one.getAttribute('aria-label') === name,
  )
  expect(found, name).toBeDefined()
  found!.click()
  await settled()
}

describe('what is to do on a ticket', () => {
  it('is typed in one field: Enter makes the next, and the field is empty for it', async () => {
    const { wrapper, sent } = await drawn([])
    for (const text of ['Look', 'Think']) {
      await field(wrapper).setValue(text)
      await field(wrapper).trigger('keydown', { key: 'Enter' })
      await settled()
      expect(field(wrapper).element.value).toBe('')
    }
    expect(sent).toEqual([{ tasks: [{ text: 'Look' }] }, { tasks: [{ text: 'Think' }] }])
  })

  it('becomes many of a pasted list', async () => {
    const { wrapper, sent } = await drawn([])
    const clipboardData = { getData: () => '- Look\n- [ ] Think\n' }
    await field(wrapper).trigger('paste', { clipboardData })
    await settled()
    expect(sent).toEqual([{ tasks: [{ text: 'Look' }, { text: 'Think' }] }])
  })

  it('stands in the field again where it could not be written down', async () => {
    const { wrapper } = await drawn([], 'technician', 500)
    await field(wrapper).setValue('Look')
    await field(wrapper).trigger('keydown', { key: 'Enter' })
    await settled()
    expect(field(wrapper).element.value).toBe('Look')
  })

  it('is ticked one after the other without waiting', async () => {
    const { wrapper, sent } = await drawn([task('a'), task('b')])
    await box(wrapper, 'a').setValue(true)
    expect(box(wrapper, 'b').element.disabled).toBe(false)
    await box(wrapper, 'b').setValue(true)
    expect(document.body.textContent).toContain('2 of 2')
    await settled()
    expect(sent).toEqual([{ done: true }, { done: true }])
  })

  it('asks for what belongs to it before it is ticked, and says what does not do', async () => {
    const { wrapper, sent } = await drawn([
      task('a', { evidence: { is: 'figure', least: 12, most: 14, unit: 'V' } }),
    ])
    await box(wrapper, 'a').setValue(true)
    await settled()
    const form = wrapper.find('form[aria-label="What “Do a” asks for"]')
    const figure = form.find('input')
    for (const value of ['9', '13']) {
      await figure.setValue(value)
      await figure.trigger('blur')
      await form.trigger('submit')
      await settled()
      if (value === '9') expect(form.text()).toContain('must be from 12 to 14 V')
    }
    expect(sent).toEqual([{ done: true, figure: 13 }])
  })

  it('goes earlier and later by the keys, and the cursor goes with it', async () => {
    const { wrapper, sent } = await drawn([task('a'), task('b')])
    box(wrapper, 'b').element.focus()
    await box(wrapper, 'b').trigger('keydown', { key: 'ArrowUp', altKey: true })
    await settled()
    expect(sent).toEqual([{ order: ['b', 'a'] }])
    expect(document.activeElement).toBe(box(wrapper, 'b').element)
    await box(wrapper, 'b').trigger('keydown', { key: 'ArrowDown' })
    await settled()
    expect(document.activeElement).toBe(box(wrapper, 'a').element)
    // There is nothing above the first.
    await box(wrapper, 'b').trigger('keydown', { key: 'ArrowUp', altKey: true })
    expect(sent).toHaveLength(1)
  })

  it('says who has it, that it is late, and why it is not needed', async () => {
    await drawn([
      task('a', { due: 50, person: 'ada', required: true }),
      task('b', { notNeeded: { by: 'ada', at: 10, why: 'It is new' } }),
      task('c', { done: { by: 'ada', at: 10, given: { is: 'figure', figure: 12.6, unit: 'V' } } }),
    ])
    const text = document.body.textContent!.replace(/\s+/g, ' ')
    expect(text).toContain('late, due')
    expect(text).toContain('must be done · Ada')
    expect(text).toContain('not needed, says Ada: It is new')
    expect(text).toContain('12.6 V')
    expect(text).toContain('2 of 3')
  })

  it('is changed in what is other than it was, and in nothing else', async () => {
    const { wrapper, sent } = await drawn([task('a', { person: 'ada', evidence: { is: 'file' } })])
    await press('What else of “Do a”')
    await press('Change …')
    const form = wrapper.find('form[aria-label="Terms of “Do a”"]')
    await form.find('input[type=checkbox]').setValue(true)
    await form.trigger('submit')
    await settled()
    expect(sent).toEqual([{ required: true }])
  })

  it('is kept as a checklist for a team of theirs', async () => {
    const { wrapper, sent } = await drawn([task('a')])
    await press('Lists for what is to do')
    await press('Keep it as a checklist …')
    const form = wrapper.find('form[aria-label="Keep it as a checklist"]')
    await form.find('input').setValue('Power')
    await form.trigger('submit')
    await settled()
    expect(sent).toEqual([{ name: 'Power', team: 'workshop', reference: 7 }])
    expect(document.body.textContent).toContain('“Power” is kept.')
  })

  it('is read only by whoever does not work on tickets', async () => {
    const { wrapper } = await drawn([task('a')], 'requester')
    expect(wrapper.find('.typing').exists()).toBe(false)
    expect(box(wrapper, 'a').element.disabled).toBe(true)
  })
})
