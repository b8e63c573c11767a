import { vi } from 'vitest'

type Answer = (asked: { path: string; query: Record<string, unknown>; body: unknown }) => unknown

/** What the server says when it refuses; thrown by an answer of `serve`. */
export function refusal(status: number, detail: string, fields: { field: string; message: string }[] = []) {
  return Object.assign(new Error(detail), { data: { title: 'No', status, detail, fields } })
}

/**
 * Stands for the server: each call by its method and path, with what it answers. What is not named here is refused.
 * @returns the calls in their order, as `GET /api/notices`
 */
export function serve(answers: Record<string, Answer>): string[] {
  const calls: string[] = []
  vi.stubGlobal(
    '$fetch',
    async (path: string, options: { method: string; query?: object; body?: unknown }) => {
      const call = `${options.method} ${path}`
      calls.push(call)
      const answer = answers[call]
      if (!answer) throw refusal(404, `nothing answers ${call}`)
      return answer({ path, query: { ...options.query }, body: options.body })
    },
  )
  return calls
}
