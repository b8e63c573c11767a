import { describe, expect, it } from 'vitest'
import { draw, settled } from '../../testing/on'
import KitChoice from '~/kit/KitChoice.vue'
import { meAs } from '../../testing/me'
import { serve } from '../../testing/server'
import { useSession } from '~/stores/session'
import ManyBar from './ManyBar.vue'

const asked = { name: 'remarks', label: 'What was done?', type: 'longText', required: true }
const WORDS = {
  design: { questions: [], categories: [], fields: [], kinds: [] },
  names: {},
  facts: [],
  statuses: [
    { kind: 'fault', id: 'solved', name: 'Solved', gate: [asked] },
    {
      kind: 'loan',
      id: 'solved',
      name: 'Back',
      gate: [{ ...asked, name: 'state', label: 'How did it come back?' }],
    },
    { kind: 'fault', id: 'in-hand', name: 'In hand', gate: [] },
  ],
}
const text = (name: string) => document.querySelector(name)?.textContent?.replace(/\s+/g, ' ').trim() ?? ''
const press = async (words: string) => {
  const button = [...document.querySelectorAll('button')].find((one) => one.textContent?.includes(words))
  button!.click()
  await settled()
}

describe('many tickets', () => {
  it('are asked for what the gates of their kinds ask, and say what follows before it is done', async () => {
    const follows = { promises: 2, messages: [{ channel: 'mail', to: 'ines' }], ladders: [], overdrawn: [] }
    const bodies: unknown[] = []
    serve({
      'GET /api/views/words': () => WORDS,
      'POST /api/tickets/many': ({ body }) => {
        bodies.push(body)
        return {
          lines: [
            { reference: 7, summary: 'Gate', before: 'logged', changes: true, follows },
            { reference: 8, summary: 'Till', before: 'logged', changes: false, why: 'it is so already' },
          ],
        }
      },
    })
    const { wrapper } = draw(ManyBar, { props: { references: [7, 8], kinds: ['fault'] } as never })
    useSession().me = meAs('lead')
    await settled()
    const lists = wrapper.findAllComponents(KitChoice)
    lists[0]!.vm.$emit('update:modelValue', 'status')
    await settled()
    const value = wrapper.findAllComponents(KitChoice)[1]!
    expect(
      (value.props() as unknown as { options: { label: string }[] }).options.map((one) => one.label),
    ).toEqual(['Solved', 'In hand'])
    value.vm.$emit('update:modelValue', 'solved')
    await settled()
    expect(text('.gate')).toContain('What was done?')
    expect(text('.gate')).not.toContain('How did it come back?')
    const area = document.querySelector<HTMLTextAreaElement>('.gate textarea')!
    area.value = 'One cable'
    area.dispatchEvent(new Event('input'))
    await settled()
    await press('What would that do?')
    expect(bodies[0]).toMatchObject({
      field: 'status',
      value: 'solved',
      fields: { remarks: 'One cable' },
      trial: true,
    })
    // The same tickets, of a list that was drawn anew meanwhile.
    await wrapper.setProps({ references: [7, 8] } as never)
    expect(text('.many')).toContain('One ticket changes; 1 stays as it is')
    expect(text('.follows')).toBe('2 promises changeone message by mail to one person goes out')
    await press('Change it')
    expect(bodies[1]).toMatchObject({ trial: false })
    expect(text('.notice.good')).toContain('One ticket was changed, 1 not. one message went out')
    await press('Take it back')
    expect(bodies[2]).toMatchObject({ references: [7], field: 'status', value: 'logged' })
  })
})
