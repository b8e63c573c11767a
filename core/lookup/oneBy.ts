/** Whatever answers to a key as a Map does. */
interface Keyed<K, V> {
  get(key: K): V | undefined
}

/**
 * What a map holds under a key that it must have, since whoever made the map put it there.
 *
 * @throws RangeError naming the key, where nothing is held under it
 * @example oneBy(new Map([['a', 1]]), 'a') // 1
 */
export function oneBy<K, V>(map: Keyed<K, V>, key: K): V {
  const one = map.get(key)
  if (one === undefined)
    throw new RangeError(`Nothing is held under “${typeof key === 'object' ? 'this' : String(key)}”`)
  return one
}
