/** So many chains are worked on at once. */
const ABREAST = 4

/**
 * Does something with each of a list: one after the other what is of one chain, such as of one ticket, and several chains
 * at once. What is of none waits for all before it, and all after it waits for that.
 * @param chainOf what one is of; undefined where it is of none
 * @returns what became of each, in their order
 * @throws the first error, once nothing is under way any more
 */
export async function abreast<T, R>(
  list: readonly T[],
  chainOf: (one: T) => string | undefined,
  work: (one: T) => Promise<R>,
): Promise<R[]> {
  const results = new Map<number, R>()
  const doEach = async (chain: readonly number[]) => {
    for (const at of chain) results.set(at, await work(list[at]!))
  }
  let chains = new Map<string, number[]>()
  for (const [at, one] of list.entries()) {
    const chain = chainOf(one)
    if (chain !== undefined) chains.set(chain, [...(chains.get(chain) ?? []), at])
    else {
      await doAll([...chains.values()], doEach)
      chains = new Map()
      await doEach([at])
    }
  }
  await doAll([...chains.values()], doEach)
  return list.map((_, at) => results.get(at)!)
}

async function doAll(chains: number[][], doEach: (chain: readonly number[]) => Promise<void>): Promise<void> {
  const hand = async () => {
    for (let chain = chains.shift(); chain; chain = chains.shift()) await doEach(chain)
  }
  const ends = await Promise.allSettled(Array.from({ length: ABREAST }, hand))
  for (const end of ends) if (end.status === 'rejected') throw end.reason
}
