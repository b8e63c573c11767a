import { describe, expect, it } from 'vitest'
import { abreast } from './abreast'

const pause = (milliseconds: number) => new Promise((done) => setTimeout(done, milliseconds))

describe('what is done abreast', () => {
  it('is done in its order for each chain, and gives what became of each in theirs', async () => {
    const done: string[] = []
    let [under, most] = [0, 0]
    const list = ['a1', 'b1', 'a2', 'c1', 'd1', 'e1', 'f1', 'b2', 'a3']
    const results = await abreast(
      list,
      ([chain]) => chain,
      async (one) => {
        most = Math.max(most, ++under)
        await pause(one === 'a1' ? 20 : 2)
        under--
        done.push(one)
        return one.toUpperCase()
      },
    )
    expect(results).toEqual(list.map((one) => one.toUpperCase()))
    for (const chain of 'ab')
      expect(done.filter((one) => one.startsWith(chain))).toEqual(list.filter((one) => one.startsWith(chain)))
    expect(done.indexOf('a1')).toBeGreaterThan(done.indexOf('b1'))
    expect(most).toBe(4)
  })

  it('lets what is of no chain wait for all before it, and all after it for that', async () => {
    const done: string[] = []
    await abreast(
      ['a1', 'b1', '.', 'a2'],
      ([chain]) => (chain === '.' ? undefined : chain),
      async (one) => {
        await pause(one === 'a1' ? 15 : 1)
        done.push(one)
      },
    )
    expect(done).toEqual(['b1', 'a1', '.', 'a2'])
  })

  it('fails once nothing is under way any more', async () => {
    const done: string[] = []
    const doing = abreast(
      ['a', 'b'],
      (one) => one,
      async (one) => {
        if (one === 'a') throw new Error('a fails')
        await pause(10)
        done.push(one)
      },
    )
    await expect(doing).rejects.toThrow('a fails')
    expect(done).toEqual(['b'])
    expect(await abreast([], String, () => Promise.resolve(1))).toEqual([])
  })
})
