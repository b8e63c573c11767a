import { afterEach, describe, expect, it, vi } from 'vitest'
import { draw, settled } from '../../testing/on'
import KitChoice from '~/kit/KitChoice.vue'
import { meAs } from '../../testing/me'
import { serve } from '../../testing/server'
import { useSession } from '~/stores/session'
import TogetherDialog from './TogetherDialog.vue'

afterEach(() => vi.unstubAllGlobals())

const remarks = { name: 'remarks', label: 'What solved it?', type: 'longText', required: true }
const WORDS = {
  design: { questions: [], categories: [], fields: [], kinds: [] },
  ...{ names: {}, facts: [] },
  statuses: [
    { kind: 'fault', id: 'in-hand', name: 'In hand', group: 'working', gate: [] },
    { kind: 'fault', id: 'solved', name: 'Solved', group: 'done', gate: [remarks] },
  ],
}
const row = (reference: number, grade?: string) => ({
  ...{ reference, summary: `Gate ${reference} reads nothing`, requester: 'Ines Varga', status: 'Logged' },
  ...{ kind: 'fault', ...(grade && { grade }) },
})
type Body = { references: number[]; field: string; trial: boolean; value: unknown }

async function drawn(rows: ReturnType<typeof row>[], refused: readonly number[] = []) {
  const bodies: Body[] = []
  serve({
    'GET /api/views/words': () => WORDS,
    'GET /api/tickets/7/similar': () => ({ rows }),
    'POST /api/tickets/many': ({ body }) => {
      const sent = body as Body
      bodies.push(sent)
      const lines = sent.references.map((reference) => ({
        ...{ reference, summary: '', before: sent.field === 'reply' ? null : 'logged' },
        ...(refused.includes(reference) && sent.field === 'status'
          ? { changes: false, why: 'somebody merged it' }
          : { changes: true }),
        follows: { promises: 0, messages: [{ channel: 'mail', to: 'ines' }], ladders: [], overdrawn: [] },
      }))
      return { lines }
    },
  })
  const drawing = draw(TogetherDialog, { props: { reference: 7, zone: 'Europe/London' } as never })
  useSession().me = meAs('technician')
  await settled()
  return { ...drawing, bodies }
}
const said = () => document.body.textContent!.replace(/\s+/g, ' ')
const press = async (words: string) => {
  const button = [...document.querySelectorAll('button')].find((one) => one.textContent?.includes(words))
  button!.click()
  await settled()
}
async function type(label: string, words: string) {
  const at = [...document.querySelectorAll('label')].find((one) => one.textContent!.includes(label))!
  const area = document.getElementById(at.htmlFor) as HTMLTextAreaElement
  area.value = words
  area.dispatchEvent(new Event('input'))
  await settled()
}

describe('several tickets that are alike', () => {
  it('are ticked as far as they are nearly the same, and further down with one press', async () => {
    await drawn([row(7), row(8, 'same'), row(9, 'alike'), row(10, 'loose')])
    expect(said()).toContain('2 of 4 ticked.')
    await press('alike (3)')
    expect(said()).toContain('3 of 4 ticked.')
  })

  it('are answered and ended, those that cannot be are left, and the ending is taken back', async () => {
    const { wrapper, bodies } = await drawn([row(7), row(8, 'same'), row(9, 'same')], [9])
    await type('What each requester is told', 'The panel was started anew.')
    wrapper.getComponent(KitChoice).vm.$emit('update:modelValue', 'solved')
    await settled()
    await type('What solved it?', 'Started anew')
    await press('What would that do?')
    expect(bodies.every((one) => one.trial)).toBe(true)
    expect(said()).toContain(
      '2 tickets change; 1 stays as it is:9 somebody merged it4 messages by mail to one person go out',
    )
    bodies.length = 0
    await press('Do it with 2 tickets')
    expect(bodies).toMatchObject([
      { references: [7, 8], field: 'reply', value: 'The panel was started anew.', trial: false },
      { references: [7, 8], field: 'status', value: 'solved', fields: { remarks: 'Started anew' } },
    ])
    expect(said()).toContain('2 tickets were changed. 4 messages went out')
    bodies.length = 0
    await press('Take it back')
    // What was said cannot be.
    expect(bodies).toMatchObject([{ references: [7, 8], field: 'status', value: 'logged' }])
    expect(said()).toContain('2 tickets are as they were')
  })

  it('say so when there is none any more', async () => {
    await drawn([])
    expect(said()).toContain('No open ticket is like it any more.')
  })
})
