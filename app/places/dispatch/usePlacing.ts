import { toast } from '~/kit/toast'
import type { Line } from './usePlaceAll'
import { against, type Board, type Held } from '~/composables/heldJob'

/** Somebody and a time that somebody has in mind for a job. */
export interface Wish {
  held: Held
  person: string
  name: string
  start: number
  /** Whether whoever has it is told at once. */
  tell: boolean
  /** How long it takes then; as long as the job does if left out. */
  takes?: number
}

interface Around {
  board: () => Board | undefined
  now: () => number
  /** What is shown is read anew. */
  again: () => Promise<unknown>
}

/**
 * Placing jobs: at once where nothing speaks against it, else whoever insists is asked why. Each can be taken back.
 */
export function usePlacing({ board, now, again }: Around) {
  const { busy, error, run } = useDeed(() => void again())
  /** What somebody wants although something speaks against it. */
  const wish = ref<Wish & { conflicts: string[] }>()
  const last = shallowRef<() => Promise<unknown>>()

  const path = ({ reference, id }: Held) => ({ reference, id })
  const at = ({ booking, person, from }: NonNullable<Held['now']>) => ({ booking, person, from })

  async function place(one: Wish) {
    const [page, person] = [board(), board()?.people.find(({ id }) => id === one.person)]
    const isInSight = page && person && one.start >= page.from && one.start < page.to
    const held = one.takes ? { ...one.held, job: { ...one.held.job, duration: one.takes } } : one.held
    const { conflicts } = isInSight ? against(page, held, person, one.start, now()) : { conflicts: [] }
    if (conflicts.length) wish.value = { ...one, conflicts }
    else await send(one)
  }

  /** What was said on a ticket becomes a job before it is moved. */
  async function asJob(held: Held): Promise<Held> {
    if (held.id || !held.now) return held
    const path = { reference: held.reference, id: held.now.booking }
    const { id } = await api('POST /api/tickets/{reference}/bookings/{id}/job', { path })
    return { ...held, id }
  }

  async function send(wanted: Wish, insists?: string) {
    const { person, start, tell, takes } = wanted
    let held = wanted.held
    const done = await run(async () => {
      held = await asJob(held)
      return api('POST /api/tickets/{reference}/jobs/{id}/place', {
        path: path(held),
        body: {
          ...{ person, from: start, tell },
          ...(takes !== undefined && { takes }),
          ...(held.now && { now: at(held.now) }),
          ...(insists && { insists }),
        },
      })
    })
    const one = { ...wanted, held }
    if (!done) {
      // Somebody else has put something there since: what speaks against it stands in the answer.
      const found = error.value?.on('insists')
      if (found) [wish.value, error.value] = [{ ...one, conflicts: [found] }, undefined]
      return
    }
    wish.value = undefined
    const { booking } = done
    const back = () => (held.now ? putBack(one, booking) : free(held, booking ?? 0))
    said(`${held.reference} is with ${one.name}${tell || !isUntold(held) ? '' : ', not told yet'}.`, back)
    await again()
  }
  const isUntold = ({ now: stood, untold }: Held) => !stood || untold

  /** Where it stood before it was moved. */
  function putBack({ held, person, start }: Wish, booking: number | null) {
    const { now: stood, job } = held
    if (!stood || booking === null) return
    return api('POST /api/tickets/{reference}/jobs/{id}/place', {
      path: path(held),
      body: {
        ...{ person: stood.person, from: stood.from, takes: job.duration, tell: false },
        now: { booking, person, from: start },
        // It stood there before, whatever spoke against it.
        insists: 'taken back',
      },
    })
  }
  const free = (held: Held, booking: number) =>
    api('POST /api/tickets/{reference}/jobs/{id}/free', { path: path(held), body: { booking } })

  /** A job that stands on the board wants somebody again. */
  async function take(held: Held, name: string) {
    const { now: stood } = held
    if (!stood || !(await run(() => free(held, stood.booking)))) return
    said(`${held.reference} is no longer with ${name}.`, () =>
      api('POST /api/tickets/{reference}/jobs/{id}/place', {
        path: path(held),
        body: {
          ...{ person: stood.person, from: stood.from, takes: held.job.duration, insists: 'taken back' },
          tell: !held.untold,
        },
      }),
    )
    await again()
  }

  function said(text: string, back: () => unknown) {
    const undo = async () => {
      last.value = undefined
      await run(async () => void (await back()))
      if (error.value) toast(error.value.problem.detail, { bad: true })
      await again()
    }
    last.value = undo
    toast(text, { undo })
  }
  /** Many were placed together, and are taken back together. */
  function tookAll(lines: readonly Line[]) {
    said(`${lines.length === 1 ? 'One job is' : `${lines.length} jobs are`} placed.`, async () => {
      // Whoever is quick takes it back before the board has been read anew.
      await again()
      const page = board()
      for (const { held, hand, start } of lines) {
        const visit = page?.people
          .find((one) => one.id === hand)
          ?.visits.find(
            (one) => one.reference === held.reference && one.job === held.id && one.start === start,
          )
        if (!visit) continue
        const name = page?.people.find((one) => one.id === hand)?.name ?? hand
        await (held.now
          ? putBack({ held, person: hand, name, start, tell: false }, visit.booking)
          : free(held, visit.booking))
      }
    })
  }
  const undo = () => last.value?.()
  return {
    busy,
    error,
    run,
    wish,
    place,
    send,
    take,
    tookAll,
    undo,
    canUndo: computed(() => last.value !== undefined),
  }
}
