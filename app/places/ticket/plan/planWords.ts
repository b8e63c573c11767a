import { momentInWords } from '~~/core/time'
import { listInWords } from '~~/core/words'
import type { Ticket } from '~/composables/useTickets'

export type PlanOnTicket = Ticket['plans'][number]
export type StageOnTicket = PlanOnTicket['stages'][number]
export type TaskOnTicket = StageOnTicket['tasks'][number]
type AskedOnTicket = NonNullable<TaskOnTicket['seal']>['asked'][number]

/** In which zone and from when moments are told. */
export interface When {
  zone: string
  now: number
}

/** Where a stage stands, beside its name. */
export function stageStands(stage: StageOnTicket, { zone, now }: When): string {
  const at = (moment: number) => momentInWords(moment, zone, now)
  const { stands, throughAt, dueAt, rests, from } = stage
  if (stands === 'passed') return 'not for this request'
  if (stands === 'through') return throughAt === undefined ? 'through' : `through ${at(throughAt)}`
  if (stands === 'open' && rests) return 'its time stands still'
  if (stands === 'open') return dueAt === undefined ? 'open' : `until ${at(dueAt)}`
  if (from !== undefined) return `opens ${at(from)}`
  return stage.expected ? `expected ${at(stage.expected.from)}` : 'later'
}

/** When a plan is expected to be done, and why at another time than as it began; empty where it is over. */
export function expectedInWords({ expected }: PlanOnTicket, { zone, now }: When): string {
  if (!expected) return ''
  const at = (moment: number) => momentInWords(moment, zone, now)
  if (expected.at === null)
    return `nobody can say when it is done: it waits for ${listInWords(expected.undated.map((one) => `“${one}”`)) || 'stages that wait for each other'}`
  const { moved } = expected
  if (!moved) return `expected done ${at(expected.at)}`
  const why = moved.text !== null ? `; “${moved.text}” takes longer` : ''
  return `expected done ${at(expected.at)}; it was ${at(moved.from)} as it began${why}`
}

/** Why a task is not to be done now, or how it ended; empty for what is open. */
export function taskStands(task: TaskOnTicket, people: Ticket['people'], { zone, now }: When): string {
  const { stands, end } = task
  if (stands === 'notForIt') return 'not for this request'
  if (!end) return ''
  const by = end.by === undefined ? '' : `${people[end.by] ?? end.by}, `
  const how = { done: '', notNeeded: 'not needed: ', letGo: 'let go, ', refused: 'refused: ' }
  const said =
    stands === 'notNeeded' && end.why ? `${how.notNeeded}${end.why} · ` : stands === 'letGo' ? how.letGo : ''
  return `${said}${by}${momentInWords(end.at, zone, now)}`
}

const IN_PLACE = {
  own: 'who asks for it',
  left: 'who has left',
  away: 'who is away',
  handed: 'who handed it on',
  silent: 'who has not answered',
}

/** Whose word is asked for, in whose place, and what they said. */
export function askedInWords(one: AskedOnTicket, people: Ticket['people'], { zone, now }: When) {
  const name = (id: string) => people[id] ?? id
  const inPlace = one.for ? `for ${name(one.for.person)}, ${IN_PLACE[one.for.since]}` : ''
  const { word } = one
  if (!word) return { name: name(one.person), inPlace, says: one.isTurn ? 'is asked' : 'comes after' }
  const said = word.text ? `: ${word.text}` : ''
  return {
    ...{ name: name(one.person), inPlace },
    says: `${word.yes ? 'yes' : 'no'}, ${momentInWords(word.at, zone, now)}${said}`,
  }
}
