/** What a list holds by a key, each in the order of the list. */
export function grouped<K, T>(list: readonly T[], keyOf: (one: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>()
  for (const one of list) {
    const there = groups.get(keyOf(one))
    if (there) there.push(one)
    else groups.set(keyOf(one), [one])
  }
  return groups
}
