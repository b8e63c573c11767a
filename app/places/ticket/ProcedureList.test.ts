import { afterEach, describe, expect, it, vi } from 'vitest'
import { draw, settled } from '../../testing/on'
import { asked } from '~/kit/asking'
import { meAs } from '../../testing/me'
import { refusal, serve } from '../../testing/server'
import { ticketPage } from '../../testing/ticket'
import { useSession } from '~/stores/session'
import ProcedureList from './ProcedureList.vue'

afterEach(() => vi.unstubAllGlobals())

const PROCEDURE = {
  ...{ article: 4, title: 'A scanner that forgets' },
  steps: [
    { id: 1, text: 'Hold both keys', by: 'pia-lund', name: 'Pia Lund', at: Date.UTC(2026, 9, 2) },
    { id: 2, text: 'Plug in the stick' },
  ],
}
async function drawn(refuses = false, role = 'technician') {
  const sent: [string, unknown][] = []
  serve({
    'POST /api/tickets/7/procedures/4/steps/2': ({ body }) => {
      sent.push(['tick', body])
      if (refuses) throw refusal(404, 'This step is not followed here any more.')
      return { sequence: 9 }
    },
    'DELETE /api/tickets/7/procedures/4': () => {
      sent.push(['leave', undefined])
      return { sequence: 9 }
    },
  })
  const { wrapper } = draw(ProcedureList, {
    props: { ticket: ticketPage({ procedures: [PROCEDURE] }), zone: 'Europe/London' } as never,
  })
  useSession().me = meAs(role)
  await settled()
  return { wrapper, sent }
}
const boxes = () => [...document.querySelectorAll<HTMLInputElement>('input[type=checkbox]')]

describe('a procedure beside a ticket', () => {
  it('says how far it is and who did what, and is ticked there', async () => {
    const { wrapper, sent } = await drawn()
    expect(wrapper.text()).toContain('1 of 2 done')
    expect(wrapper.text()).toContain('Pia Lund, 2')
    expect(boxes().map((one) => one.checked)).toEqual([true, false])
    await wrapper.findAll('input')[1]!.setValue(true)
    await settled()
    expect(sent).toEqual([['tick', { on: true }]])
    expect(wrapper.emitted('done')).toBeTruthy()
  })

  it('shows a tick that did not go through as it was, and says why', async () => {
    const { wrapper } = await drawn(true)
    await wrapper.findAll('input')[1]!.setValue(true)
    await settled()
    expect(boxes()[1]!.checked).toBe(false)
    expect(wrapper.text()).toContain('not followed here any more')
  })

  it('is left once that is confirmed, and only read by whoever does not work on tickets', async () => {
    const { wrapper, sent } = await drawn()
    await wrapper.get('button.no-print').trigger('click')
    asked.value!.answer(true)
    await settled()
    expect(sent).toEqual([['leave', undefined]])
    wrapper.unmount()
    const reading = await drawn(false, 'requester')
    expect(boxes().every((one) => one.disabled)).toBe(true)
    expect(reading.wrapper.text()).not.toContain('No longer follow it')
  })
})
