import { describe, expect, it, vi } from 'vitest'
import { FIRST_SUSPECTING, FIRST_WEIGHING, type Weighing } from '~~/core/similar'
import { draw, settled } from '../../../testing/on'
import KitChoice from '~/kit/KitChoice.vue'
import SimilarActs from './SimilarActs.vue'

const marks = [35, 75, 90, 95].map((value) => ({ value, label: `${value} of 100` }))
async function drawn(more: Partial<Weighing> = {}, readonly = false) {
  const save = vi.fn(() => Promise.resolve())
  const weighing = { ...FIRST_WEIGHING, ...more }
  const { wrapper } = draw(SimilarActs, { props: { weighing, marks, readonly, save } as never })
  await settled()
  return { wrapper, save }
}

describe('what is done by itself with a new ticket', () => {
  it('is nothing but showing it, until a lead says so', async () => {
    const { wrapper, save } = await drawn()
    expect(wrapper.findAllComponents(KitChoice)).toHaveLength(0)
    const [under, links] = wrapper.findAll('input[type=checkbox]')
    await under!.setValue(true)
    expect(save).toHaveBeenLastCalledWith({ under: { from: 95, within: 'PT4H' } })
    await links!.setValue(true)
    expect(save).toHaveBeenLastCalledWith({ links: { from: 85, within: 'PT24H' } })
  })

  it('is done from a mark at which tickets are compared at all, and no longer where it is switched off', async () => {
    const links = { from: 90, within: 'PT24H' }
    const { wrapper, save } = await drawn({ links, shown: 75 })
    const choice = wrapper.getComponent(KitChoice)
    const { options } = choice.props() as unknown as { options: { value: number }[] }
    expect(options.map((one) => one.value)).toEqual([75, 90, 95])
    choice.vm.$emit('update:modelValue', 95)
    expect(save).toHaveBeenLastCalledWith({ links: { ...links, from: 95 } })
    await wrapper.findAll('input[type=checkbox]')[1]!.setValue(false)
    expect(save).toHaveBeenLastCalledWith({ links: undefined })
  })

  it('says from how many one cause is suspected, or that it never is', async () => {
    const said = async (suspects?: Weighing['suspects']) => {
      const { wrapper } = await drawn(suspects && { suspects })
      return wrapper.text()
    }
    expect(await said()).toContain('Chance brings so many in one of')
    expect(await said({ ...FIRST_SUSPECTING, count: 0 })).not.toContain('Chance brings so many')
  })
})
