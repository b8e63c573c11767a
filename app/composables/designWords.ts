import type { Option } from '~~/core/intake'
import { freeId } from '~~/core/naming'

/** Whose something is, in words. */
export const deskName = (desks: readonly { id: string; name: string }[], desk: string | undefined) =>
  desk === undefined ? 'shared by all' : (desks.find((one) => one.id === desk)?.name ?? desk)

/** Options as they are typed, with commas between them. */
export const optionsText = (options: readonly Option[] | undefined): string =>
  (options ?? []).map((one) => one.label).join(', ')

/** Options as they are typed, one a line. */
export const optionLines = (options: readonly Option[] | undefined): string =>
  (options ?? []).map((one) => one.label).join('\n')

/**
 * Reads them back, with commas or line breaks between them. An option that is there keeps its value, and one whose words alone were changed too, so that tickets
 * keep theirs.
 */
export function optionsOf(text: string, before: readonly Option[] = [], between: ',' | '\n' = ','): Option[] {
  const labels = [
    ...new Set(
      text
        .split(between)
        .map((one) => one.trim())
        .filter(Boolean),
    ),
  ]
  const taken = new Set(before.map((one) => one.value))
  return labels.map((label, at) => {
    const known = before.find((one) => one.label === label)
    if (known) return known
    const there = before[at]
    if (labels.length === before.length && there && !labels.includes(there.label)) return { ...there, label }
    const value = freeId(label, (id) => taken.has(id), 'option')
    taken.add(value)
    return { value, label }
  })
}
