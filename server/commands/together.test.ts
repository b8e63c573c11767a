import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { settle, Together } from './together'

const soon = () => new Promise<void>((done) => setImmediate(done))

describe('work done together', () => {
  it('gives each its own result or error, in order, never more at once than allowed', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.integer({ min: -5, max: 50 }), { maxLength: 60 }),
        fc.record({ most: fc.integer({ min: 1, max: 9 }), atOnce: fc.integer({ min: 1, max: 3 }) }),
        async (numbers, limits) => {
          const seen: number[] = []
          let running = 0
          const together = new Together<number, number>(limits, async (works) => {
            expect(works.length).toBeLessThanOrEqual(limits.most)
            expect(++running).toBeLessThanOrEqual(limits.atOnce)
            seen.push(...works)
            await soon()
            running--
            return works.map((one) =>
              settle(() => {
                if (one < 0) throw new Error(`no ${one}`)
                return one * 2
              }),
            )
          })
          const results = await Promise.allSettled(numbers.map((one) => together.add(one)))
          results.forEach((result, index) => {
            const number = numbers[index]!
            if (result.status === 'fulfilled') expect(result.value).toBe(number * 2)
            else expect(result.reason).toMatchObject({ message: `no ${number}` })
          })
          expect(seen).toEqual(numbers)
        },
      ),
      { numRuns: 50 },
    )
  })

  it('goes on after a go that failed as a whole', async () => {
    let goes = 0
    const together = new Together<string, string>({ most: 5, atOnce: 1 }, async (works) => {
      if (++goes === 1) throw new Error('the line is down')
      return works.map((value) => ({ value }))
    })
    const first = [together.add('a'), together.add('b')]
    for (const one of first) await expect(one).rejects.toThrow('the line is down')
    expect(await together.add('c')).toBe('c')
  })
})
