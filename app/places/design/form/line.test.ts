import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Form } from '~~/core/intake'
import { askedBefore, lineInWords, movedBy, withAsked } from './line'

const form: Form = {
  id: 'form',
  name: 'Form',
  steps: [
    { title: 'One', questions: [{ question: 'a' }, { question: 'b' }] },
    { title: 'Two', questions: [] },
    { title: 'Three', questions: [{ question: 'c', required: true }] },
  ],
}
const names = (steps: Form['steps'] | undefined) =>
  steps?.map((one) => one.questions.map((line) => line.question).join(''))

describe('a question of a form', () => {
  it('goes on by a place, and over the edge of its step into the next one', () => {
    expect(names(movedBy(form, 0, 0, 1))).toEqual(['ba', '', 'c'])
    expect(names(movedBy(form, 0, 1, 1))).toEqual(['a', 'b', 'c'])
    expect(names(movedBy(form, 2, 0, -1))).toEqual(['ab', 'c', ''])
    expect(movedBy(form, 0, 0, -1)).toBeUndefined()
    expect(movedBy(form, 2, 0, 1)).toBeUndefined()
    expect(movedBy(form, 1, 0, 1)).toBeUndefined()
  })

  it('comes back where it was, and none is lost on the way', () => {
    fc.assert(
      fc.property(fc.nat(2), fc.nat(1), fc.constantFrom(-1, 1), (step, index, by) => {
        const steps = movedBy(form, step, index, by)
        if (!steps) return
        const all = (list: Form['steps']) =>
          list.flatMap((one) => one.questions.map((line) => line.question)).sort()
        expect(all(steps)).toEqual(['a', 'b', 'c'])
        const name = form.steps[step]!.questions[index]!.question
        const at = steps.findIndex((one) => one.questions.some((line) => line.question === name))
        const back = movedBy(
          { ...form, steps },
          at,
          steps[at]!.questions.findIndex((line) => line.question === name),
          -by,
        )
        expect(back).toEqual(form.steps)
      }),
    )
  })

  it('knows what is asked before it, and is changed alone', () => {
    expect(askedBefore(form, 2, 0)).toEqual(['a', 'b'])
    expect(askedBefore(form, 0, 1)).toEqual(['a'])
    expect(names(withAsked(form, 2, (list) => [...list, { question: 'd' }]))).toEqual(['ab', '', 'cd'])
  })

  it('is called by its words; an explanation by its first ones, without their marks', () => {
    expect(lineInWords({ name: 'q', type: 'text', label: '**So**' })).toBe('**So**')
    const long = `**Before you send:**\n\n- look at the light\n- ${'wait '.repeat(30)}`
    const said = lineInWords({ name: 'q', type: 'explanation', label: long })
    expect(said).toMatch(/^Before you send: - look at the light/)
    expect(said.length).toBeLessThanOrEqual(80)
  })
})
