import { toast } from '~/kit/toast'
import type { Held } from '~/composables/heldJob'

/** What of a job can be said and changed; null takes it away. */
export interface JobSaid {
  what: string
  takes?: number
  skill: string | null
  site: string | null
  meets: string
  visit: boolean
  earliest: number | null
  latest: number | null
}

/** Pieces are so long at least, in milliseconds. */
const QUARTER = 15 * 60_000

/**
 * A job is changed, split, or not wanted any more; each can be taken back.
 * @param was what it says now
 * @param done called once something is changed
 */
export function useJobDeeds(held: Held, was: JobSaid, done: () => void) {
  const { busy, error, run } = useDeed()
  const { reference, job, now: stood } = held
  const path = { reference, id: held.id }
  const change = (id: number, body: Partial<JobSaid> & { calledOff?: true; series?: true }) =>
    api('PATCH /api/tickets/{reference}/jobs/{id}', { path: { reference, id }, body })

  /** What takes it back says itself what went wrong: the form is gone by then. */
  const said = (text: string, back: () => Promise<unknown>) =>
    toast(text, {
      undo: async () => {
        try {
          await back()
        } catch (thrown) {
          toast(asApiError(thrown).problem.detail, { bad: true })
        }
      },
    })
  /** It stands where it stood, as long as it was. */
  const place = (id: number, now: Held['now']) =>
    stood &&
    api('POST /api/tickets/{reference}/jobs/{id}/place', {
      path: { reference, id },
      body: {
        ...{ person: stood.person, from: stood.from, takes: job.duration, insists: 'taken back' },
        ...{ tell: !now && !held.untold, ...(now && { now }) },
      },
    })

  async function keep(says: JobSaid) {
    if (!(await run(() => change(held.id, says)))) return
    said(`${reference} asks for something else.`, () =>
      change(held.id, { ...was, ...(says.takes !== undefined && { takes: job.duration }) }),
    )
    done()
  }
  async function split() {
    const first = Math.max(QUARTER, Math.round(job.duration / 2 / QUARTER) * QUARTER)
    const made = await run(() =>
      api('POST /api/tickets/{reference}/jobs/{id}/split', { path, body: { first } }),
    )
    if (!made) return
    said(`${reference} is two jobs.`, async () => {
      await change(made.rest, { calledOff: true })
      await (stood ? place(held.id, stood) : change(held.id, { takes: job.duration }))
    })
    done()
  }
  async function callOff() {
    if (!(await run(() => change(held.id, { calledOff: true })))) return
    said(`${reference} is not to be placed any more.`, async () => {
      const body = { ...was, takes: job.duration }
      const { id } = await api('POST /api/tickets/{reference}/jobs', { path: { reference }, body })
      await place(id, undefined)
    })
    done()
  }
  /** All that repeat with it, but for what is begun. */
  async function callOffAll() {
    if (await run(() => change(held.id, { calledOff: true, series: true }))) done()
  }
  return { busy, error, keep, split, callOff, callOffAll }
}
