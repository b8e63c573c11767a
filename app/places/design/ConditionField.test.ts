import { describe, expect, it } from 'vitest'
import { demoDesign } from '~~/demo/design'
import { demoDirectory } from '~~/demo/directory'
import type { Condition, Test } from '~~/core/condition'
import { Directory, namedDirectory, namesOf } from '~~/core/design'
import KitChoice from '~/kit/KitChoice.vue'
import { draw, settled } from '../../testing/on'
import ConditionField from './ConditionField.vue'
import TestField from './TestField.vue'

const design = demoDesign()
const names = namesOf(design, namedDirectory(new Directory(demoDirectory())))
const cover: Test = { fact: 'cover', op: 'is', value: 'Office hours' }
const boarding: Test = { fact: 'form.boardingStopped', op: 'is', value: true }

async function field(condition: Condition, more: object = {}) {
  const { wrapper } = draw(ConditionField, {
    props: { condition, words: design, names, readonly: false, label: 'When', ...more },
  })
  await settled()
  const choice = (label: string) =>
    wrapper.findAllComponents(KitChoice).find((one) => (one.props() as { label: string }).label === label)!
  const choose = async (label: string, value: unknown) => {
    choice(label).vm.$emit('update:modelValue', value)
    await settled()
  }
  const press = async (words: string) => {
    const all = wrapper.findAll('button')
    await all.find((one) => (one.attributes('aria-label') ?? one.text()) === words)!.trigger('click')
    await settled()
  }
  return { wrapper, choice, choose, press, told: () => wrapper.emitted('change')?.at(-1)?.[0] }
}

describe('a condition', () => {
  it('says in words that it asks nothing, and what that means', async () => {
    expect((await field({ all: [] })).wrapper.text()).toContain(
      'Asks nothing: it is always so, for every ticket.',
    )
    const never = await field({ any: [] })
    expect(never.wrapper.text()).toContain('it is for nothing until you ask')
    await never.press('Make it always so')
    expect(never.told()).toEqual({ all: [] })
  })

  it('says whether all or any must hold, and joins its parts by what that means', async () => {
    const all = await field({ all: [cover, boarding] })
    expect(all.choice('When: how many must hold').props()).toMatchObject({ modelValue: 'all' })
    expect(all.wrapper.text()).toMatch(/take out\s*and\s*Is boarding/)
    await all.choose('When: how many must hold', 'any')
    expect(all.told()).toEqual({ any: [cover, boarding] })
    expect((await field({ none: [cover, boarding] })).wrapper.text()).toContain('nor')
  })

  it('takes what is whole at once, and “and” is what a second part means', async () => {
    const one = await field({ any: [cover] })
    await one.choose('When: ask something more', 'form.boardingStopped')
    expect(one.told()).toEqual({ all: [cover, boarding] })
  })

  it('keeps a part to itself until it has a value', async () => {
    const one = await field({ all: [cover] })
    await one.choose('When: ask something more', 'site')
    expect(one.told()).toBeUndefined()
    expect(one.wrapper.text()).toContain('site')
    const test = one.wrapper.findAllComponents(TestField).at(-1)!
    test.vm.$emit('change', { fact: 'site', op: 'is', value: 'hallin' })
    await settled()
    expect(one.told()).toEqual({ all: [cover, { fact: 'site', op: 'is', value: 'hallin' }] })
    await one.choose('When: ask something more', 'queue')
    await one.press('When: take out queue')
    expect(one.wrapper.text()).not.toContain('queue')
  })

  it('keeps what is begun while its lists come anew', async () => {
    const { wrapper } = draw(TestField, {
      props: { test: { fact: 'site', op: 'oneOf', value: [] }, words: design, names, label: 'Site' },
    })
    await settled()
    wrapper.findComponent(KitChoice).vm.$emit('update:modelValue', 'isNot')
    await wrapper.setProps({ test: { fact: 'site', op: 'oneOf', value: [] }, names: { ...names } } as object)
    await settled()
    expect(wrapper.findComponent(KitChoice).props()).toMatchObject({ modelValue: 'isNot' })
    expect(wrapper.emitted('change')).toBeUndefined()
  })

  it('is always so again once its last part is gone', async () => {
    const one = await field({ any: [cover] })
    await one.press('When: take out cover')
    expect(one.told()).toEqual({ all: [] })
  })

  it('has a group in it once that asks something', async () => {
    const one = await field({ all: [cover] })
    await one.press('a group')
    expect(one.told()).toBeUndefined()
    const group = one.wrapper.findComponent({ name: 'ConditionField' })
    await one.choose('When, group 2: ask something', 'majorIncident')
    expect(group.exists()).toBe(true)
    expect(one.told()).toEqual({
      all: [cover, { any: [{ fact: 'majorIncident', op: 'is', value: true }] }],
    })
  })

  it('says what a costly test costs, beside it', async () => {
    const costly: Test = { fact: 'requester', op: 'contains', value: 'x' }
    expect((await field({ all: [costly] })).wrapper.text()).toContain('Costly: reads the whole text')
    expect((await field({ all: [cover] })).wrapper.text()).not.toContain('Costly')
  })
})
