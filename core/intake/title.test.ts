import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { CatalogItem, Form, Question } from './form'
import { TITLE_LIMIT, titleLine, titleOf } from './title'

const QUESTIONS: Question[] = [
  { name: 'summary', label: 'What is it about?', type: 'text' },
  { name: 'details', label: 'What happens?', type: 'longText' },
  {
    name: 'ship',
    label: 'On which ship?',
    type: 'choice',
    options: [{ value: 'petrel', label: 'MV Petrel' }],
  },
  { name: 'gates', label: 'How many?', type: 'number', unit: 'gates' },
  { name: 'stopped', label: 'Is boarding stopped?', type: 'yesNo' },
  { name: 'who', label: 'Who?', type: 'person' },
]
const library = new Map(QUESTIONS.map((one) => [one.name, one]))
const form: Form = {
  ...{ id: 'all', name: 'All' },
  steps: [{ title: 'All', questions: QUESTIONS.map(({ name }) => ({ question: name })) }],
}
const named = (title?: string[]): CatalogItem => ({
  ...{ id: 'wifi', name: 'Wi-Fi on a crossing', description: '', keywords: [], group: 'a', kind: 'fault' },
  ...{ form: 'all', category: 'network', portals: [], ...(title && { title }) },
})
const NAMES = new Map([['ines', 'Ines Varga']])
const title = (names: string[] | undefined, answers: Parameters<typeof titleOf>[3]) =>
  titleOf(named(names), form, library, answers, (_, id) => NAMES.get(id))

describe('the title of a ticket', () => {
  it.each([
    [['ship'], { ship: 'petrel' }, 'Wi-Fi on a crossing: MV Petrel'],
    // In the order of the item, not of the form.
    [['gates', 'ship'], { ship: 'petrel', gates: 3 }, 'Wi-Fi on a crossing: 3 gates, MV Petrel'],
    [['ship', 'gates'], { gates: 3 }, 'Wi-Fi on a crossing: 3 gates'],
    [['who'], { who: 'ines' }, 'Wi-Fi on a crossing: Ines Varga'],
    // Nothing of it is answered, or it says nothing without its question.
    [['ship'], {}, 'Wi-Fi on a crossing'],
    [['stopped', 'gone'], { stopped: true }, 'Wi-Fi on a crossing'],
    // What was written at length says it all; what was asked for as the title does too.
    [['details'], { details: 'Gone since\nthe breakwater' }, 'Gone since the breakwater'],
    [undefined, { summary: 'No network in the mess', ship: 'petrel' }, 'No network in the mess'],
    [undefined, { ship: 'petrel' }, 'Wi-Fi on a crossing'],
  ])('is made of %j with %j', (names, answers, said) => {
    expect(title(names, answers)).toBe(said)
  })

  it('is one line of at most so many letters, cut after a word', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 600 }), (text) => {
        const line = titleLine(text)
        expect(line.length).toBeLessThanOrEqual(TITLE_LIMIT)
        expect(line).not.toMatch(/\s\s|\n/)
        if (!line.endsWith('…')) expect(line).toBe(text.trim().replace(/\s+/g, ' '))
      }),
    )
    expect(titleLine('word '.repeat(60))).toMatch(/word…$/)
  })
})
