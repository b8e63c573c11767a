/**
 * What a record holds under a name that it must have; names that every object has (`constructor`) are no names of it.
 *
 * @throws RangeError naming the name, where nothing stands under it
 * @example named({ low: 1 }, 'low') // 1
 */
export function named<V>(record: Readonly<Record<string, V>>, name: string): NonNullable<V> {
  const one = Object.hasOwn(record, name) ? record[name] : undefined
  if (one === undefined || one === null) throw new RangeError(`Nothing stands under “${name}”`)
  return one
}
