import type { Person } from '../design'
import {
  askedFor,
  askedNow,
  inPlaceOf,
  isOpen,
  sealedBy,
  silentIn,
  standInFor,
  waitsFor,
  type ApprovalTask,
  type Approving,
  type Asked,
  type PlanTask,
  type TaskRun,
  type Word,
} from '../plan'
import type { Change } from './change'
import { Refused, type Command } from './command'
import type { MessageLink } from './entry'
import { sendBack } from './planBack'
import {
  followedPlans,
  linkTo,
  openSeals,
  planTask,
  planWorld,
  PLANS,
  runningPlan,
  runOfTask,
  type Followed,
  type OpenSeal,
} from './planFollowed'
import { requestersOf } from './said'
import { checkText } from './text'
import { personOf } from './work'

// Approvals: whose word is asked for, and what is made of it.

type Of<K extends Command['kind']> = Extract<Command, { kind: K }>

/** An approval opens: whoever is found for it is asked. */
export function askForWord(change: Change, followed: Followed, task: PlanTask, approving: Approving): void {
  const found = askedFor(approving, planWorld(change, followed))
  const asked = found.length ? found : leadAsked(change)
  enterAsked(change, followed, task, asked)
  writeTo(change, followed.run.id, task, waitsFor(approving.needs, asked, []))
}

/** Where nobody can be asked, the lead of the team decides whom to ask, or says a word of their own. */
function leadAsked({ state, directory }: Change): Asked[] {
  const lead = directory.people.get(directory.teams.get(state.team)?.lead ?? '')
  return lead?.active && lead.id !== state.requester ? [{ person: lead.id }] : []
}

const enterAsked = (change: Change, { run }: Followed, { id, text }: PlanTask, asked: Asked[]) =>
  change.enter({ kind: 'sealAsked', run: run.id, task: id, text, asked }, PLANS)

function writeTo(
  change: Change,
  run: number,
  { id, text }: PlanTask,
  asked: readonly Pick<Asked, 'person'>[],
  { template = 'sealAsked', said = text } = {},
): void {
  change.tell(
    asked.map(({ person }) => change.directory.people.get(person)),
    template,
    { text: said },
    { link: linkTo(change.state, 'word', run, id) },
  )
}

/**
 * Nobody has said a word for a while: those who are waited for are asked once more, and for whoever is away by now
 * somebody else is.
 */
export function remindOfSeal(change: Change, alarm: string, id: number, taskId: string): void {
  const { task, asked, ...followed } = openSeal(change, id, taskId)
  const before = followed.run.tasks[taskId]!
  const now = askedNow(task, asked, before.words ?? [], planWorld(change, followed))
  const isNew = ({ person }: Asked) => !asked.some((one) => one.person === person)
  if (now.some(isNew)) replaceAsked(change, { ...followed, task, one: before }, now)
  const waits = silentIn(task, { ...before, asked: now }).filter((one) => !isNew(one))
  change.enter(
    {
      ...{ kind: 'sealReminded', alarm, run: id, task: taskId, text: task.text },
      told: waits.map((one) => one.person),
    },
    PLANS,
  )
  writeTo(change, id, task, waits)
}

interface Open extends Followed {
  task: ApprovalTask
  asked: Asked[]
}

/**
 * The approval that a command is about.
 * @throws Refused where it is not asked for, or was settled already
 */
function openSeal(change: Pick<Change, 'state' | 'design'>, id: number, taskId: string): Open {
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

/** Others are asked in the place of some of those who were: whose turn it is hears of it. */
function replaceAsked(change: Change, { task, one, ...followed }: OpenSeal, now: Asked[]): void {
  enterAsked(change, followed, task, now)
  const isNew = ({ person }: Asked) => !one.asked?.some((before) => before.person === person)
  writeTo(change, followed.run.id, task, waitsFor(task.needs, now, one.words ?? []).filter(isNew))
}

/**
 * Approvals that nobody has answered are asked of others: of each one's manager, or of whoever is found for a recipient.
 * @returns what is to be done, for each approval for which somebody is found
 */
export function handOnSeals(change: Change, to: 'manager' | readonly Person[]): (() => void)[] {
  return openSeals(change.state, change.design).flatMap((seal) => {
    const { task, one } = seal
    const world = planWorld(change, seal)
    const now = [...(one.asked ?? [])]
    for (const silent of silentIn(task, one)) {
      const isNew = ({ id }: Person) => !now.some(({ person }) => person === id)
      const meant = change.directory.people.get(silent.person)
      const found =
        to === 'manager'
          ? meant && standInFor(meant, { ...task, instead: undefined }, world, isNew)
          : to.find((person) => isNew(person) && (person.id !== change.state.requester || task.own))
      if (found) now[now.indexOf(silent)] = inPlaceOf(silent, found.id, 'silent')
    }
    return now.some((each, index) => each !== one.asked?.[index])
      ? [() => replaceAsked(change, seal, now)]
      : []
  })
}

/** Whose word is asked for, whatever has become of it. */
const askedOf = ({ state }: Pick<Change, 'state'>, id: number, taskId: string): readonly Asked[] =>
  runOfTask(state, id, taskId)?.asked ?? []

/** In whose place somebody says it. */
function forWhom(asked: readonly Asked[], person: string): { for?: string } {
  const { for: other } = asked.find((one) => one.person === person) ?? {}
  return other ? { for: other.person } : {}
}

/**
 * Somebody says yes or no.
 * @throws Refused where it is not theirs to say, they have said it, or a no has no words
 */
export function saySeal(change: Change, command: Of<'saySeal'>): void {
  const { run: id, task: taskId, yes, text } = command
  const { person, words, run, task, asked, plan, edition } = theirSeal(change, command)
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
  if (sealed === 'open' && task.needs === 'inTurn')
    writeTo(change, id, task, waitsFor('inTurn', asked, after))
  if (sealed === 'refused') refuse(change, { run, plan, edition }, task, said)
}

/** An approval for which somebody's word is asked. */
export interface SealToSay extends Open {
  one: TaskRun
  person: string
  words: readonly Word[]
}

const theirSeal = (change: Change, command: Pick<Of<'saySeal'>, 'run' | 'task' | 'link'>) =>
  sealToSay(change, { ...command, person: personOf(change) })

/**
 * An approval for which somebody's word is asked now.
 * @throws Refused where it is not, not any more, or they have said it
 */
export function sealToSay(
  change: Pick<Change, 'state' | 'design'>,
  { run: id, task: taskId, link, person }: { run: number; task: string; link?: MessageLink; person: string },
): SealToSay {
  const one = runOfTask(change.state, id, taskId)
  const isOld = link !== undefined && link.opened !== one?.openedAt
  if (!one || isOld || !askedOf(change, id, taskId).some((asked) => asked.person === person))
    throw new Refused('missing', 'Your word is not asked for here, or not any more.', [], 'wordGone')
  const open = openSeal(change, id, taskId)
  const words = one.words ?? []
  if (words.some((word) => word.person === person))
    throw new Refused('conflict', 'You have said your word already; it cannot be changed.', [], 'wordSaid')
  if (!waitsFor(open.task.needs, open.asked, words).some((asked) => asked.person === person))
    throw new Refused('conflict', 'It is not your turn yet: somebody else is asked before you.')
  return { ...open, one, person, words }
}

/** As many questions as one person asks about one approval. */
const MOST_QUERIES = 20

/**
 * Whoever is asked for their word asks the requester something first; their word is waited for as before.
 * @throws Refused where their word is not asked for, or the requester sees nothing of it
 */
export function querySeal(change: Change, command: Of<'querySeal'>): void {
  const { task, run, person, one } = theirSeal(change, command)
  const said = checkText(command.text)
  if (change.state.internal)
    throw new Refused('conflict', 'This ticket is the desk’s own; ask whoever works on it.')
  const asked = (one.queries ?? []).filter((query) => query.person === person)
  if (asked.length >= MOST_QUERIES)
    throw new Refused('conflict', `${MOST_QUERIES} questions about it are enough; say yes or no.`)
  change.enter({ kind: 'sealQueried', run: run.id, task: task.id, text: task.text, said })
  const told = `${change.directory.nameOf(person)}: ${said}`
  change.tell(requestersOf(change), 'sealQueried', { text: told })
}

/** The requester says something: whoever asked them about an approval hears of it. */
export function answerQueries(change: Change, said: string): void {
  for (const followed of followedPlans(change.state, change.design))
    for (const [id, one] of Object.entries(followed.run.tasks)) {
      const task = planTask(followed.plan, id)
      if (!task || !isOpen(one)) continue
      const waiting = (one.queries ?? []).filter((query) => !query.answer).map((query) => query.person)
      for (const person of new Set(waiting)) {
        const named = { run: followed.run.id, task: id, text: task.text }
        change.enter({ kind: 'sealAnswered', ...named, person, said }, PLANS)
        writeTo(change, followed.run.id, task, [{ person }], { template: 'sealAnswered', said })
      }
    }
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
  const person = askable(change, open, to)
  const inPlace: Asked = before ? inPlaceOf(before, person, 'handed') : { person }
  const now = before ? asked.map((one) => (one === before ? inPlace : one)) : [inPlace]
  enterAsked(change, open, task, now)
  const isTurn = waitsFor(task.needs, now, words).includes(inPlace)
  writeTo(change, id, task, isTurn ? [inPlace] : [])
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
