import { describe, expect, it } from 'vitest'
import { demoDesign } from '~~/demo/design'
import { demoDirectory } from '~~/demo/directory'
import { Directory, namedDirectory, namesOf, type SignalRules } from '~~/core/design'
import KitRadio from '~/kit/KitRadio.vue'
import KitCheckbox from '~/kit/KitCheckbox.vue'
import { draw, settled } from '../../../testing/on'
import type { MapPlace } from './map'
import SignalCellForm from './SignalCellForm.vue'

const design = demoDesign()
const names = namesOf(design, namedDirectory(new Directory(demoDirectory())))
const rules = design.triage.signals!
const [kind] = rules.kinds

async function form(place: MapPlace) {
  const { wrapper } = draw(SignalCellForm, {
    props: { place, rules, design, names, coverName: (cover: string) => cover || 'no agreement' },
  })
  await settled()
  const choose = async (way: string) => {
    wrapper.findComponent(KitRadio).vm.$emit('update:modelValue', way)
    await settled()
  }
  const over = async () => {
    wrapper.findComponent(KitCheckbox).vm.$emit('update:modelValue', true)
    await settled()
  }
  const kept = () => wrapper.emitted('keep')?.at(-1)?.[0] as SignalRules | undefined
  return { wrapper, choose, over, kept, send: () => wrapper.get('form').trigger('submit') }
}

describe('a cell of the signal map', () => {
  it('is kept as it is said, and needs no more than that for one cell', async () => {
    const { wrapper, choose, kept, send } = await form({ kind: kind!.id, cover: rules.covers[0]! })
    expect(wrapper.findComponent(KitCheckbox).exists()).toBe(false)
    await choose('pass')
    await send()
    expect(kept()!.map[kind!.id]![rules.covers[0]!]).toBeNull()
  })

  it('says for a row what it leaves, and what it replaces where that is wanted', async () => {
    const { wrapper, choose, over, kept, send } = await form({ kind: kind!.id })
    await choose('pass')
    expect(wrapper.text()).toMatch(/leaves \d+ cells? as decided/)
    expect(wrapper.get('button[type=submit]').attributes('disabled')).toBeDefined()
    await over()
    expect(wrapper.text()).toContain('Replaces:')
    expect(wrapper.text()).toMatch(/: was “/)
    await send()
    expect(Object.values(kept()!.map[kind!.id]!).every((one) => one === null)).toBe(true)
  })

  it('is no ticket before its item is said', async () => {
    const { wrapper, kept, send } = await form({})
    expect(wrapper.get('button[type=submit]').attributes('disabled')).toBeDefined()
    await send()
    expect(kept()).toBeUndefined()
  })
})
