import { del, get, keys, set } from 'idb-keyval'

// What a device keeps of My day, so that it is there without a connection.

const CACHES = 'yare-day-'
const DAY = 'day '

/** Under which somebody's day is kept. */
const dayKey = (person: string) => `${DAY}${person}`

/** A device that keeps nothing, or a browser that is told to, goes on without. */
async function tried<T>(work: () => Promise<T>): Promise<T | undefined> {
  try {
    return await work()
  } catch {
    return undefined
  }
}

/** Keeps somebody's day as it was read last. */
export const keepDay = (person: string, page: FieldDay): Promise<void> =>
  tried(() => set(dayKey(person), page))

export const keptDay = (person: string): Promise<FieldDay | undefined> =>
  tried(() => get<FieldDay>(dayKey(person)))

/**
 * Whoever signs out leaves nothing to read for the next one at this device. What they did and the desk does not have yet
 * stays for them, or it would be lost.
 */
export async function forgetDays(): Promise<void> {
  const stored = (await tried(() => keys<string>())) ?? []
  const days = stored.filter((one) => typeof one === 'string' && one.startsWith(DAY))
  const cached = 'caches' in globalThis ? (await caches.keys()).filter((one) => one.startsWith(CACHES)) : []
  await Promise.all([...days.map((one) => del(one)), ...cached.map((one) => caches.delete(one))])
}

/** Somebody's day, as My day has it. */
export type FieldDay = AnswerOf<'GET /api/my/day'>
export type Stop = FieldDay['stops'][number]
