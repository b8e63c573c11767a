import { describe, expect, it } from 'vitest'
import { meAs } from '../../testing/me'
import { draw, settled } from '../../testing/on'
import { refusal, serve } from '../../testing/server'
import CoveredPart from './CoveredPart.vue'

async function shown(answer: (body: { name: string }) => unknown) {
  const made: unknown[] = []
  serve({
    'GET /api/directory/equipment': () => ({ rows: [], total: 0, names: {} }),
    'POST /api/directory/equipment': ({ body }) => {
      const thing = answer(body as { name: string })
      made.push(body)
      return thing
    },
  })
  const { wrapper } = draw(CoveredPart, { props: { id: '1042', organisation: 'merrow' } as never })
  useSession().me = meAs('lead')
  await settled()
  const write = async (text: string) => {
    await wrapper.get('textarea').setValue(text)
    await settled()
    await wrapper.get('form').trigger('submit')
    await settled()
  }
  const left = () => (wrapper.get('textarea').element as HTMLTextAreaElement).value
  return { wrapper, made, write, left }
}

describe('machines under an agreement', () => {
  it('are made as its owner’s and covered by it; what is wrong stays to be put right', async () => {
    const { wrapper, made, write, left } = await shown(({ name }) => {
      if (name === 'Mast') throw refusal(422, 'No', [{ field: 'serial', message: 'another has this number' }])
      return { id: '5050' }
    })
    expect(wrapper.text()).toContain('It covers no machine yet.')
    await write('Winch\tPetrel\nMast\t\t\tM-1\nHorn')
    const covered = { organisation: 'merrow', agreement: '1042' }
    expect(made).toEqual([
      { name: 'Winch', maker: 'Petrel', ...covered },
      { name: 'Horn', ...covered },
    ])
    expect(wrapper.get('[role="alert"]').text()).toBe('Mast: another has this number')
    expect(left()).toBe('Mast\t\t\tM-1')
  })

  it('are not made by the hundred here', async () => {
    const { wrapper, made, write } = await shown(() => ({ id: '5050' }))
    await write('Till\n'.repeat(51))
    expect(made).toEqual([])
    expect(wrapper.text()).toContain('Bring 50 at a time here')
  })
})
