import { describe, expect, it } from 'vitest'
import { demoDesign } from '~~/demo/design'
import { demoDirectory } from '~~/demo/directory'
import type { Test } from '~~/core/condition'
import { Directory, namedDirectory, namesOf } from '~~/core/design'
import { factOptions, firstTest, isWhole, labelsOf, operatorOptions, valuesOf, withOperator } from './asking'

const design = demoDesign()
const names = namesOf(design, namedDirectory(new Directory(demoDirectory())))
const CALENDARS = [{ value: 'desk', label: 'The desk' }]

describe('what a condition may ask', () => {
  const options = factOptions(design)
  const of = (value: string) => options.find((one) => one.value === value)

  it('stands under headings, each once and together, answers with the forms that ask them', () => {
    const headings = options.map((one) => one.group)
    const turns = headings.filter((one, at) => one !== headings[at - 1])
    expect(turns).toEqual([...new Set(headings)])
    expect(of('form.boardingStopped')).toMatchObject({ group: 'Answers', note: 'Gate scanner' })
    expect(of('priority')!.group).toBe('Once it is sorted')
    expect(factOptions({ ...design, forms: [] }).find((one) => one.value === 'form.gates')!.note).toBe(
      'no form asks it',
    )
  })

  it('is what is offered only, and names two forms of many', () => {
    expect(factOptions(design, ['site', 'form.gates']).map((one) => one.value)).toEqual([
      'site',
      'form.gates',
    ])
    const [form] = design.forms
    const forms = ['A', 'B', 'C', 'D'].map((name) => ({
      ...form!,
      name,
      steps: [{ title: '', questions: [{ question: 'gates' }] }],
    }))
    expect(factOptions({ ...design, forms }, ['form.gates'])[0]!.note).toBe('A, B and 2 more')
  })
})

describe('how something is asked', () => {
  it('says beforehand what it costs, and offers nothing that nobody can tell in a form', () => {
    const text = operatorOptions('text', false)
    expect(text.find((one) => one.value === 'contains')!.note).toContain('costly')
    expect(text.find((one) => one.value === 'is')!.note).toBeUndefined()
    expect(operatorOptions('date', true).map((one) => one.value)).not.toContain('inTheLast')
  })

  it.each<[string, Partial<Test>, boolean]>([
    ['category', { op: 'under', value: '' }, false],
    ['site', { op: 'oneOf', value: [] }, false],
    ['majorIncident', { op: 'is', value: true }, true],
    ['form.gates', { op: 'atLeast', value: 1 }, true],
    ['form.boardingStopped', { op: 'is', value: true }, true],
  ])('begins for %s', (fact, asked, whole) => {
    const test = firstTest(design, names, fact)
    expect(test).toEqual({ fact, ...asked })
    expect(isWhole(test)).toBe(whole)
  })

  const one: Test = { fact: 'site', op: 'is', value: 'hallin' }
  it.each<[Test, Test['op'], Test['value']]>([
    [one, 'isNot', 'hallin'],
    [one, 'oneOf', ['hallin']],
    [{ ...one, op: 'oneOf', value: ['hallin', 'varnes'] }, 'is', 'hallin'],
    [one, 'empty', undefined],
    [{ fact: 'site', op: 'empty' }, 'is', ''],
    [{ fact: 'form.gates', op: 'atLeast', value: 3 }, 'between', [3, 3] as never],
    [{ fact: 'day', op: 'between', value: ['2026-01-01', '2026-02-01'] }, 'before', '2026-01-01'],
    [{ fact: 'day', op: 'is', value: '2026-01-01' }, 'inTheLast', 'P1D'],
    [{ fact: 'day', op: 'inTheLast', value: 'P2D' }, 'is', ''],
    [{ fact: 'day', op: 'inTheLast', value: 'P2D' }, 'isWorkingDay', 'desk'],
  ])('keeps of %j what “%s” takes', (test, op, value) => {
    expect(withOperator(test, op, CALENDARS).value).toEqual(value)
  })

  it('is whole with both ends of a range, and with something to compare with', () => {
    const asked = (op: Test['op'], value?: Test['value']) =>
      isWhole({ op, ...(value !== undefined && { value }) })
    expect([asked('filled'), asked('is', 0), asked('is', false), asked('between', ['a', 'b'])]).toEqual([
      true,
      true,
      true,
      true,
    ])
    expect([asked('is'), asked('is', ''), asked('oneOf', []), asked('between', ['a', ''])]).toEqual([
      false,
      false,
      false,
      false,
    ])
  })
})

describe('values in cells', () => {
  it('go by their names, and lengths by how people say them', () => {
    const words = labelsOf(design, names)
    const [site] = valuesOf(design, names, 'site')!
    expect(words.value('site', site!.value)).toBe(site!.label)
    expect(words.value('form.boardingStopped', true)).toBe('yes')
    expect(words.fact('form.boardingStopped')).toBe('Is boarding stopped?')
    expect(words.value('site', 'gone')).toBe('gone')
  })
})
