import Ajv2020 from 'ajv/dist/2020.js'
import addFormats from 'ajv-formats'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { runs } from '../../tests/runs'
import { factsOf, holds, type Condition, type Test } from '../condition'
import { answerFacts, answersInWords, checkAnswers, shownQuestions } from './answers'
import type { Form, Question } from './form'
import { fitsPattern } from './pattern'
import { conditionSchema, formSchema } from './schema'

const QUESTIONS: Question[] = [
  { name: 'gates', label: 'Gates', type: 'number', min: 1, max: 40, unit: 'gates' },
  { name: 'stopped', label: 'Stopped?', type: 'yesNo' },
  {
    name: 'light',
    label: 'Light',
    type: 'choice',
    options: [
      { value: 'red', label: 'It is red' },
      { value: 'off', label: 'Off' },
      { value: '', label: 'I cannot say' },
    ],
  },
  {
    name: 'needs',
    label: 'Needs',
    type: 'manyChoices',
    options: [
      { value: 'mail', label: 'Mail' },
      { value: 'till', label: 'Till' },
    ],
  },
  { name: 'words', label: 'Words', type: 'text', maxLength: 5 },
  { name: 'code', label: 'Code', type: 'text', pattern: { like: '^[A-Z]\\d*$', message: 'write A12' } },
  { name: 'when', label: 'When', type: 'dateTime' },
  { name: 'who', label: 'Who', type: 'person' },
  { name: 'day', label: 'Day', type: 'date' },
  { name: 'files', label: 'Files', type: 'attachment' },
]
const library = new Map(QUESTIONS.map((question) => [question.name, question]))
const names = QUESTIONS.map((question) => question.name)

const value = fc.oneof(
  fc.constantFrom<unknown>(
    '',
    ' ',
    'red',
    'off',
    'mail',
    'A',
    'abcdef',
    '\u{1F6A2}\u{1F6A2}',
    '2026-12-01',
    '2026-02-30',
    '2026-12-01T14:30:00Z',
    '2026-12-01T14:30:00+05:30',
    '2026-02-30T14:30:00Z',
    '2026-12-01T25:30:00Z',
    '2026-12-01T14:30',
    'A12',
    'ines-varga',
    ...['0000-01-01', '0099-12-31', '0100-01-01', '2024-02-29', '2026-03-01', '2026-03-01T00:30:00+02:00'],
    ...['2026-02-28T22:30:00Z', '2026-03-01T12:00:00Z', '2026-03-01T12:00:00+05:17', '\u{10000}', '\uffee'],
    ...['ẞ', 'ß', 'İ', 'i', 'ς', 'Σ', 'K'],
    'x'.repeat(121),
    true,
    false,
    0,
    1,
    3,
    41,
    2.5,
    null,
    [],
    ['mail'],
    ['mail', 'till'],
    ['mail', 'mail'],
    ['x'],
    ['x'.repeat(121)],
    ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h', 'i', 'j', 'k'],
  ),
)
const test = fc.record({
  fact: fc.constantFrom(...names).map((name) => `form.${name}`),
  op: fc.constantFrom(
    'is',
    'isNot',
    'oneOf',
    'noneOf',
    'greater',
    'atLeast',
    'less',
    'atMost',
    'empty',
    'filled',
    'contains',
    'matches',
    'startsWith',
    'between',
    'before',
    'after',
    'under',
  ),
  value: fc.constantFrom<unknown>(
    ...[1, 2, 'red', 'mail', 'A', true, ['red', 'off'], [1, 3], '2026-03-01', '', '...', 'ß', 'σ', 'i', 'k'],
    ...[
      '2026-03-01T00:30:00+02:00',
      '2026-02-28T22:30:00Z',
      ['2026-02-28', '2026-03-01'],
      '\u{10000}',
      '\ud7ff',
    ],
  ),
}) as fc.Arbitrary<Condition>
/** What is known about who asks: a condition may ask for it as for an answer. */
const asker = { site: 'varnes', organisation: 'merrow', cover: null }
const ofAsker = fc.record({
  fact: fc.constantFrom('site', 'organisation', 'cover'),
  op: fc.constantFrom('is', 'isNot', 'filled', 'empty'),
  value: fc.constantFrom('varnes', 'merrow'),
}) as fc.Arbitrary<Condition>
const sane = test.filter((one) => {
  const { op, value: wanted } = one as { op: string; value: unknown }
  if (['greater', 'atLeast', 'less', 'atMost'].includes(op)) return typeof wanted === 'number'
  if (op === 'between') return Array.isArray(wanted)
  if (['oneOf', 'noneOf'].includes(op)) return Array.isArray(wanted) && typeof wanted[0] === 'string'
  if (['before', 'after'].includes(op)) return typeof wanted === 'string'
  return ['contains', 'matches', 'startsWith', 'under'].includes(op)
    ? typeof wanted === 'string'
    : !Array.isArray(wanted)
})
const condition = fc.oneof(
  sane,
  ofAsker,
  fc.tuple(sane, ofAsker).map((all) => ({ all })),
  fc.array(sane, { maxLength: 2 }).map((all) => ({ all })),
  fc.array(sane, { maxLength: 2 }).map((any) => ({ any })),
  fc.array(sane, { maxLength: 2 }).map((none) => ({ none })),
)

const several = <T>(one: fc.Arbitrary<T>) =>
  fc.array(one, { minLength: names.length, maxLength: names.length })

describe('answers to a form', () => {
  it('are accepted by our check if and only if ajv accepts them by the exported JSON Schema (2020-12)', () => {
    // Text tests ask for texts only; other answers are compared as they are.
    const texts = (one: Condition | undefined): boolean =>
      !JSON.stringify(one ?? {}).match(/contains|matches|startsWith/) ||
      /words|light/.test(JSON.stringify(one))
    const form = fc
      .tuple(
        fc.shuffledSubarray(names, { minLength: 1 }),
        several(fc.option(condition, { nil: undefined })),
        several(fc.option(condition, { nil: undefined })),
        several(fc.boolean()),
      )
      .map(([asked, conditions, musts, required]): Form => {
        const questions = asked.map((question, index) => {
          // A condition may only ask for what stands before it, as proofreading demands.
          const before = asked.slice(0, index).map((name) => `form.${name}`)
          const fits = (when: Condition | undefined) =>
            when !== undefined &&
            texts(when) &&
            factsOf(when).every((fact) => !fact.startsWith('form.') || before.includes(fact))
          const [showWhen, requireWhen] = [conditions[index], musts[index]]
          return {
            question,
            required: required[index],
            ...(fits(showWhen) && { showWhen }),
            ...(fits(requireWhen) && { requireWhen }),
          }
        })
        return { id: 'f', name: 'F', steps: [{ title: 's', questions }] }
      })
    const answers = fc.dictionary(fc.constantFrom(...names, 'unknown'), value, { maxKeys: 6 })
    const ajv = new Ajv2020({ strict: false })
    addFormats(ajv)
    fc.assert(
      fc.property(form, answers, (one, given) => {
        // Where a shown question's answer is itself wrong, both refuse; what matters is that they agree.
        const ours = checkAnswers({ form: one, library, asker, fits: fitsPattern }, given).length === 0
        const theirs = ajv.validate(formSchema({ form: one, library, asker }) as object, given)
        expect(ours, JSON.stringify({ one, given, errors: ajv.errors })).toBe(theirs)
      }),
      runs(600),
    )
  })

  it('fulfil a test if and only if ajv says so by its schema, whatever was answered', () => {
    const texts = [
      ...[
        '',
        ' ',
        'a',
        'A',
        'ab',
        'a/b',
        'A/B/c',
        'the till, and gate-3',
        'STRAẞE',
        'straße',
        'İzmir',
        'izmir',
        'ΟΔΟΣ',
      ],
      ...[
        'οδος',
        'Kelvin',
        'kelvin',
        '\u{1f6a2}',
        '\uffee',
        '\u{10000}',
        '[]',
        '3',
        '2026-11-18',
        '2026-11-19',
        '2024-02-29',
      ],
      ...[
        '2026-02-29',
        '0099-12-31',
        '2026-11-18T10:00:00+01:00',
        '2026-11-18T09:00:00Z',
        '2026-11-18T23:59:59Z',
      ],
      ...[
        '2026-11-17T23:30:00-05:00',
        '2026-11-18 at noon',
        '2026-11-18T10:00:00+15:15',
        '2026-11-18T09:00:00-00:00',
      ],
      ...['PT30M', 'PT1H30M', 'PT2H', 'PT10H5M', 'PT100H', 'PT90M', 'PT1H0M', 'PT'],
    ]
    const given = fc.constantFrom<unknown>(
      ...texts,
      ...[[], ['a'], ['a/b', 'till'], 0, 3, 2.5, true, false, null],
    )
    const single = fc.constantFrom('is', 'isNot', 'before', 'after', 'atLeast', 'atMost', 'less', 'greater')
    const wanted = fc.constantFrom(...texts, 3, true)
    const tests = fc.oneof(
      fc.record({ op: single, value: wanted }),
      fc.record({
        op: fc.constantFrom('startsWith', 'contains', 'matches', 'under'),
        value: fc.constantFrom(...texts),
      }),
      fc.record({
        op: fc.constantFrom('oneOf', 'noneOf', 'under'),
        value: fc.array(fc.constantFrom(...texts), { maxLength: 2 }),
      }),
      fc.record({ op: fc.constant('between'), value: fc.tuple(wanted, wanted) }),
    ) as fc.Arbitrary<Omit<Test, 'fact'>>
    const ajv = new Ajv2020({ strict: false })
    fc.assert(
      fc.property(tests, fc.array(given, { minLength: 5, maxLength: 20 }), (test, answers) => {
        const condition = { fact: 'form.x', ...test }
        const validate = ajv.compile(conditionSchema(condition) as object)
        for (const x of answers)
          expect(validate({ x }), JSON.stringify({ condition, x })).toBe(holds(condition, answerFacts({ x })))
      }),
      runs(300),
    )
  })

  it('that depend on a question which is not shown are not shown either', () => {
    const form: Form = {
      id: 'f',
      name: 'F',
      steps: [
        {
          title: 's',
          questions: [
            { question: 'gates', required: true },
            { question: 'stopped', showWhen: { fact: 'form.gates', op: 'greater', value: 2 } },
            { question: 'words', showWhen: { fact: 'form.stopped', op: 'is', value: true } },
          ],
        },
      ],
    }
    expect(shownQuestions(form, { gates: 1, stopped: true }).map((one) => one.question)).toEqual(['gates'])
    expect(checkAnswers({ form, library }, { gates: 1, stopped: true })).toMatchObject([
      { question: 'stopped' },
    ])
    expect(checkAnswers({ form, library }, { gates: 'many' })).toEqual([
      { question: 'gates', message: 'please give a number' },
    ])
    expect(checkAnswers({ form, library }, { gates: 3, stopped: true, words: 'abcdefg' })[0]!.message).toBe(
      'please shorten this to 5 characters; it has 7',
    )
    expect(answersInWords(form, library, { gates: 3, stopped: false }).map((one) => one.answer)).toEqual([
      '3 gates',
      'no',
    ])
  })
})
