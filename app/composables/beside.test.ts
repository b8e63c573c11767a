import ToastEventBus from 'primevue/toasteventbus'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { beside } from './beside'
import { ApiError } from './useApi'

describe('what a page can do without', () => {
  const said: string[] = []
  const hear = ({ summary }: { summary?: string }) => void said.push(String(summary))
  beforeEach(() => ToastEventBus.on('add', hear))
  afterEach(() => {
    ToastEventBus.off('add', hear)
    vi.restoreAllMocks()
    said.length = 0
  })
  const away = () =>
    Promise.reject(new ApiError({ title: 'Away', status: 0, detail: 'The desk cannot be reached.' }))

  it('is there where it comes, and nothing is said of it', async () => {
    expect(await beside('What can be chosen', Promise.resolve([7]))).toEqual([7])
    expect(said).toEqual([])
  })

  it('is said to be missing, and why, where it does not come; not again and again', async () => {
    const now = vi.spyOn(performance, 'now').mockReturnValue(1_000_000)
    expect(await beside('Who is here', away())).toBeUndefined()
    expect(said).toEqual(['Who is here cannot be shown just now. The desk cannot be reached.'])
    await beside('Who is here', away())
    await beside('What rang', away())
    expect(said).toHaveLength(2)
    now.mockReturnValue(1_100_000)
    await beside('Who is here', away())
    expect(said).toHaveLength(3)
  })
})
