import { afterEach, describe, expect, it, vi } from 'vitest'
import { FIRST_WEIGHING, type PastPair, type Suggested } from '~~/core/similar'
import { draw, settled } from '../../../testing/on'
import SimilarScale from './SimilarScale.vue'

afterEach(() => vi.unstubAllGlobals())

const NOTHING = { item: 1, site: 1, near: 1 }
const pair = (a: number, b: number, words: number, isSame: boolean): PastPair => ({
  ...{ references: [a, b], isSame },
  evidence: { words, signs: isSame ? NOTHING : { item: 1, site: 0, near: 0 } },
})
const PAIRS = [pair(4, 9, 0.9, true), pair(5, 9, 0.8, true), pair(6, 7, 0.9, false)]
const SUMMARIES = Object.fromEntries([4, 5, 6, 7, 9].map((number) => [number, `Ticket ${number}`]))

async function drawn(pairs = PAIRS, readonly = false) {
  const { wrapper } = draw(SimilarScale, {
    props: { past: { tickets: 5, pairs, summaries: SUMMARIES }, weighing: FIRST_WEIGHING, readonly } as never,
  })
  await settled()
  return wrapper
}
const rows = () =>
  [...document.querySelectorAll('tbody tr')].map((row) => row.textContent!.replace(/\s+/g, ' ').trim())
const button = (name: RegExp) =>
  [...document.querySelectorAll<HTMLElement>('button')].find((one) => name.test(one.textContent!))

describe('the scale of likeness', () => {
  it('says for each mark what it would have found, and names a pair that lies there', async () => {
    await drawn()
    expect(rows()).toHaveLength(15)
    const same = rows().find((row) => row.includes('nearly the same'))!
    expect(same).toContain(`${FIRST_WEIGHING.same}nearly the same`)
    expect(same).toContain('2100 %100 %')
    expect(rows()[0]).toContain('3267 %100 %')
    expect(document.body.textContent).toContain('Ticket 4')
    expect(document.body.textContent).toContain('called the same')
  })

  it('has nothing to suggest where nobody has called two the same, nor for whoever only reads', async () => {
    await drawn([pair(6, 7, 0.9, false)])
    expect(document.body.textContent).toContain('Nobody has called two tickets the same yet')
    expect(button(/weights/)).toBeUndefined()
    document.body.innerHTML = ''
    await drawn(PAIRS, true)
    expect(button(/weights/)).toBeUndefined()
    document.body.innerHTML = ''
    await drawn([])
    expect(document.body.textContent).toContain('the scale fills as tickets come')
  })

  it('takes weights over that were tried in a worker, if they are better', async () => {
    const found: Suggested = { signs: { ...FIRST_WEIGHING.signs, near: 1 }, mark: 85, balance: 1 }
    const workers: { asked: unknown[]; ended: boolean }[] = []
    vi.stubGlobal(
      'Worker',
      class {
        asked: unknown[] = []
        ended = false
        onmessage?: (event: { data: Suggested }) => void
        constructor() {
          workers.push(this)
        }
        postMessage(data: unknown) {
          this.asked.push(data)
          queueMicrotask(() => this.onmessage?.({ data: found }))
        }
        terminate() {
          this.ended = true
        }
      },
    )
    const wrapper = await drawn([...PAIRS, { ...pair(4, 6, 0.85, true), isSame: false }])
    button(/Which weights/)!.click()
    await settled()
    expect(workers[0]!.ended).toBe(true)
    expect(document.body.textContent).toContain('at about the same time 1')
    button(/Take them over/)!.click()
    await settled()
    expect(wrapper.emitted('take')).toEqual([[{ signs: found.signs, same: 85, shown: FIRST_WEIGHING.shown }]])
  })
})
