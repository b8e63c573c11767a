import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LONGEST_STEP, MOST_STEPS, stepsIn } from '.'

const texts = (text: string) => stepsIn(text).map((one) => one.text)

describe('steps of a procedure', () => {
  it('are the points of lists that begin with a box, in the order of the text', () => {
    const text = [
      'First look at **the light**.',
      '',
      '- [ ] Take *off* the lid',
      '- [x] Wipe the [lens](https://wipe.example)',
      '  - [ ] with the cloth',
      '- no step',
      '',
      '1. [ ] Put the lid on',
    ].join('\n')
    expect(stepsIn(text)).toEqual([
      { id: 1, text: 'Take off the lid' },
      { id: 2, text: 'Wipe the lens (https://wipe.example)' },
      { id: 3, text: 'with the cloth' },
      { id: 4, text: 'Put the lid on' },
    ])
  })

  it('are not what only looks like one', () => {
    // GitHub Flavored Markdown 0.29, 5.3: the box begins the point, and a space follows it.
    expect(texts('[ ] no point\n\n- [] none\n- [ ]\n- a [ ] box\n- `[ ] code`\n- \\[ ] a bracket')).toEqual(
      [],
    )
  })

  it('are bounded, whatever is written', () => {
    expect(texts(`- [ ] ${'long '.repeat(400)}`)[0]!.length).toBeLessThanOrEqual(LONGEST_STEP)
    expect(texts('- [ ] one\n'.repeat(1000))).toHaveLength(MOST_STEPS)
    fc.assert(
      fc.property(
        fc.array(fc.stringMatching(/^[-*0-9. [\]xX`\n>a-c]{0,12}$/), { maxLength: 30 }),
        (lines) => {
          const steps = stepsIn(lines.join('\n'))
          expect(steps.map((one) => one.id)).toEqual(steps.map((_, at) => at + 1))
          expect(steps.every(({ text }) => text.trim() === text && text !== '')).toBe(true)
        },
      ),
    )
  })
})
