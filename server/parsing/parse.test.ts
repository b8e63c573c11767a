import { describe, expect, it } from 'vitest'
import { parseApart } from './parse'

const MAIL = Buffer.from('Subject: The till is silent\r\n\r\nSince noon.')

describe('reading in a thread', () => {
  it('has its time from when the thread is there: a machine that is busy makes no mail unreadable', async () => {
    // A thread takes longer than this to begin.
    const cold = await Promise.all([1, 2].map(() => parseApart('mail', MAIL, 400)))
    expect(cold.map((one) => one.subject)).toEqual(['The till is silent', 'The till is silent'])
  })

  it('is refused after its time, and the next one is read', async () => {
    const slow = Buffer.from(`Subject: x\r\n\r\n${'a'.repeat(4_000_000)}`)
    await expect(parseApart('mail', slow, 1)).rejects.toThrow('takes too long')
    expect(await parseApart('mail', MAIL)).toMatchObject({ subject: 'The till is silent' })
  })
})
