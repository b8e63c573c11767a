import { describe, expect, it } from 'vitest'
import { demoDesign } from '~~/demo/design'
import { demoDirectory } from '~~/demo/directory'
import { CompiledDesign, Directory, namedDirectory, namesOf, usesOfAnswers } from '~~/core/design'
import KitChoice from '~/kit/KitChoice.vue'
import { draw, settled } from '../../../testing/on'
import { formsByQuestion } from '../questions/library'
import QuestionCard from './QuestionCard.vue'

const directory = new Directory(demoDirectory())
const design = demoDesign()
const names = namesOf(design, namedDirectory(directory))
const vocabulary = new CompiledDesign(design, 0).vocabulary(directory)

async function card(name: string, form: string, more: object = {}) {
  const asking = design.forms.find((one) => one.id === form)!
  const { wrapper } = draw(QuestionCard, {
    props: {
      ...{ design, names, vocabulary, readonly: false, findings: [], form: asking, before: [] },
      asked: asking.steps.flatMap((step) => step.questions).find((one) => one.question === name)!,
      question: design.questions.find((one) => one.name === name)!,
      others: (formsByQuestion(design).get(name) ?? []).filter((one) => one.id !== form),
      uses: usesOfAnswers(design).get(name) ?? [],
      ...more,
    },
  })
  await settled()
  const press = async (words: RegExp) => {
    const found = wrapper
      .findAll('button')
      .find((one) => words.test(one.attributes('aria-label') ?? one.text()))
    await found!.trigger('click')
    // What is opened is fetched, and what stands in it after that.
    await settled()
    await settled()
  }
  const choose = async (label: string, value: unknown) => {
    const found = wrapper
      .findAllComponents(KitChoice)
      .find((one) => (one.props() as { label: string }).label === label)
    found!.vm.$emit('update:modelValue', value)
    await settled()
  }
  const told = (event: string) => wrapper.emitted(event)?.at(-1)?.[0]
  return { wrapper, press, choose, told }
}

describe('a question in a form', () => {
  it('is typed over in place where only this form asks it', async () => {
    const { wrapper, told } = await card('gates', 'gate-scanner')
    const words = wrapper.get('input')
    await words.setValue('How many gates read nothing?')
    await words.trigger('blur')
    await settled()
    expect(told('question')).toMatchObject({ name: 'gates', label: 'How many gates read nothing?' })
  })

  it('cannot be typed over where others ask it, until somebody says that they mean all of them', async () => {
    const { wrapper, press } = await card('details', 'gate-scanner')
    expect(wrapper.findAll('input, textarea')).toHaveLength(0)
    expect(wrapper.text()).toContain('in 8 forms')
    await press(/: change$/)
    expect(wrapper.text()).toContain('In 8 forms.')
    expect(wrapper.text()).not.toContain('What is asked')
    await press(/^Change .* everywhere$/)
    expect(wrapper.text()).toContain('changes in all 8 forms')
    expect(wrapper.findAll('input').length).toBeGreaterThan(1)
  })

  it('becomes this form’s own in one act', async () => {
    const { press, told } = await card('details', 'gate-scanner')
    await press(/: change$/)
    await press(/this form’s own$/)
    const steps = told('own') as { list: string; id: string }[]
    expect(steps.map((one) => `${one.list} ${one.id}`).sort()).toEqual([
      'forms gate-scanner',
      'questions gate-scanner-details',
    ])
  })

  it('says in words when it is asked and must be answered, and both are chosen', async () => {
    const { wrapper, press, choose, told } = await card('boardingStopped', 'gate-scanner', {
      before: ['gates'],
    })
    expect(wrapper.text()).toMatch(/must be answered · ?asked only when|must be answered\s*asked only when/)
    await press(/: change$/)
    await choose('Must be answered', 'when')
    expect(told('asked')).toMatchObject({ question: 'boardingStopped', requireWhen: { any: [] } })
    expect(told('asked')).not.toHaveProperty('required')
    await choose('Asked', 'always')
    expect(told('asked')).not.toHaveProperty('showWhen')
    await choose('Must be answered', 'never')
    expect(told('asked')).not.toHaveProperty('required')
  })

  it('is only read in an edition', async () => {
    const { wrapper } = await card('gates', 'gate-scanner', { readonly: true })
    expect(wrapper.findAll('button, input')).toHaveLength(0)
  })
})
