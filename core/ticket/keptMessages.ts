import type { Because } from '../reason'
import type { Instant } from '../time'
import type { DeliveryState, Entry, QueuedMessage } from './entry'

/** A message as the record knows it; its text stands nowhere but in the outbox. */
export interface KeptMessage extends QueuedMessage {
  /** When it was queued, and by which entry. */
  queuedAt: Instant
  sequence: number
  state: DeliveryState
  /** How often it was tried on its way. */
  attempts: number
  /** What the outside said last. */
  detail: string
  sentAt?: Instant
  deliveredAt?: Instant
  acknowledgedAt?: Instant
  acknowledgedBy?: string
}

/** What one entry changes of a message that was queued before. */
export interface MessageChange {
  key: string
  state: DeliveryState
  attempts?: number
  detail?: string
  why?: Because
  sentAt?: Instant
  deliveredAt?: Instant
  acknowledgedAt?: Instant
  acknowledgedBy?: string
}

/** What an entry says of messages that were queued before it. */
export function messageChanges(entry: Entry): MessageChange[] {
  const { at } = entry
  if (entry.kind === 'acknowledged' && entry.message !== undefined) {
    const by = 'person' in entry.actor ? { acknowledgedBy: entry.actor.person } : {}
    return [{ key: entry.message, state: 'acknowledged', acknowledgedAt: at, ...by }]
  }
  if (entry.kind !== 'messageDelivery') return []
  const { key, state, attempt, detail, why } = entry
  return [
    {
      ...{ key, state, attempts: attempt, detail },
      ...(why && { why }),
      ...((state === 'sent' || state === 'delivered') && { sentAt: at }),
      ...(state === 'delivered' && { deliveredAt: at }),
    },
  ]
}

/** A message after a change: what was acknowledged stays so, and it was sent when it was sent first. */
export function changedMessage(message: KeptMessage, change: MessageChange): KeptMessage {
  return {
    ...message,
    ...change,
    ...(message.state === 'acknowledged' && { state: message.state }),
    ...(message.sentAt !== undefined && { sentAt: message.sentAt }),
    ...(message.acknowledgedAt !== undefined && {
      acknowledgedAt: message.acknowledgedAt,
      acknowledgedBy: message.acknowledgedBy,
    }),
  }
}

/** Every message of a record as it stands after its last entry, in the order in which they were queued. */
export function keptMessages(entries: readonly Entry[]): KeptMessage[] {
  const messages = new Map<string, KeptMessage>()
  for (const entry of entries) {
    if (entry.kind === 'messagesQueued')
      for (const message of entry.messages) messages.set(message.key, queued(message, entry))
    for (const change of messageChanges(entry)) {
      const message = messages.get(change.key)
      if (message) messages.set(change.key, changedMessage(message, change))
    }
  }
  return [...messages.values()]
}

const queued = (message: QueuedMessage, { at, sequence }: Entry): KeptMessage => ({
  ...message,
  ...{ queuedAt: at, sequence, attempts: 0, detail: '' },
  state: message.notBefore === undefined ? 'queued' : 'held',
})
