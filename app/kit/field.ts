/** What every field of the kit takes. */
export interface FieldProps {
  label: string
  /** What is good to know before it is filled in. */
  help?: string
  /** What is wrong with it, and what to do. */
  error?: string
  /** Its label is read aloud only: where its place says already what it is. */
  bare?: boolean
  disabled?: boolean
  /** Said quietly behind its label. */
  aside?: string
  /** By which something else finds it on the page. */
  id?: string
  /** Under which a form sends it that the browser sends by itself, before the page's script is there. */
  name?: string
}

/** Something to choose. */
export interface Option<T = string> {
  value: T
  label: string
  /** Said behind its name. */
  note?: string
  /** The heading under which it stands; those of one heading follow each other. */
  group?: string
  disabled?: boolean
}

/** The part of a field's properties that its frame draws. */
export const framed = ({ label, help, error, bare, aside, id }: FieldProps): FieldProps => ({
  ...{ label, help, error, bare, aside, id },
})

/** From so many on, a list has a line in which to look for something. */
export const LOOKED_FOR = 12

/** From so many on, only the lines of a list that are in sight are drawn. */
export const DRAWN_WHOLE = 150

/** Options under their headings, for the library; undefined where there are none. */
export function underHeadings<T>(
  options: readonly Option<T>[],
): { label: string; items: Option<T>[] }[] | undefined {
  if (!options.some((one) => one.group !== undefined)) return undefined
  const headings = [...new Set(options.map((one) => one.group ?? ''))]
  return headings.map((label) => ({ label, items: options.filter((one) => (one.group ?? '') === label) }))
}
