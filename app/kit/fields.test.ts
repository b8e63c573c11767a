import { flushPromises } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { draw } from '../testing/on'
import KitCheckbox from './KitCheckbox.vue'
import KitChoice from './KitChoice.vue'
import KitDay from './KitDay.vue'
import KitDuration from './KitDuration.vue'
import KitFinder from './KitFinder.vue'
import KitManyChoices from './KitManyChoices.vue'
import KitMoment from './KitMoment.vue'
import KitMoney from './KitMoney.vue'
import KitNumber from './KitNumber.vue'
import KitRadio from './KitRadio.vue'
import KitSwitch from './KitSwitch.vue'
import KitTicks from './KitTicks.vue'
import KitText from './KitText.vue'

const TEAMS = ['Counter', 'Field', 'Network'].map((label) => ({ value: label.toLowerCase(), label }))
const emitted = (wrapper: ReturnType<typeof draw>['wrapper']) =>
  (wrapper.emitted('update:modelValue') ?? []).map(([value]) => value)

describe('a field', () => {
  it('has its label, its help and its fault by the control', () => {
    const { wrapper } = draw(KitText, {
      props: { modelValue: '', label: 'Summary', help: 'In a few words.', error: 'Please say what it is.' },
    })
    const input = wrapper.get('input')
    expect(wrapper.get('label').attributes('for')).toBe(input.attributes('id'))
    const described = input
      .attributes('aria-describedby')!
      .split(' ')
      .map((id) => document.getElementById(id))
    expect(described.map((one) => one?.textContent)).toEqual(['In a few words.', 'Please say what it is.'])
    expect(input.attributes('aria-invalid')).toBe('true')
  })

  it('says its label aloud where its place shows it already', () => {
    const { wrapper } = draw(KitText, { props: { modelValue: '', label: 'Find here', bare: true } })
    expect(wrapper.get('label').classes()).toContain('sr-only')
  })

  it('is taken over on Enter and when it is left, and put back on Escape', async () => {
    const commit = vi.fn()
    const { wrapper } = draw(KitText, { props: { modelValue: 'Night watch', label: 'Name', commit } })
    const input = wrapper.get('input')
    await input.setValue('Night hours')
    await input.trigger('keydown', { key: 'Enter' })
    await flushPromises()
    await input.setValue('Night')
    await input.trigger('blur')
    await flushPromises()
    expect(commit.mock.calls.map(([now]) => now)).toEqual(['Night hours', 'Night'])
    await input.setValue('N')
    await input.trigger('keydown', { key: 'Escape' })
    expect((input.element as HTMLInputElement).value).toBe('Night watch')
  })

  it('shows what it was taken over as', async () => {
    const { wrapper } = draw(KitText, { props: { modelValue: '', label: 'How long' } })
    await wrapper.setProps({ commit: () => void wrapper.setProps({ modelValue: '1 hour 30 minutes' }) })
    await wrapper.get('input').setValue('1:30')
    await wrapper.get('input').trigger('blur')
    await flushPromises()
    expect(wrapper.get('input').element.value).toBe('1 hour 30 minutes')
  })

  it('tells what somebody else has made of it, and takes that', async () => {
    const { wrapper } = draw(KitText, {
      props: { modelValue: 'Night watch', label: 'Name', commit: () => undefined },
    })
    await wrapper.get('input').setValue('Night watch at Hallin')
    await wrapper.setProps({ modelValue: 'Night hours' })
    expect(wrapper.get('.theirs').text()).toContain('“Night hours”')
    await wrapper.get('.theirs button').trigger('click')
    expect((wrapper.get('input').element as HTMLInputElement).value).toBe('Night hours')
    expect(wrapper.find('.theirs').exists()).toBe(false)
  })
})

describe('numbers', () => {
  it('are told with each letter, and stay while the page is drawn anew', async () => {
    const { wrapper } = draw(KitNumber, { props: { modelValue: 3, label: 'How many', unit: 'pieces' } })
    const input = wrapper.get('input')
    input.element.focus()
    input.element.setSelectionRange(1, 1)
    input.element.dispatchEvent(new KeyboardEvent('keypress', { key: '4', code: 'Digit4', bubbles: true }))
    await flushPromises()
    expect(emitted(wrapper)).toContain(34)
    await wrapper.setProps({ modelValue: 7 })
    expect((input.element as HTMLInputElement).value).toBe('34')
    expect(wrapper.text()).toContain('pieces')
  })

  it('are told where no key is, as on a phone', async () => {
    const { wrapper } = draw(KitNumber, { props: { modelValue: null, label: 'How many' } })
    const input = wrapper.get('input')
    input.element.value = '12'
    input.element.dispatchEvent(new Event('input', { bubbles: true }))
    expect(emitted(wrapper)).toEqual([12])
  })

  it('of money have the places that their currency has', () => {
    const places = (currency: string, amount: number) =>
      (
        draw(KitMoney, { props: { modelValue: amount, label: 'Cost', currency } }).wrapper.get('input')
          .element as HTMLInputElement
      ).value
    expect([places('EUR', 129.5), places('ISK', 1200), places('TND', 1.25)]).toEqual([
      '129.50',
      '1200',
      '1.250',
    ])
  })
})

describe('a length of time', () => {
  it('is typed as people say it, and kept as ISO 8601 has it', async () => {
    const { wrapper } = draw(KitDuration, { props: { modelValue: 'PT2H30M', label: 'Promised' } })
    const input = wrapper.get('input')
    expect((input.element as HTMLInputElement).value).toBe('2 hours 30 minutes')
    await input.setValue('1:15')
    await input.setValue('3 days')
    expect(emitted(wrapper)).toEqual(['PT1H15M', 'PT72H'])
  })

  it('is kept once it is left, where it is kept on leaving', async () => {
    const commit = vi.fn()
    const { wrapper } = draw(KitDuration, {
      props: { modelValue: 'P3D', label: 'Nothing happens for', commit },
    })
    const input = wrapper.get('input')
    expect((input.element as HTMLInputElement).value).toBe('3 days')
    await input.setValue('30 days')
    expect(commit).not.toHaveBeenCalled()
    await input.trigger('blur')
    await flushPromises()
    expect(commit.mock.calls).toEqual([['PT720H', 'PT72H']])
  })

  it('stays as it is typed until it is left', async () => {
    const { wrapper } = draw(KitDuration, { props: { modelValue: '', label: 'Promised' } })
    const input = wrapper.get('input')
    await input.setValue('90 min')
    await wrapper.setProps({ modelValue: 'PT1H30M' })
    expect((input.element as HTMLInputElement).value).toBe('90 min')
    await input.trigger('focusout')
    expect((input.element as HTMLInputElement).value).toBe('1 hour 30 minutes')
  })
})

/** Opens a list of the library and gives its lines, which lie over the page. */
async function opened(wrapper: ReturnType<typeof draw>['wrapper']) {
  await wrapper.get('[role="combobox"], .p-multiselect').trigger('click')
  await flushPromises()
  return [...document.querySelectorAll<HTMLElement>('[role="option"]')]
}

describe('a choice', () => {
  it('is taken over at once', async () => {
    const commit = vi.fn()
    const { wrapper } = draw(KitChoice, {
      props: { modelValue: 'field', label: 'Team', options: TEAMS, commit },
    })
    expect(wrapper.get('[role="combobox"]').text()).toBe('Field')
    const lines = await opened(wrapper)
    expect(lines.map((one) => one.textContent)).toEqual(['Counter', 'Field', 'Network'])
    lines[2]!.dispatchEvent(new MouseEvent('mousedown', { bubbles: true }))
    lines[2]!.click()
    await flushPromises()
    expect(commit.mock.calls).toEqual([['network', 'field']])
  })

  it('may be one that stands for nothing, and is read like any other', async () => {
    const commit = vi.fn()
    const options = [{ value: '', label: 'everybody' }, ...TEAMS]
    const { wrapper } = draw(KitChoice, { props: { modelValue: '', label: 'Team', options, commit } })
    expect(wrapper.get('[role="combobox"]').text()).toBe('everybody')
    const lines = await opened(wrapper)
    lines[1]!.dispatchEvent(new MouseEvent('mousedown', { bubbles: true }))
    lines[1]!.click()
    await flushPromises()
    expect(commit.mock.calls).toEqual([['counter', '']])
    await wrapper.setProps({ modelValue: 'counter' })
    const again = await opened(wrapper)
    again[0]!.dispatchEvent(new MouseEvent('mousedown', { bubbles: true }))
    again[0]!.click()
    await flushPromises()
    expect(commit.mock.calls.at(-1)).toEqual(['', 'counter'])
  })

  it('of many is found by words', async () => {
    const options = Array.from({ length: 30 }, (_, at) => ({ value: at, label: `Shelf ${at}` }))
    const { wrapper } = draw(KitChoice, { props: { modelValue: null, label: 'Shelf', options } })
    await opened(wrapper)
    expect(document.querySelector('input[aria-label="Find in the list"]')).not.toBeNull()
  })

  it('is chosen by words and Enter however fast they come after the focus', async () => {
    const commit = vi.fn()
    const options = Array.from({ length: 30 }, (_, at) => ({ value: at, label: `Shelf ${at}` }))
    const { wrapper } = draw(KitChoice, { props: { modelValue: null, label: 'Shelf', options, commit } })
    await opened(wrapper)
    const line = document.querySelector<HTMLInputElement>('input[aria-label="Find in the list"]')!
    await wrapper.get('[role="combobox"]').trigger('blur')
    line.value = 'Shelf 27'
    line.dispatchEvent(new Event('input', { bubbles: true }))
    await new Promise((later) => setTimeout(later, 150))
    line.dispatchEvent(new KeyboardEvent('keydown', { code: 'Enter', bubbles: true }))
    await flushPromises()
    expect(commit.mock.calls).toEqual([[27, null]])
  })

  it('of several is taken over when its list is shut', async () => {
    const commit = vi.fn()
    const { wrapper } = draw(KitManyChoices, {
      props: { modelValue: ['field'], label: 'Teams', options: TEAMS, commit },
    })
    const lines = await opened(wrapper)
    lines[0]!.click()
    await flushPromises()
    expect(commit).not.toHaveBeenCalled()
    document.dispatchEvent(new MouseEvent('click', { bubbles: true }))
    wrapper.findComponent({ name: 'MultiSelect' }).vm.$emit('hide')
    await flushPromises()
    expect(commit.mock.calls).toEqual([[['field', 'counter'], ['field']]])
  })

  it('of a few is seen at once', async () => {
    const { wrapper } = draw(KitRadio, { props: { modelValue: 'field', label: 'Team', options: TEAMS } })
    expect(wrapper.get('legend').text()).toBe('Team')
    const inputs = wrapper.findAll('input')
    expect(inputs.map((one) => (one.element as HTMLInputElement).checked)).toEqual([false, true, false])
    await inputs[0]!.setValue(true)
    expect(emitted(wrapper)).toEqual(['counter'])
  })
})

describe('several of a few', () => {
  it('are ticked, and told in the order of the options', async () => {
    const { wrapper } = draw(KitTicks, {
      props: { modelValue: ['network'], label: 'Teams', options: TEAMS, name: 'teams' },
    })
    const boxes = wrapper.findAll('input')
    expect(boxes.map((one) => [one.attributes('name'), (one.element as HTMLInputElement).checked])).toEqual([
      ...[
        ['teams', false],
        ['teams', false],
        ['teams', true],
      ],
    ])
    await boxes[0]!.setValue(true)
    await wrapper.setProps({ modelValue: ['counter', 'network'] })
    await boxes[2]!.setValue(false)
    expect(emitted(wrapper)).toEqual([['counter', 'network'], ['counter']])
  })
})

describe('a finder', () => {
  const find = (words: string) => Promise.resolve(TEAMS.filter(({ label }) => label.startsWith(words)))
  async function type(wrapper: ReturnType<typeof draw>['wrapper'], words: string) {
    await wrapper.get('input').setValue(words)
    await vi.waitFor(() => expect(document.querySelectorAll('[role="option"]').length).toBeGreaterThan(0))
    return [...document.querySelectorAll<HTMLElement>('[role="option"]')]
  }

  it('looks for what is typed, and keeps what is chosen by its name', async () => {
    const { wrapper } = draw(KitFinder, {
      props: { modelValue: 'field', label: 'Team', find, said: 'Field' },
    })
    expect((wrapper.get('input').element as HTMLInputElement).value).toBe('Field')
    const [line] = await type(wrapper, 'Net')
    line!.click()
    await flushPromises()
    expect(emitted(wrapper)).toEqual(['network'])
  })

  it('does not take words for an answer', async () => {
    const { wrapper } = draw(KitFinder, {
      props: { modelValue: 'field', label: 'Team', find, said: 'Field' },
    })
    await type(wrapper, 'N')
    await wrapper.get('input').trigger('blur')
    await flushPromises()
    expect(emitted(wrapper)).toEqual([])
    expect((wrapper.get('input').element as HTMLInputElement).value).toBe('Field')
  })

  it('is nobody once it is emptied', async () => {
    const { wrapper } = draw(KitFinder, {
      props: { modelValue: 'field', label: 'Team', find, said: 'Field' },
    })
    await wrapper.get('input').setValue('')
    await wrapper.get('input').trigger('blur')
    expect(emitted(wrapper)).toEqual([null])
  })

  it('says why nothing could be looked for', async () => {
    const broken = () => Promise.reject(new Error('The desk cannot be reached.'))
    const { wrapper } = draw(KitFinder, { props: { modelValue: null, label: 'Team', find: broken } })
    await wrapper.get('input').setValue('N')
    await vi.waitFor(() => expect(wrapper.text()).toContain('The desk cannot be reached.'))
  })
})

describe('days and moments', () => {
  it('are kept as ISO 8601 has them, in the zone that stands beside them', async () => {
    const { wrapper } = draw(KitMoment, {
      props: { modelValue: '2026-07-01T13:30:00Z', label: 'Visit', zone: 'Europe/London' },
    })
    const [day, time] = wrapper.findAll('input')
    expect((day!.element as HTMLInputElement).value).toBe('2026-07-01')
    expect((time!.element as HTMLInputElement).value).toBe('14:30')
    expect(wrapper.text()).toContain('Europe/London')
    await time!.setValue('9.05')
    expect(emitted(wrapper).at(-1)).toMatch(/^2026-07-01T09:05:00(\.000)?\+01:00$/)
    await time!.setValue('26:00')
    expect(wrapper.text()).toContain('Write the time like 14:30.')
  })

  it('of the sheet are days of the calendar', async () => {
    const { wrapper } = draw(KitDay, { props: { modelValue: '', label: 'Wanted by' } })
    wrapper.findComponent({ name: 'DatePicker' }).vm.$emit('update:modelValue', new Date(2026, 9, 4))
    expect(emitted(wrapper)).toEqual(['2026-10-04'])
  })
})

describe('yes and no', () => {
  it('are ticked or switched by their words', async () => {
    const tick = draw(KitCheckbox, {
      props: { modelValue: false, label: 'Tell them', error: 'Please tick it.' },
    })
    await tick.wrapper.get('input').setValue(true)
    expect(emitted(tick.wrapper)).toEqual([true])
    expect(tick.wrapper.text()).toContain('Please tick it.')
    const on = draw(KitSwitch, { props: { modelValue: true, label: 'Alarms' } })
    expect(on.wrapper.get('label').attributes('for')).toBe(on.wrapper.get('input').attributes('id'))
    await on.wrapper.get('input').trigger('change')
    expect(emitted(on.wrapper)).toEqual([false])
  })
})
