import { del, get, keys, set } from 'idb-keyval'

// What a device keeps of My day, so that it is there without a connection.

const CACHES = 'yare-day-'
const DAY = 'day '

/** Under which somebody's day is kept. */
const dayKey = (person: string) => `${DAY}${person}`

/** Keeps somebody's day as it was read last. A device that keeps nothing goes on without. */
export const keepDay = (person: string, page: FieldDay): Promise<void> =>
  set(dayKey(person), page).catch(() => undefined)

export const keptDay = (person: string): Promise<FieldDay | undefined> =>
  get<FieldDay>(dayKey(person)).catch(() => undefined)

/**
 * Whoever signs out leaves nothing to read for the next one at this device. What they did and the desk does not have yet
 * stays for them, or it would be lost.
 */
export async function forgetDays(): Promise<void> {
  const stored = await keys<string>().catch(() => [])
  const days = stored.filter((one) => typeof one === 'string' && one.startsWith(DAY))
  const cached = 'caches' in globalThis ? (await caches.keys()).filter((one) => one.startsWith(CACHES)) : []
  await Promise.all([...days.map((one) => del(one)), ...cached.map((one) => caches.delete(one))])
}

/** Somebody's day, as My day has it. */
export type FieldDay = AnswerOf<'GET /api/my/day'>
export type Stop = FieldDay['stops'][number]
