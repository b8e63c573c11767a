import { describe, expect, it } from 'vitest'
import type { Question } from './form'
import { fieldsOf, readAnswer } from './posted'

const ZONE = 'Europe/London'
const question = (type: Question['type'], more: Partial<Question> = {}): Question => ({
  name: 'one',
  label: 'One?',
  type,
  ...more,
})
const NAMES: Record<string, string> = { 'Hallin quay': 'hallin', 'Ines Varga': 'ines-varga' }
const read = (type: Question['type'], ...values: string[]) =>
  readAnswer(question(type), (field) => (field === 'one' ? values : []), {
    idOf: (_, name) => NAMES[name],
    zone: ZONE,
  })

describe('what stands in a field is read', () => {
  it.each([
    ['text', ['A lamp'], 'A lamp'],
    ['longText', ['a\nb'], 'a\nb'],
    ['number', [' 4 '], 4],
    ['number', ['1,5'], 1.5],
    ['number', ['0'], 0],
    ['yesNo', ['true'], true],
    ['yesNo', ['false'], false],
    ['choice', ['red'], 'red'],
    ['manyChoices', ['red', 'blue'], ['red', 'blue']],
    ['date', ['2026-12-01'], '2026-12-01'],
    ['duration', ['2 h 30 min'], 'PT2H30M'],
    ['site', ['Hallin quay'], 'hallin'],
    ['person', ['Ines Varga '], 'ines-varga'],
    ['attachment', ['f1', 'f2'], ['f1', 'f2']],
  ] as const)('of the type %s: %j', (type, values, answer) => {
    expect(read(type, ...values)).toEqual(answer)
  })

  it.each([
    ['number', 'four'],
    ['site', 'Nowhere'],
    ['duration', 'a while'],
  ] as const)('and stays as it was typed where it cannot be: %s %s', (type, typed) => {
    expect(read(type, typed)).toBe(typed)
  })

  it.each([
    'text',
    'number',
    'yesNo',
    'manyChoices',
    'date',
    'duration',
    'site',
    'attachment',
    'dateTime',
  ] as const)('and is no answer where nothing is entered: %s', (type) => {
    expect(read(type)).toBeUndefined()
    expect(read(type, '')).toBeUndefined()
  })

  it('an explanation takes none', () => expect(read('explanation', 'x')).toBeUndefined())
})

describe('a day and a time of day', () => {
  const moment = (day: string, time: string) => {
    const fields: Record<string, string[]> = { 'one.day': [day], 'one.time': [time] }
    const reading = { idOf: () => undefined, zone: ZONE }
    return readAnswer(question('dateTime'), (field) => fields[field] ?? [], reading)
  }
  it.each([
    ['2026-12-01', '9:30', '2026-12-01T09:30:00+00:00'],
    ['2026-07-01', '0930', '2026-07-01T09:30:00+01:00'],
    ['2026-12-01', '14.05', '2026-12-01T14:05:00+00:00'],
    ['2026-12-01', '', '2026-12-01'],
    ['2026-02-30', '10:00', '2026-02-30 10:00'],
    ['', '10:00', '10:00'],
    ['', '', undefined],
  ])('%s %s', (day, time, kept) => expect(moment(day, time)).toBe(kept))

  it('stand in two fields', () => {
    expect(fieldsOf(question('dateTime'))).toEqual(['one.day', 'one.time'])
    expect(fieldsOf(question('text'))).toEqual(['one'])
  })
})
