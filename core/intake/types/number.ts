import type { FactValue } from '../../condition'
import { numberSaid, type Language } from '../../words'
import type { Answer, QuestionTerms } from '../question'
import type { NameOf, QuestionTypeTerms } from '../questionType'
import { oneAt } from '../../lookup'

/** The numbers at and beside every limit, and one between each two, even where no whole one lies there. */
function tried(
  { min = -Infinity, max = Infinity }: QuestionTerms,
  compared: readonly (FactValue | undefined)[],
) {
  const numbers = compared.filter((value) => typeof value === 'number')
  const sorted = [...new Set(numbers)].sort((a, b) => a - b)
  const between = sorted.slice(1).map((value, index) => (value + oneAt(sorted, index)) / 2)
  const near = [...between, ...sorted.flatMap((value) => [value - 1, value, value + 1])]
  const limits = [min, max, 0].filter(Number.isFinite)
  return [...new Set([...near, ...limits])].filter((value) => value >= min && value <= max)
}

function said(answer: Answer, { options, unit }: QuestionTerms, _: NameOf, language: Language): string {
  const label =
    options?.find((one) => one.value === answer)?.label ??
    (typeof answer === 'number' ? numberSaid(answer, language) : String(answer))
  return unit ? `${label} ${unit}` : label
}

/** A number, with its unit and its bounds where the lead says them. */
export const number = {
  name: 'number',
  control: 'number',
  fact: 'number',
  terms: ['bounds', 'default'],
  isField: true,
  sortsAs: 'number',
  check: (answer, { min, max, unit }) => {
    if (typeof answer !== 'number' || !Number.isFinite(answer)) return 'check.number'
    const named = unit ? ` ${unit}` : ''
    if (min !== undefined && answer < min) return ['check.least', { least: `${min}${named}` }]
    if (max !== undefined && answer > max) return ['check.most', { most: `${max}${named}` }]
    return undefined
  },
  schema: ({ min, max }) => ({
    type: 'number',
    ...(min !== undefined && { minimum: min }),
    ...(max !== undefined && { maximum: max }),
  }),
  said,
  first: ({ min }) => min ?? 0,
  tried,
  domain: ({ min, max }) => ({ type: 'number', min, max }),
} satisfies QuestionTypeTerms
