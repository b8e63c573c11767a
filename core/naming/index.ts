/** Ids that are made of names, so that a design file can be read. */

const LONGEST = 60

/** The id that a name would have: small letters, figures and hyphens; empty when the name holds none. */
export function idOf(name: string): string {
  return name
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, LONGEST)
    .replace(/^-|-$/g, '')
}

/**
 * An id made of a name that nothing has yet: a number is put behind it where it is taken.
 * @param otherwise stands in for a name without a letter or figure
 */
export function freeId(name: string, isTaken: (id: string) => boolean, otherwise = 'new'): string {
  const base = idOf(name) || otherwise
  let id = base
  for (let number = 2; isTaken(id); number++) id = `${base}-${number}`
  return id
}
