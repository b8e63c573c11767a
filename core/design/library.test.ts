import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoDesign } from '../../demo/design'
import { demoDirectory } from '../../demo/directory'
import { runs } from '../../tests/runs'
import { holds } from '../condition'
import type { Form, FormQuestion, Question } from '../intake'
import { testsOfRow, type DecisionTable } from '../table'
import {
  changeDesign,
  Directory,
  ownQuestion,
  proofread,
  removeQuestion,
  replaceQuestion,
  usesOfAnswer,
  type Design,
  type DesignStep,
} from '.'

const directory = new Directory(demoDirectory())
const applied = (design: Design, steps: DesignStep[]): Design => steps.reduce(changeDesign, design)
const wrong = (design: Design) =>
  proofread(design, directory)
    .filter((one) => one.severity === 'error')
    .map((one) => `${one.place} ${one.code}`)

/** The sample design, where a second form asks of the light of a scanner in other words and a level goes by it. */
function askedTwice(change: Partial<Question> = {}): Design {
  const design = demoDesign()
  design.questions.push({
    name: 'lamp',
    label: 'What does the lamp of the scanner do?',
    type: 'choice',
    options: [
      { value: 'dark', label: 'It is off' },
      { value: 'rot', label: 'Red' },
      { value: 'flickers', label: 'It flickers' },
    ],
    ...change,
  })
  formOf(design, 'till').steps[0]!.questions.push({ question: 'lamp', required: true })
  design.items.find((one) => one.form === 'till')!.title = ['lamp']
  design.serviceLevels[0]!.when = {
    all: [
      design.serviceLevels[0]!.when,
      { none: [{ fact: 'form.lamp', op: 'oneOf', value: ['rot', 'flickers'] }] },
    ],
  }
  return design
}
const formOf = (design: Design, id: string): Form => design.forms.find((one) => one.id === id)!
const askedIn = (design: Design, id: string): FormQuestion[] =>
  formOf(design, id).steps.flatMap((step) => step.questions)
const options = (design: Design, name: string) => design.questions.find((one) => one.name === name)!.options

describe('putting one question in the place of another', () => {
  it('lets every form, title and rule go by the other, with its answers', () => {
    const design = askedTwice({
      options: [
        { value: 'off', label: 'Dark' },
        { value: 'rot', label: options(demoDesign(), 'scannerLight')![1]!.label.toUpperCase() },
        { value: 'green', label: 'Flickers' },
      ],
    })
    const { steps, added, forms, uses } = replaceQuestion(design, 'lamp', 'scannerLight')
    const after = applied(design, steps)
    expect(JSON.stringify(after)).not.toContain('lamp')
    // By its value, by its words, by its value.
    expect(added).toEqual([])
    expect(askedIn(after, 'till').at(-1)).toEqual({ question: 'scannerLight', required: true })
    expect(after.items.find((one) => one.form === 'till')!.title).toEqual(['scannerLight'])
    expect(after.serviceLevels[0]!.when).toMatchObject({
      all: [{}, { none: [{ fact: 'form.scannerLight', op: 'oneOf', value: ['red', 'flickers'] }] }],
    })
    expect(forms.map((one) => one.id)).toEqual(['till'])
    expect(uses.map((one) => one.place)).toEqual([`service-levels/${design.serviceLevels[0]!.id}`])
  })

  it('gives the other the options that it lacks, under values that are free', () => {
    const { steps, added } = replaceQuestion(
      askedTwice({
        options: [
          { value: 'flickers', label: options(demoDesign(), 'scannerLight')![0]!.label },
          { value: 'red', label: 'Any' },
          { value: 'any', label: options(demoDesign(), 'scannerLight')![1]!.label },
          { value: 'x', label: 'Green!' },
        ],
      }),
      'lamp',
      'scannerLight',
    )
    expect(added.map((one) => one.value)).toEqual(['any', 'green-2'])
    expect(
      options(
        applied(
          askedTwice(),
          steps.filter((one) => one.id === 'scannerLight'),
        ),
        'scannerLight',
      ),
    ).toHaveLength(6)
  })

  it('is one act that leaves nothing wrong, for every two questions of the sample design of one type', () => {
    const design = askedTwice()
    for (const { name: from, type } of design.questions)
      for (const { name: to } of design.questions.filter((one) => one.type === type && one.name !== from)) {
        const { inTheWay, steps } = replaceQuestion(design, from, to)
        if (inTheWay.length) continue
        const after = applied(design, steps)
        expect(usesOfAnswer(after, from)).toEqual([])
        expect(after.questions.some((one) => one.name === from)).toBe(false)
        const known = new Set(wrong(design))
        // What a later question asks by an earlier one may be asked before it now; that is for whoever looks at the form.
        expect(wrong(after).filter((one) => !known.has(one) && !one.includes('dependsOnLater'))).toEqual([])
        const back = [...steps].reverse().map((one) => ({ ...one, before: one.after, after: one.before }))
        expect(new Set(applied(after, back).questions)).toEqual(new Set(design.questions))
      }
  })

  it('says what is in the way, and changes nothing then', () => {
    const design = askedTwice()
    expect(replaceQuestion(design, 'lamp', 'ship').inTheWay).toEqual([])
    expect(replaceQuestion(design, 'lamp', 'gates')).toMatchObject({ inTheWay: [{ why: 'type' }], steps: [] })
    const table = design.triage.routing
    table.columns.push('form.lamp', 'form.scannerLight')
    for (const row of table.rows) row.cells.push(null, null)
    const put = (row: number, lamp: string, light: string) =>
      table.rows[row]!.cells.splice(-2, 2, { op: 'is', value: lamp }, { op: 'is', value: light })
    put(1, 'rot', 'off')
    put(2, 'dark', 'dark')
    expect(replaceQuestion(design, 'lamp', 'scannerLight')).toMatchObject({
      inTheWay: [{ why: 'row', place: 'triage/where-it-goes', rows: [2, 3] }],
      steps: [],
    })
    const form = formOf(design, 'till').steps[0]!
    form.questions.push({
      question: 'ship',
      showWhen: { any: [{ fact: 'form.lamp', op: 'is', value: 'dark' }] },
    })
    expect(replaceQuestion(design, 'lamp', 'ship').inTheWay).toEqual([
      { why: 'form', place: 'forms/till', form: formOf(design, 'till').name },
    ])
  })

  it('asks once where a form asked both, at the first of their places, as soon as it asked either', () => {
    const design = askedTwice()
    const when = (value: string) => ({ fact: 'form.details', op: 'is' as const, value })
    formOf(design, 'till').steps[0]!.questions.splice(
      -1,
      1,
      { question: 'lamp', showWhen: when('a'), requireWhen: when('c') },
      {
        question: 'ship',
        showWhen: when('b'),
      },
    )
    const after = applied(design, replaceQuestion(design, 'ship', 'lamp').steps)
    expect(askedIn(after, 'till').at(-1)).toEqual({
      question: 'lamp',
      showWhen: { any: [when('b'), when('a')] },
      requireWhen: when('c'),
    })
    expect(askedIn(after, 'on-board').map((one) => one.question)).toContain('lamp')
  })

  it('decides as before by the answer that each became, in tables that ask both', () => {
    const VALUES = ['a', 'b', undefined]
    const cell = fc.constantFrom(
      null,
      { op: 'is' as const, value: 'a' },
      { op: 'isNot' as const, value: 'b' },
      { op: 'filled' as const },
    )
    fc.assert(
      fc.property(
        fc.array(fc.tuple(cell, cell), { minLength: 1, maxLength: 4 }),
        fc.constantFrom(...VALUES),
        (rows, answer) => {
          const design = demoDesign()
          const option = (value: string) => ({ value, label: value })
          const either = { type: 'choice' as const, options: ['a', 'b'].map(option) }
          design.questions.push(
            { name: 'one', label: 'One', ...either },
            { name: 'two', label: 'Two', ...either },
          )
          design.triage.what = {
            ...{ id: 'what', name: 'What', columns: ['form.one', 'form.two'], outcomes: ['category'] },
            rows: rows.map((cells, at) => ({ id: String(at), cells, outcome: { category: 'till' } })),
          }
          const { inTheWay, steps } = replaceQuestion(design, 'one', 'two')
          if (inTheWay.length) return
          const fits = (table: DecisionTable, facts: Record<string, string | undefined>) =>
            table.rows.map((row) => testsOfRow(table, row).every((one) => holds(one, facts)))
          // A ticket has one of the two, since no form asks both: rows that ask the other do not fit it, and now they may.
          const before = fits(design.triage.what, { 'form.one': answer, 'form.two': answer })
          expect(fits(applied(design, steps).triage.what!, { 'form.two': answer })).toEqual(before)
        },
      ),
      runs(200),
    )
  })
})

describe('a question of its own', () => {
  it('goes by the new one in the form and its titles; rules elsewhere are named', () => {
    const design = askedTwice()
    const { name, unseenBy, steps } = ownQuestion(design, 'till', 'lamp')
    const after = applied(design, steps)
    expect(name).toBe('till-lamp')
    expect(askedIn(after, 'till').map((one) => one.question)).toContain('till-lamp')
    expect(after.items.find((one) => one.form === 'till')!.title).toEqual(['till-lamp'])
    expect(after.questions.at(-1)).toMatchObject({ label: 'What does the lamp of the scanner do?' })
    expect(unseenBy.map((one) => one.place)).toEqual([`service-levels/${design.serviceLevels[0]!.id}`])
    expect(
      applied(design, ownQuestion(after, 'till', 'till-lamp').steps.slice(0, 1)).questions.at(-1)!.name,
    ).toBe('till-till-lamp')
  })
})

describe('taking a question out', () => {
  it('takes it out of every form and title, unless rules go by it', () => {
    const design = askedTwice()
    expect(removeQuestion(design, 'lamp')).toMatchObject({ steps: [], uses: [{}] })
    design.serviceLevels[0]!.when = { all: [] }
    const after = applied(design, removeQuestion(design, 'lamp').steps)
    expect(JSON.stringify(after)).not.toContain('lamp')
    expect(after.items.find((one) => one.form === 'till')).not.toHaveProperty('title')
  })
})
