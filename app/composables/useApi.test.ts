import { createError } from 'h3'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { ApiError, api, asApiError, linkTo } from './useApi'

describe('whatever was thrown', () => {
  const problem = {
    title: 'T',
    status: 404,
    detail: 'You have no request of this number.',
    code: 'noRequest',
  }

  it('is the problem that the server told, also after a page was made on the server', () => {
    const error = new ApiError(problem)
    expect(asApiError(error)).toBe(error)
    // So the framework wraps it, and so it comes to the browser.
    const wrapped = createError(error)
    expect(asApiError(wrapped).problem).toEqual(problem)
    const sent = createError(wrapped.toJSON() as never)
    expect(asApiError(sent).problem).toEqual(problem)
  })

  it('is a fault of the page where it is one, and not said in its own words', () => {
    const fault = asApiError(new TypeError("Cannot read properties of undefined (reading 'map')"))
    expect(fault.problem).toMatchObject({ status: 500, code: 'notUnderstood' })
    expect(fault.message).toContain('Load the page anew')
  })

  it('is no answer at all where there was none', () => {
    expect(asApiError(new Error('x')).problem).toMatchObject({ status: 0, detail: 'x' })
    expect(asApiError('x').problem.detail).toContain('cannot be reached')
    expect(asApiError(Object.assign(new Error('x'), { data: '<html>' })).problem.status).toBe(0)
  })
})

describe('a call', () => {
  afterEach(() => vi.unstubAllGlobals())

  it('goes to the address that its name and the parts of its path make, with what it carries', async () => {
    const sent = vi.fn((..._: unknown[]) => Promise.resolve({ sequence: 4 }))
    vi.stubGlobal('$fetch', sent)
    const path = { reference: 12, task: 'a/b' }
    expect(await api('PATCH /api/tickets/{reference}/tasks/{task}', { path, body: { done: true } })).toEqual({
      sequence: 4,
    })
    expect(sent.mock.calls).toEqual([
      ['/api/tickets/12/tasks/a%2Fb', { method: 'PATCH', query: undefined, body: { done: true } }],
    ])
  })

  it('that fails says why', async () => {
    const data = { title: 'T', status: 409, detail: 'Somebody was quicker.' }
    vi.stubGlobal('$fetch', () => Promise.reject(Object.assign(new Error('409'), { data })))
    await expect(api('GET /api/me')).rejects.toMatchObject({ problem: data })
  })

  it('that gives a file is a link, without what is not asked', () => {
    expect(linkTo('GET /api/design-file')).toBe('/api/design-file')
    const query = { target: 'resolve', format: 'csv' } as const
    expect(linkTo('GET /api/tickets/{reference}/statement', { path: { reference: 7 }, query })).toBe(
      '/api/tickets/7/statement?target=resolve&format=csv',
    )
    expect(linkTo('GET /api/design-file', { query: { edition: undefined } })).toBe('/api/design-file')
  })
})
