import Ajv2020 from 'ajv/dist/2020.js'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LONGEST, writeLength } from '../../condition'
import { fieldFacts, valueInWords } from '../../fields'
import { answerProblem, answerSchema, unreachableQuestions, type Form, type Question } from '..'
import { duration } from './duration'

const question: Question = { name: 'howLong', label: 'For how long?', type: 'duration' }
const { read, write } = duration.typed

describe('a length of time as an answer', () => {
  it.each([
    ['2 h 30 min', 'PT2H30M'],
    ['2h30', '2h30'],
    ['2h 30m', 'PT2H30M'],
    ['1:30', 'PT1H30M'],
    ['90 minutes', 'PT1H30M'],
    ['1.5 hours', 'PT1H30M'],
    ['1,5 timer', 'PT1H30M'],
    ['3 dager', 'PT72H'],
    ['1 day and 2 hours', 'PT26H'],
    ['pt45m', 'PT45M'],
    [' 45 min ', 'PT45M'],
    ['0 min', '0 min'],
    ['9999999 h', '9999999 h'],
    ['a while', 'a while'],
    ['30', '30'],
    ['30 min 2 h', '30 min 2 h'],
    ['', ''],
  ])('that is typed “%s” is kept as “%s”', (typed, kept) => {
    expect(read(typed)).toBe(kept)
  })

  it.each([
    ['PT1M', '1 minute', '1 minutt'],
    ['PT1H', '1 hour', '1 time'],
    ['PT26H5M', '26 hours 5 minutes', '26 timer 5 minutter'],
    ['PT72H', '3 days', '3 dager'],
  ])('%s is said “%s” and “%s”', (kept, english, norwegian) => {
    expect(write(kept, 'en')).toBe(english)
    expect(valueInWords({ ...question, type: 'duration' }, kept, () => undefined, 'nb')).toBe(norwegian)
  })

  it('is read back from its own words, in each language', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: LONGEST }), (minutes) => {
        const kept = writeLength(minutes)
        for (const language of ['en', 'nb'] as const) expect(read(write(kept, language))).toBe(kept)
      }),
    )
  })

  it('is refused with what to do, in the language of whoever answers, and by its schema (Ajv)', () => {
    const accepts = new Ajv2020().compile(answerSchema(question, true) as object)
    for (const answer of ['PT90M', '2 h', 'P1D', '', 90, null, ['PT1H']]) {
      expect(answerProblem(question, true, answer)).toMatch(/like 2 h 30 min/)
      expect(answerProblem(question, true, answer, undefined, 'nb')).toMatch(/som 2 t 30 min/)
      expect(accepts(answer)).toBe(false)
    }
    expect(answerProblem(question, true, 'PT2H30M')).toBeUndefined()
    expect(accepts('PT2H30M')).toBe(true)
    expect(answerProblem(question, true, undefined)).toBe('please answer this')
  })

  it('is tried at and beside every limit, to find what can never show', () => {
    const form = (value: string): Form => ({
      ...{ id: 'loan', name: 'Loan' },
      steps: [
        {
          title: 'Loan',
          questions: [
            { question: 'howLong' },
            { question: 'why', showWhen: { fact: 'form.howLong', op: 'less', value } },
          ],
        },
      ],
    })
    const why: Question = { name: 'why', label: 'Why?', type: 'text' }
    const library = new Map([question, why].map((one) => [one.name, one]))
    expect(unreachableQuestions(form('PT2H'), library)).toEqual([])
    expect(unreachableQuestions(form('PT1M'), library)).toEqual(['why'])
  })

  it('is a fact of a field as of an answer', () => {
    expect(fieldFacts({ howLong: 'PT2H' })).toEqual({ 'field.howLong': 'PT2H' })
  })
})
