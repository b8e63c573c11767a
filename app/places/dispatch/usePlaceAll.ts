import type { Placed, Sums } from '~~/core/dispatch'
import { heldOf, heldVisit, type Board, type Held, type OpenJob } from '~/composables/heldJob'
import type { PlaceJobsAnswer, PlaceJobsRequest } from '~/workers/placeJobs'

/** What is proposed for one job. */
export interface Line extends Placed {
  held: Held
  name: string
}

/** What became of taking a line. */
export type Taken = 'taken' | { refused: string }

interface Asked {
  board: Board
  jobs: readonly OpenJob[]
  /** Of which team people are sent; of all if left out. */
  team: string | undefined
  now: number
  /** Whether what stands on the board and has not begun may be moved. */
  moves: boolean
}

const keyOf = ({ reference, id }: Held) => `${reference}-${id}`

/** All jobs placed at once, in a worker that goes on to do so better until it is stopped. */
export function usePlaceAll() {
  const answer = shallowRef<PlaceJobsAnswer>()
  const busy = ref(false)
  const failed = ref(false)
  const began = ref(0)
  let worker: Worker | undefined
  let asked: { board: Board; held: ReadonlyMap<string, Held> } | undefined

  function stop() {
    worker?.terminate()
    worker = undefined
    busy.value = false
  }
  function leave() {
    stop()
    answer.value = undefined
  }
  function start({ board, jobs, team, now, moves }: Asked) {
    leave()
    // What may only be done later is not missing in these days.
    const open = jobs.filter((one) => (one.earliest ?? 0) < board.to).map(heldOf)
    const standing = moves
      ? board.people
          .flatMap((one) => one.visits.flatMap((visit) => heldVisit(visit, one.id) ?? []))
          // What was said on a ticket stands there; only who plans it moves it.
          .filter((one) => one.id)
      : []
    const held = new Map([...open, ...standing].map((one) => [keyOf(one), one]))
    asked = { board, held }
    const request: PlaceJobsRequest = {
      jobs: [...held.values()].map((one) => one.job),
      hands: board.people
        .filter((one) => !team || one.teams.includes(team))
        .map(({ id, skills, site, free, visits }) => ({
          ...{ id, skills, free, ...(site !== null && { base: site }) },
          visits: visits
            .filter((one) => !held.has(`${one.reference}-${one.job}`))
            .map(({ id: visit, start: from, end, site: where }) => ({
              ...{ id: visit, start: from, end, ...(where !== null && { site: where }) },
            })),
        })),
      sites: board.sites.map(({ id, ways }) => ({ id, ways })),
      within: { start: board.from, end: board.to, now },
      held: standing.flatMap((one) =>
        one.now ? [[keyOf(one), { hand: one.now.person, start: one.now.from }] as const] : [],
      ) as PlaceJobsRequest['held'],
    }
    const fresh = new Worker(new URL('../../workers/placeJobs.ts', import.meta.url), { type: 'module' })
    fresh.onmessage = ({ data }: MessageEvent<PlaceJobsAnswer>) => (answer.value = data)
    fresh.onerror = () => {
      failed.value = true
      stop()
    }
    ;[worker, busy.value, failed.value, began.value] = [fresh, true, false, Date.now()]
    // A worker takes plain data only, and these come from what Vue watches.
    fresh.postMessage(JSON.parse(JSON.stringify(request)))
  }

  /** What is new or moved, by time. */
  const lines = computed<Line[]>(() => {
    const { board, held } = asked ?? {}
    if (!answer.value || !board || !held) return []
    const nameOf = (id: string) => board.people.find((one) => one.id === id)?.name ?? id
    return answer.value.proposal.placed
      .flatMap((one) => {
        const of = held.get(one.job)
        const isSame = of?.now && of.now.person === one.hand && of.now.from === one.start
        return of && !isSame ? [{ ...one, held: of, name: nameOf(one.hand) }] : []
      })
      .sort((a, b) => a.start - b.start || a.name.localeCompare(b.name))
  })
  const unplaced = computed(() =>
    (answer.value?.proposal.unplaced ?? []).flatMap(({ job, why }) => {
      const of = asked?.held.get(job)
      return of ? [{ held: of, why }] : []
    }),
  )
  const sums = computed<{ first: Sums; best: Sums } | undefined>(
    () => answer.value && { first: answer.value.first, best: answer.value.proposal.sums },
  )
  onScopeDispose(stop)
  return { start, stop, leave, busy, failed, began, answer, lines, unplaced, sums }
}

/**
 * Takes lines of a proposal one after the other. One that is in the way of another is tried again once that is out of it.
 * @returns what became of each, by its job
 */
export async function takeLines(
  lines: readonly Line[],
  tell: boolean,
  heard: (done: number) => void,
): Promise<Map<string, Taken>> {
  const became = new Map<string, Taken>()
  let left = [...lines]
  for (let moved = true; moved && left.length;) {
    moved = false
    const again: Line[] = []
    for (const line of left) {
      const { held, hand, start } = line
      try {
        await api('POST /api/tickets/{reference}/jobs/{id}/place', {
          path: { reference: held.reference, id: held.id },
          body: { person: hand, from: start, tell, ...(held.now && { now: { ...held.now } }) },
        })
        became.set(line.job, 'taken')
        moved = true
      } catch (thrown) {
        const { problem } = asApiError(thrown)
        became.set(line.job, { refused: problem.detail })
        if (problem.status === 409) again.push(line)
      }
      heard([...became.values()].filter((one) => one === 'taken').length)
    }
    left = again
  }
  return became
}
