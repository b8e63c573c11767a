/**
 * What stands at a place in a list that has it: for places that were reckoned, where a miss is a fault of the program.
 * Not for the innermost loops of tables and clocks: it meets lists of every kind, so each look there takes longer (an
 * analysis took half as long again).
 *
 * @param list a list of any kind that has a length and numbers
 * @param place counted from 0; from the end where it is below 0 (-1 is the last)
 * @throws RangeError naming the place and the length, where nothing stands there
 * @example oneAt(['a', 'b'], -1) // 'b'
 */
export function oneAt<T>(list: ArrayLike<T>, place: number): T {
  const one = list[place < 0 ? list.length + place : place]
  if (one === undefined) throw new RangeError(`Nothing stands at ${place} of ${list.length}`)
  return one
}
