import type { Task, TaskList } from 'graphile-worker'

/** How long any one job may take, in milliseconds; none of ours takes more than seconds. */
const MOST = 120_000

/** What takes longer by its nature. */
const LONGER: Readonly<Record<string, number>> = { listFile: 900_000 }

/** Tasks that give up after a while, so that one that hangs keeps no hand of a worker for good; it is tried again. */
export function withLimit(tasks: TaskList, most = MOST): TaskList {
  return Object.fromEntries(
    Object.entries(tasks).map(([name, task]): [string, Task] => [
      name,
      async (payload, helpers) => {
        const own = Math.max(most, LONGER[name] ?? 0)
        let timer: NodeJS.Timeout | undefined
        const limit = new Promise<never>((_, reject) => {
          timer = setTimeout(() => reject(new Error(`${name} took longer than ${own / 1000} seconds`)), own)
        })
        try {
          await Promise.race([task!(payload, helpers), limit])
        } finally {
          clearTimeout(timer)
        }
      },
    ]),
  )
}
