import {
  askedFor,
  sealedBy,
  waitsFor,
  type ApprovalTask,
  type Approving,
  type Asked,
  type PlanTask,
} from '../plan'
import type { Change } from './change'
import { Refused, type Command } from './command'
import { sendBack } from './planBack'
import { planTask, planWorld, PLANS, runningPlan, type Followed } from './planFollowed'
import { personOf } from './work'

// Approvals: whose word is asked for, and what is made of it.

type Of<K extends Command['kind']> = Extract<Command, { kind: K }>

/** An approval opens: whoever is found for it is asked. */
export function askForWord(change: Change, followed: Followed, task: PlanTask, approving: Approving): void {
  const found = askedFor(approving, planWorld(change, followed))
  const asked = found.length ? found : leadAsked(change)
  enterAsked(change, followed, task, asked)
  writeTo(change, task, waitsFor(approving.needs, asked, []))
}

/** Where nobody can be asked, the lead of the team decides whom to ask, or says a word of their own. */
function leadAsked({ state, directory }: Change): Asked[] {
  const lead = directory.people.get(directory.teams.get(state.team)?.lead ?? '')
  return lead?.active && lead.id !== state.requester ? [{ person: lead.id }] : []
}

const enterAsked = (change: Change, { run }: Followed, { id, text }: PlanTask, asked: Asked[]) =>
  change.enter({ kind: 'sealAsked', run: run.id, task: id, text, asked }, PLANS)

function writeTo(change: Change, { text }: PlanTask, asked: readonly Asked[]): void {
  change.tell(
    asked.map(({ person }) => change.directory.people.get(person)),
    'sealAsked',
    { text },
  )
}

/** Nobody has said a word for a while: those who are waited for are asked once more. */
export function remindOfSeal(change: Change, alarm: string, id: number, taskId: string): void {
  const { task, asked, run } = openSeal(change, id, taskId)
  const waits = waitsFor(task.needs, asked, run.tasks[taskId]?.words ?? [])
  change.enter(
    {
      ...{ kind: 'sealReminded', alarm, run: id, task: taskId, text: task.text },
      told: waits.map((one) => one.person),
    },
    PLANS,
  )
  writeTo(change, task, waits)
}

interface Open extends Followed {
  task: ApprovalTask
  asked: Asked[]
}

/**
 * The approval that a command is about.
 * @throws Refused where it is not asked for, or was settled already
 */
function openSeal(change: Change, id: number, taskId: string): Open {
  const followed = runningPlan(change, id)
  const task = planTask(followed.plan, taskId)
  const run = followed.run.tasks[taskId]
  if (task?.do !== 'approval' || !run?.asked)
    throw new Refused('missing', 'Nobody is asked for this approval any more.')
  if (run.end) throw new Refused('conflict', 'This approval was settled already; it cannot be changed.')
  if (followed.run.ended)
    throw new Refused('conflict', 'The plan has ended; nobody needs this word any more.')
  return { ...followed, task, asked: run.asked }
}

/** Whose word is asked for, whatever has become of it. */
const askedOf = ({ state }: Change, id: number, taskId: string): readonly Asked[] =>
  state.plans?.find((one) => one.id === id)?.tasks[taskId]?.asked ?? []

/** In whose place somebody says it. */
function forWhom(asked: readonly Asked[], person: string): { for?: string } {
  const { for: other } = asked.find((one) => one.person === person) ?? {}
  return other ? { for: other.person } : {}
}

/**
 * Somebody says yes or no.
 * @throws Refused where it is not theirs to say, they have said it, or a no has no words
 */
export function saySeal(change: Change, { run: id, task: taskId, yes, text }: Of<'saySeal'>): void {
  const person = personOf(change)
  if (!askedOf(change, id, taskId).some((one) => one.person === person))
    throw new Refused('missing', 'Your word is not asked for here, or not any more.')
  const { run, task, asked, plan, edition } = openSeal(change, id, taskId)
  const words = run.tasks[taskId]?.words ?? []
  if (words.some((one) => one.person === person))
    throw new Refused('conflict', 'You have said your word already; it cannot be changed.')
  if (!waitsFor(task.needs, asked, words).some((one) => one.person === person))
    throw new Refused('conflict', 'It is not your turn yet: somebody else is asked before you.')
  const said = text.trim()
  if (!yes && !said)
    throw new Refused('invalid', 'Say why not.', [
      { field: 'text', message: 'whoever asked reads it, so that they know what to do' },
    ])
  const after = [...words, { person, yes, text: said, at: change.now }]
  const sealed = sealedBy(task.needs, asked, after)
  change.enter({
    ...{ kind: 'sealSaid', run: id, task: taskId, text: task.text, yes, said, sealed },
    ...forWhom(asked, person),
  })
  if (sealed === 'open' && task.needs === 'inTurn') writeTo(change, task, waitsFor('inTurn', asked, after))
  if (sealed === 'refused') refuse(change, { run, plan, edition }, task, said)
}

/** What becomes of the plan when an approval is refused. */
function refuse(change: Change, followed: Followed, { refused }: ApprovalTask, said: string): void {
  if (refused?.then === 'goOn') return
  const { run } = followed
  if (refused?.then === 'back') {
    sendBack(change, followed, refused.stage, [], said)
    return
  }
  change.enter({ kind: 'planEnded', run: run.id, name: run.name, how: 'refused', why: said }, PLANS)
}

/**
 * Somebody else is asked: in the place of whoever hands it on, or where nobody could be found.
 * @throws Refused where whoever does it may not, or the other cannot be asked
 */
export function handSeal(change: Change, { run: id, task: taskId, from, to }: Of<'handSeal'>): void {
  mayHand(change, askedOf(change, id, taskId), from)
  const open = openSeal(change, id, taskId)
  const { run, task, asked } = open
  const words = run.tasks[taskId]?.words ?? []
  const before = asked.find((one) => one.person === from)
  if (from === null ? asked.length > 0 : !before || words.some((one) => one.person === from))
    throw new Refused('conflict', 'Their word is not asked for any more; nothing was changed.')
  const inPlace: Asked = {
    person: askable(change, open, to),
    ...(before && { for: before.for ?? { person: before.person, since: 'handed' } }),
    ...(before?.upTo !== undefined && { upTo: before.upTo }),
  }
  const now = before ? asked.map((one) => (one === before ? inPlace : one)) : [inPlace]
  enterAsked(change, open, task, now)
  const isTurn = waitsFor(task.needs, now, words).includes(inPlace)
  writeTo(change, task, isTurn ? [inPlace] : [])
}

/** Whoever is asked hands it on themselves; the desk does it for anybody. */
function mayHand(change: Change, asked: readonly Asked[], from: string | null): void {
  const person = personOf(change)
  const isTheirs = from === person && asked.some((one) => one.person === person)
  if (!isTheirs && !change.directory.may(person, 'workTickets'))
    throw new Refused('missing', 'Only whoever is asked, or somebody of the desk, can hand this on.')
}

/** Somebody whose word can be asked for: they are there, are not asked already, and do not ask for it themselves. */
function askable({ directory, state }: Change, { task, asked }: Open, id: string): string {
  const other = directory.people.get(id)
  const isAsked = asked.some((one) => one.person === other?.id)
  if (other?.active && !isAsked && (other.id !== state.requester || task.own)) return other.id
  const message = isAsked
    ? 'they are asked already; choose somebody else'
    : 'choose somebody who is there and does not ask for it themselves'
  throw new Refused('invalid', 'This person cannot be asked.', [{ field: 'to', message }])
}
