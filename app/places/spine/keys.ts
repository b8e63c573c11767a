/** Keys of places that still listen for themselves, by the beginning of their address. */
export const OWN_KEYS: readonly {
  at: string
  place: string
  keys: readonly (readonly [string, string])[]
}[] = [
  {
    at: '/bench',
    place: 'Bench',
    keys: [
      ['↑ ↓', 'move through the list when a row has the focus'],
      ['Enter', 'open the row'],
      ['o', 'work in another order'],
    ],
  },
  {
    at: '/arrivals',
    place: 'Arrivals',
    keys: [
      ['a', 'accept what is open'],
      ['r', 'ask the requester'],
      ['m', 'merge it into another'],
      ['x', 'turn it away'],
    ],
  },
]
