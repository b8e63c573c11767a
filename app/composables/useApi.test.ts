import { createError } from 'h3'
import { describe, expect, it } from 'vitest'
import { ApiError, asApiError } from './useApi'

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

  it('is no answer at all where there was none', () => {
    expect(asApiError(new Error('x')).problem).toMatchObject({ status: 0, detail: 'x' })
    expect(asApiError('x').problem.detail).toContain('cannot be reached')
    expect(asApiError(Object.assign(new Error('x'), { data: '<html>' })).problem.status).toBe(0)
  })
})
