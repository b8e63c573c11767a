/**
 * Things that have a name, as something to choose from.
 * @example named(design.groups) // [{ value: 'gate', label: 'At the gate' }]
 */
export const named = (list: readonly { id: string; name: string }[]): { value: string; label: string }[] =>
  list.map(({ id, name }) => ({ value: id, label: name }))
