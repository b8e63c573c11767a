import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Condition } from '../condition'
import { checkAnswers, isRequired, shownQuestions, unknownAnswers } from './answers'
import type { Form, FormQuestion, Question } from './form'
import { nearDuplicates } from './nearDuplicates'
import { fitsPattern } from './pattern'
import { unreachableQuestions } from './reach'

const QUESTIONS: Question[] = [
  { name: 'gates', label: 'How many gates do not read?', type: 'number', min: 0, max: 9 },
  { name: 'stopped', label: 'Is boarding stopped?', type: 'yesNo' },
  {
    name: 'light',
    label: 'What does the light show?',
    type: 'choice',
    options: ['red', 'off'].map((value) => ({ value, label: value })),
  },
  { name: 'who', label: 'Who is joining?', type: 'person' },
  {
    name: 'plate',
    label: 'Number on the plate',
    type: 'text',
    pattern: { like: '^\\d+$', message: 'figures only' },
  },
]
const library = new Map(QUESTIONS.map((one) => [one.name, one]))
const formOf = (...questions: FormQuestion[]): Form => ({
  id: 'f',
  name: 'F',
  steps: [{ title: 's', questions }],
})
const is = (fact: string, value: string | boolean): Condition => ({ fact, op: 'is', value })

describe('a form', () => {
  it('asks by who asks as well as by what was answered', () => {
    const form = formOf(
      { question: 'gates', showWhen: is('site', 'varnes') },
      { question: 'light', requireWhen: { fact: 'form.gates', op: 'greater', value: 2 } },
    )
    expect(shownQuestions(form, {}, { site: 'varnes' })).toHaveLength(2)
    expect(shownQuestions(form, {}, { site: 'skerry' }).map((one) => one.question)).toEqual(['light'])
    const asked = { form, library, asker: { site: 'varnes' } }
    expect(checkAnswers(asked, { gates: 2 })).toEqual([])
    expect(checkAnswers(asked, { gates: 3 })).toMatchObject([{ question: 'light' }])
    expect(isRequired(form.steps[0]!.questions[1]!, { 'form.gates': 3 })).toBe(true)
  })

  it('takes only people who are there, and texts that look as they should', () => {
    const asked = { form: formOf({ question: 'who' }, { question: 'plate' }), fits: fitsPattern, library }
    expect(checkAnswers(asked, { plate: '12a' })).toEqual([{ question: 'plate', message: 'figures only' }])
    expect(checkAnswers(asked, { plate: '12', who: 'ines' })).toEqual([])
    const nameOf = (_: string, id: string) => (id === 'ines' ? 'Ines Varga' : undefined)
    expect(unknownAnswers(asked, { who: 'ines' }, nameOf)).toEqual([])
    expect(unknownAnswers(asked, { who: 'gone' }, nameOf)).toMatchObject([{ question: 'who' }])
  })
})

describe('questions that can never show', () => {
  it.each<[string, FormQuestion[], string[]]>([
    [
      'an answer that is out of range',
      [
        { question: 'gates' },
        { question: 'light', showWhen: { fact: 'form.gates', op: 'greater', value: 9 } },
      ],
      ['light'],
    ],
    [
      'an answer that is in range',
      [
        { question: 'gates' },
        { question: 'light', showWhen: { fact: 'form.gates', op: 'greater', value: 8 } },
      ],
      [],
    ],
    [
      'both of two that exclude each other',
      [
        { question: 'light' },
        { question: 'gates', showWhen: { all: [is('form.light', 'red'), is('form.light', 'off')] } },
      ],
      ['gates'],
    ],
    [
      'one that hangs on one that never shows',
      [
        { question: 'stopped' },
        { question: 'light', showWhen: { any: [] } },
        { question: 'gates', showWhen: is('form.light', 'red') },
      ],
      ['light', 'gates'],
    ],
    [
      'a number between two whole ones',
      [
        { question: 'gates' },
        {
          question: 'light',
          showWhen: {
            all: [
              { fact: 'form.gates', op: 'greater', value: 2 },
              { fact: 'form.gates', op: 'less', value: 3 },
            ],
          },
        },
      ],
      [],
    ],
    ['who asks', [{ question: 'gates', showWhen: is('site', 'varnes') }], []],
    [
      'who asks twice over',
      [{ question: 'gates', showWhen: { all: [is('site', 'varnes'), is('site', 'skerry')] } }],
      ['gates'],
    ],
    [
      'no answer',
      [{ question: 'light' }, { question: 'gates', showWhen: { fact: 'form.light', op: 'empty' } }],
      [],
    ],
  ])('are found where they ask for %s', (_, questions, never) => {
    expect(unreachableQuestions(formOf(...questions), library)).toEqual(never)
  })

  it('are none of those that show for some answers that are tried at random', () => {
    const test = fc.oneof(
      fc.record({
        fact: fc.constant('form.gates'),
        op: fc.constantFrom('greater', 'atLeast', 'less', 'atMost', 'is'),
        value: fc.integer({ min: -1, max: 10 }),
      }),
      fc.record({
        fact: fc.constant('form.light'),
        op: fc.constantFrom('is', 'isNot', 'filled', 'empty'),
        value: fc.constantFrom('red', 'off'),
      }),
      fc.record({
        fact: fc.constant('site'),
        op: fc.constantFrom('is', 'isNot', 'empty'),
        value: fc.constantFrom('varnes', 'skerry'),
      }),
    ) as fc.Arbitrary<Condition>
    const condition = fc.oneof(
      test,
      fc.array(test, { maxLength: 3 }).map((all) => ({ all })),
      fc.array(test, { maxLength: 3 }).map((none) => ({ none })),
    )
    const answers = fc.record(
      { gates: fc.integer({ min: 0, max: 9 }), light: fc.constantFrom('red', 'off') },
      { requiredKeys: [] },
    )
    const site = fc.constantFrom('varnes', 'skerry', 'hallin', null)
    fc.assert(
      fc.property(
        condition,
        condition,
        fc.array(fc.tuple(answers, site), { maxLength: 20 }),
        (first, second, tries) => {
          const form = formOf(
            { question: 'gates' },
            { question: 'light' },
            { question: 'stopped', showWhen: first },
            { question: 'plate', showWhen: second },
          )
          const never = unreachableQuestions(form, library)
          for (const [given, from] of tries)
            for (const one of shownQuestions(form, given, { site: from }))
              expect(never).not.toContain(one.question)
        },
      ),
      { numRuns: 300 },
    )
  })
})

describe('a question that is there already', () => {
  it.each([
    ['How many gates do not read tickets?', ['gates']],
    ['Has the boarding stopped?', ['stopped']],
    ['What colour is the ferry?', []],
    ['', []],
  ])('is offered in place of “%s”', (label, names) => {
    expect(nearDuplicates(label, QUESTIONS).map((one) => one.name)).toEqual(names)
  })
})
