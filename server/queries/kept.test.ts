import { describe, expect, it } from 'vitest'
import { Kept } from './kept'

/** Keeps the lengths of some texts, and says what it was asked to read. */
class Lengths extends Kept<number> {
  readonly asked: (number[] | undefined)[] = []
  fails = false
  constructor(readonly texts: Map<number, string>) {
    super()
  }
  async sum() {
    return [...(await this.now()).values()].reduce((sum, one) => sum + one, 0)
  }
  protected override async read(references?: number[]) {
    this.asked.push(references)
    await new Promise((done) => setTimeout(done, 1))
    if (this.fails) throw new Error('the database went away')
    const wanted = references ?? [...this.texts.keys()]
    return new Map(wanted.flatMap((one) => (this.texts.has(one) ? [[one, this.texts.get(one)!.length]] : [])))
  }
}

describe('what a process keeps of tickets', () => {
  it('is read whole once, and then only where it was touched', async () => {
    const lengths = new Lengths(
      new Map([
        [1, 'a'],
        [2, 'bb'],
      ]),
    )
    expect(await lengths.sum()).toBe(3)
    lengths.texts.set(2, 'bbbb')
    expect(await lengths.sum()).toBe(3)
    lengths.touch([2, 2, 7])
    expect(await lengths.sum()).toBe(5)
    lengths.texts.delete(1)
    lengths.touch([1])
    expect(await lengths.sum()).toBe(4)
    expect(lengths.asked).toEqual([undefined, [2, 7], [1]])
  })

  it('is read whole again once it is forgotten', async () => {
    const lengths = new Lengths(new Map([[1, 'a']]))
    await lengths.sum()
    lengths.texts.set(2, 'bb')
    lengths.forget()
    expect(await lengths.sum()).toBe(3)
    expect(lengths.asked).toEqual([undefined, undefined])
  })

  it('is read once for all who ask at the same time', async () => {
    const lengths = new Lengths(new Map([[1, 'a']]))
    expect(await Promise.all([lengths.sum(), lengths.sum(), lengths.sum()])).toEqual([1, 1, 1])
    expect(lengths.asked).toEqual([undefined])
    lengths.touch([1])
    await Promise.all([lengths.sum(), lengths.sum()])
    expect(lengths.asked).toEqual([undefined, [1]])
  })

  it('is touched still where reading failed, and reads it the next time', async () => {
    const lengths = new Lengths(new Map([[1, 'a']]))
    await lengths.sum()
    lengths.texts.set(1, 'aaa')
    lengths.touch([1])
    lengths.fails = true
    await expect(lengths.sum()).rejects.toThrow('the database went away')
    lengths.fails = false
    expect(await lengths.sum()).toBe(3)
  })

  it('is read in handfuls where very many were touched', async () => {
    const lengths = new Lengths(new Map(Array.from({ length: 12_000 }, (_, one) => [one, 'x'])))
    await lengths.sum()
    lengths.touch(lengths.texts.keys())
    expect(await lengths.sum()).toBe(12_000)
    expect(lengths.asked.slice(1).map((one) => one!.length)).toEqual([5000, 5000, 2000])
  })
})
