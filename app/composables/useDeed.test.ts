import { describe, expect, it, vi } from 'vitest'
import { refusal } from '../testing/server'

describe('something that is done at the server', () => {
  it('is busy while it runs, and gives what it gave', async () => {
    const { busy, error, run } = useDeed()
    const running = run(() => Promise.resolve(7))
    expect(busy.value).toBe(true)
    await expect(running).resolves.toBe(7)
    expect([busy.value, error.value]).toEqual([false, undefined])
  })

  it('says what it ended in, and forgets that once it is tried again', async () => {
    const { busy, error, run } = useDeed()
    const refused = refusal(422, 'Something needs another look.', [
      { field: 'why', message: 'please say why' },
    ])
    await expect(run(() => Promise.reject(refused))).resolves.toBeUndefined()
    expect([busy.value, error.value?.problem.detail, error.value?.on('why')]).toEqual([
      false,
      'Something needs another look.',
      'please say why',
    ])
    await run(() => Promise.resolve(1))
    expect(error.value).toBeUndefined()
  })

  it('has the page read anew where somebody was quicker, and not otherwise', async () => {
    const onConflict = vi.fn()
    const { run } = useDeed(onConflict)
    await run(() => Promise.reject(refusal(403, 'no')))
    expect(onConflict).not.toHaveBeenCalled()
    await run(() => Promise.reject(refusal(409, 'it has changed')))
    expect(onConflict).toHaveBeenCalledOnce()
  })
})
