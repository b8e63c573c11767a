import type { Instant } from '../time'
import type { Attached, Entry } from './entry'

/** A message that went to somebody, as far as the conversation needs to know it. */
export interface Told {
  person: string | null
  queued_at: Instant
}

/** One line of what was said on a ticket, by whatever way. */
export interface TalkLine<D extends Told = Told> {
  /** When, as epoch milliseconds. */
  at: Instant
  /** `asked` is how it began; `told` is a message that nobody wrote, such as a confirmation. */
  is: 'asked' | 'theirs' | 'ours' | 'note' | 'told'
  /** What wrote it; nothing for messages that nobody wrote. */
  entry?: Entry
  text: string
  quoted?: string
  attachments?: readonly Attached[]
  /** The messages that took it to a requester, or that it is. */
  messages: D[]
}

const KINDS: Partial<Record<Entry['kind'], TalkLine['is']>> = {
  logged: 'asked',
  answered: 'theirs',
  replied: 'ours',
  noted: 'note',
}

function lineOf<D extends Told>(
  entry: Entry,
  said: Readonly<Record<number, string>>,
): TalkLine<D> | undefined {
  const is = KINDS[entry.kind] ?? (said[entry.sequence] === undefined ? undefined : 'ours')
  if (!is) return undefined
  const { text, quoted, attachments } = entry as { text?: string; quoted?: string; attachments?: Attached[] }
  return {
    ...{ at: entry.at, is, entry, messages: [] },
    text: is === 'asked' ? '' : (said[entry.sequence] ?? text ?? ''),
    ...(quoted && { quoted }),
    ...(attachments && is !== 'asked' && { attachments }),
  }
}

/**
 * Everything that a requester said or was told, and the desk's own notes, oldest first. A message stands with the words
 * that it took along; a command has one moment, by which they are found.
 * @param said what entries that are no replies say to the requester, by their number
 * @param requesters whose messages belong here; those of the desk do not
 */
export function talkOf<D extends Told>(
  entries: readonly Entry[],
  said: Readonly<Record<number, string>>,
  deliveries: readonly D[],
  requesters: ReadonlySet<string>,
): TalkLine<D>[] {
  const lines = entries.flatMap((entry) => lineOf<D>(entry, said) ?? [])
  const spoken = new Map<Instant, TalkLine<D>>()
  for (const line of lines)
    if ((line.is === 'asked' || line.is === 'ours') && !spoken.has(line.at)) spoken.set(line.at, line)
  for (const message of deliveries) {
    if (message.person === null || !requesters.has(message.person)) continue
    const line = spoken.get(message.queued_at)
    if (line) line.messages.push(message)
    else lines.push({ at: message.queued_at, is: 'told', text: '', messages: [message] })
  }
  return lines.sort((a, b) => a.at - b.at)
}

/** The last that requester and desk said to each other. */
export const lastWordOf = <D extends Told>(lines: readonly TalkLine<D>[]): TalkLine<D> | undefined =>
  lines.findLast(
    ({ is, text, attachments }) => (is === 'theirs' || is === 'ours') && (text || attachments?.length),
  )

/** What of a ticket somebody who writes to its requester has to know of first. */
const MATTERS: ReadonlySet<Entry['kind']> = new Set([
  'replied',
  'answered',
  'statusMoved',
  'assigned',
  'merged',
  'majorUpdated',
  'majorEnded',
])

/**
 * What happened to a ticket since somebody began to write that they should know before it is sent.
 * @param since the number of the last entry that they saw
 * @param by who writes: what they did themselves they know
 */
export const sinceSeen = (entries: readonly Entry[], since: number, by: string | undefined): Entry[] =>
  entries.filter(
    ({ sequence, kind, actor }) =>
      sequence > since && MATTERS.has(kind) && !('person' in actor && actor.person === by),
  )
