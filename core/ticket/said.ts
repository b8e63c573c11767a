import type { FieldChange } from '../fields'
import { statusOf, type CompiledKind, type CompiledStatus } from '../lifecycle'
import type { Directory } from '../design'
import { REQUESTER } from '../rights'
import type { Change } from './change'
import { stopClock } from './clocks'
import type { Attached, Entry } from './entry'
import type { TicketState } from './state'

/** What stands in a conversation because an entry says it to the requester. */
export interface Words {
  text: string
  attachments?: Attached[]
}

/** What a status asks for in words, which its message says to the requester: a question, what was done. */
export function wordsOfGate({ gate }: CompiledStatus, fields: readonly FieldChange[]): string {
  return gate
    .filter(({ type }) => ['text', 'longText'].includes(type))
    .flatMap(({ name }) => fields.find((one) => one.field === name)?.after ?? [])
    .join('\n\n')
}

/**
 * What an entry says to the requester, by whatever way; undefined where it says nothing to them.
 * @param kind the kind of the ticket, whose state follows: records of older releases leave to it whether a status says something
 */
export function saidToRequester(
  entry: Entry,
  kind: CompiledKind,
  { internal }: Pick<TicketState, 'internal'>,
): Words | undefined {
  if (internal) return undefined
  switch (entry.kind) {
    case 'replied':
      return entry
    case 'rejected':
    case 'majorUpdated':
    case 'majorEnded':
    case 'majorHeard':
      return { text: entry.text }
    case 'sealQueried':
      return { text: entry.said }
    case 'statusMoved':
      return textOf(entry.said ?? saidBefore(entry, kind))
    default:
      return undefined
  }
}

const textOf = (text: string) => (text ? { text } : undefined)

function saidBefore(
  { to, fields, because }: Extract<Entry, { kind: 'statusMoved' }>,
  kind: CompiledKind,
): string {
  const status = kind.statuses.some((one) => one.id === to) ? statusOf(kind, to) : undefined
  return status?.tell && !because ? wordsOfGate(status, fields) : ''
}

/**
 * Whose ticket it is, those whose tickets were merged into it, and colleagues of theirs who follow it; nobody where it is
 * the desk's own.
 */
export function requestersOf({ state, directory }: Pick<Change, 'state' | 'directory'>) {
  if (state.internal) return []
  const people = [state.requester, ...(state.others ?? []), ...followersOf(state, directory)]
  return [...new Set(people)].map((id) => directory.people.get(id))
}

/** Who watches a ticket and is not of the desk: they hear of it as its requester does. */
export const followersOf = ({ watchers = [] }: Pick<TicketState, 'watchers'>, { people }: Directory) =>
  watchers.filter((id) => people.get(id)?.role === REQUESTER)

/** The running targets that a word to the requester keeps. */
export function keptByWord({ clocks }: TicketState) {
  return clocks.filter((clock) => clock.stopOn === 'reply' && clock.stoppedAt === undefined)
}

/** Somebody of the desk has said something to the requester: what was promised until then is kept. */
export function keepAnswers(change: Change): void {
  if ('person' in change.context.actor && !change.state.internal)
    for (const clock of keptByWord(change.state)) stopClock(change, clock)
}
