import { toast } from '~/kit/toast'

/** The same is said once in a while, in milliseconds. */
const ONCE_IN = 60_000
const saidAt = new Map<string, number>()

/**
 * What a page can do without: where it does not come, the page goes on without it, and whoever is in front of it is told
 * what is missing, and why.
 * @param what what it is, as the beginning of a sentence
 * @returns undefined where it does not come
 * @example const words = await beside('What can be chosen', api('GET /api/views/words'))
 */
export async function beside<T>(what: string, asked: Promise<T>): Promise<T | undefined> {
  try {
    return await asked
  } catch (error) {
    const now = performance.now()
    if (now - (saidAt.get(what) ?? -Infinity) < ONCE_IN) return undefined
    saidAt.set(what, now)
    toast(`${what} cannot be shown just now. ${asApiError(error).problem.detail}`, { bad: true })
    return undefined
  }
}
