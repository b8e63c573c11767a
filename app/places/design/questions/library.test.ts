import { describe, expect, it } from 'vitest'
import { demoDesign } from '~~/demo/design'
import type { Design } from '~~/core/design'
import type { Question } from '~~/core/intake'
import { freshQuestion, mayMakeQuestions } from './fresh'
import { alikeOf, languagesOffered, libraryLines, listed, LISTED, namedUses, type Listed } from './library'

/** The sample design with a question that is asked already, and one that nobody asks. */
function withDoubles(): Design {
  const design = demoDesign()
  const more: Question[] = [
    { name: 'stopped', label: 'Is the boarding stopped?', type: 'yesNo' },
    { name: 'read', label: 'Is boarding stopped?', type: 'explanation' },
  ]
  design.questions.push(...more)
  design.forms.find((one) => one.id === 'till')!.steps[0]!.questions.push({ question: 'stopped' })
  return design
}
const found = { severity: 'remark', code: 'questionUnused', place: 'questions/read', message: '' } as const

describe('the library', () => {
  const lines = libraryLines(withDoubles(), [found])
  const line = (name: string) => lines.find((one) => one.name === name)!
  const names = (which: Listed, words = '') => listed(lines, which, words, undefined).map((one) => one.name)

  it('knows of each question who asks it, what goes by it, and what asks much the same', () => {
    expect(line('details')).toMatchObject({ forms: 8, uses: 1, alike: 0, answer: 'long text', lacking: '' })
    expect(line('boardingStopped')).toMatchObject({ forms: 1, alike: 1 })
    expect(line('boardingStopped').uses).toBeGreaterThan(1)
    // An explanation asks nothing twice.
    expect(line('read')).toMatchObject({ forms: 0, alike: 0, findings: 1, lacking: '' })
    expect(alikeOf(withDoubles(), line('stopped').question).map((one) => one.name)).toEqual([
      'boardingStopped',
    ])
    expect(alikeOf(withDoubles(), line('read').question)).toEqual([])
  })

  it('names the languages that portals offer and that have no words for it', () => {
    expect(languagesOffered(withDoubles())).toEqual(['nb'])
    expect(line('stopped').lacking).toBe('Norsk')
    expect(names('lacking')).toEqual(['stopped'])
  })

  it('is listed by what is asked of it, and by words in any order, whatever their case', () => {
    expect(names('all')).toHaveLength(lines.length)
    expect(names('shared')).toEqual(['details'])
    expect(names('unused')).toEqual(['read'])
    expect(names('alike')).toEqual(['boardingStopped', 'stopped'])
    expect(names('found')).toEqual(['read'])
    expect(names('idle')).not.toContain('boardingStopped')
    expect(names('all', 'STOPPED boarding')).toEqual(['boardingStopped', 'stopped', 'read'])
    // Its answers are words of it as well.
    expect(names('all', 'petrel')).toEqual(['ship'])
    for (const { is } of Object.values(LISTED)) expect(lines.filter(is).length).toBeGreaterThan(0)
  })

  it('is put in order by a column, both ways', () => {
    const order = (by: string, down: boolean) => listed(lines, 'all', '', { by, down }).map((one) => one.name)
    expect(order('forms', true)[0]).toBe('details')
    expect(order('forms', false).at(-1)).toBe('details')
    const labels = (down: boolean) => order('label', down).map((name) => line(name).label)
    expect(labels(false)).toEqual(labels(true).reverse())
    expect(order('uses', true)[0]).toBe('boardingStopped')
  })
})

describe('what goes by an answer', () => {
  const use = (words: string) => ({ words, place: words })

  it('is named as far as three, then counted', () => {
    expect(namedUses([])).toBe('')
    expect(namedUses(['a', 'b'].map(use))).toBe('a and b')
    expect(namedUses(['a', 'b', 'c', 'd', 'e'].map(use))).toBe('a, b, c and 2 more')
  })
})

describe('a new question', () => {
  it('has the answers that were written, and none that were not', () => {
    expect(freshQuestion(' Which till? ', 'text', '')).toEqual({ label: 'Which till?', type: 'text' })
    expect(freshQuestion('Which till?', 'choice', ' , ')).toEqual({ missing: 'options' })
    expect(freshQuestion('  ', 'choice', 'a')).toEqual({ missing: 'label' })
    expect(freshQuestion('Which?', 'manyChoices', 'Left, Right')).toEqual({
      label: 'Which?',
      type: 'manyChoices',
      options: [
        { value: 'left', label: 'Left' },
        { value: 'right', label: 'Right' },
      ],
    })
  })

  it('is made by leads, unless only administrators may', () => {
    const may = (yes: boolean) => ({ may: () => yes }) as never
    const design = demoDesign()
    expect(mayMakeQuestions(design, may(false))).toBe(true)
    design.desk.questionsBy = 'administrators'
    expect(mayMakeQuestions(design, may(false))).toBe(false)
    expect(mayMakeQuestions(design, may(true))).toBe(true)
  })
})
