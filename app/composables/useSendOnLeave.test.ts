import { describe, expect, it } from 'vitest'
import { outlivesPage } from './useSendOnLeave'

describe('what may be sent while its page goes', () => {
  // 64 KiB of bytes, not of letters: Fetch, “HTTP-network-or-cache fetch”, inflight keepalive bytes.
  it.each([
    ['a', 50_000, true],
    ['a', 70_000, false],
    ['å', 25_000, true],
    ['å', 35_000, false],
    ['漢', 25_000, false],
  ])('%s %i times: %s', (letter, count, may) => {
    expect(outlivesPage({ changes: letter.repeat(count) })).toBe(may)
  })
})
