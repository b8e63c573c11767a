import { describe, expect, it } from 'vitest'
import { effectScope, ref } from 'vue'
import type { Question } from '~~/core/intake/form'
import type { AskedForm } from './useForm'

const QUESTIONS: Question[] = [
  { name: 'gates', label: 'How many gates do not read?', type: 'number', min: 1, default: 1 },
  { name: 'stopped', label: 'Has boarding stopped?', type: 'yesNo' },
  { name: 'where', label: 'Where?', type: 'text' },
  { name: 'who', label: 'Who saw it?', type: 'person' },
]
const ASKED: AskedForm = {
  asker: {},
  questions: QUESTIONS,
  form: {
    stepByStep: false,
    steps: [
      {
        title: 'The gate',
        questions: [
          { question: 'gates', required: true },
          { question: 'stopped', required: false },
          {
            question: 'where',
            required: true,
            showWhen: { all: [{ fact: 'form.stopped', op: 'is', value: true }] },
          },
          { question: 'who', required: false },
        ],
      },
    ],
  } as unknown as AskedForm['form'],
}
const form = () => {
  const asked = ref<AskedForm | undefined>(ASKED)
  return { asked, ...effectScope().run(() => useForm(() => asked.value))! }
}

describe('answers to a form', () => {
  it('are filled in beforehand where nothing is answered', () => {
    const { answers, fillIn, put } = form()
    fillIn()
    expect(answers).toEqual({ gates: 1 })
    put('gates', 4)
    fillIn()
    expect(answers).toEqual({ gates: 4 })
  })

  it('of questions that are not asked are kept aside', () => {
    const { answers, given, shown, put } = form()
    put('gates', 2)
    put('stopped', true)
    put('where', 'Hallin')
    expect([...shown.value]).toEqual(['gates', 'stopped', 'where', 'who'])
    put('stopped', false)
    expect(given.value).toEqual({ gates: 2, stopped: false })
    expect(answers.where).toBe('Hallin')
    put('stopped', true)
    expect(given.value.where).toBe('Hallin')
  })

  it('are looked through: what is missing, and what does not fit', () => {
    const { check, put } = form()
    expect(check().map(({ question }) => question)).toEqual(['gates'])
    put('gates', 0)
    put('stopped', true)
    expect(check().map(({ question }) => question)).toEqual(['gates', 'where'])
    put('gates', 3)
    put('where', 'Hallin')
    expect(check()).toEqual([])
  })

  it('that are emptied are none', () => {
    const { given, put } = form()
    put('gates', 3)
    put('gates', undefined)
    put('where', '')
    expect(given.value).toEqual({})
  })

  it('of a form that is not there yet are nothing wrong', () => {
    const { asked, check, namedTypes } = form()
    expect(namedTypes.value).toEqual(['person'])
    asked.value = undefined
    expect([check(), namedTypes.value]).toEqual([[], []])
  })
})
