import { isOneOf } from '../lookup'
import type { Alarm } from '../ladder'
import { CHANNELS, planDelivery, type ChannelKind } from '../notification'
import type { Change } from './change'
import { Refused, type Command } from './command'
import type { DeliveryState, OutgoingMessage } from './entry'
import { hearAnswer, missAnswer } from './outside'
import type { MessageState, TicketState } from './state'

/** From which states a message can come to wait again: what has gone is not called back. */
const WAITS: Partial<Record<DeliveryState, readonly DeliveryState[]>> = {
  gathered: ['queued', 'failed'],
  queued: ['held', 'gathered', 'failed', 'givenUp'],
}

/**
 * What became of a message. One that is given up goes on its recipient's next way, as a message of its own.
 * @throws Refused when the ticket has no such message, or what has gone were to wait again
 */
export function recordDelivery(change: Change, command: Extract<Command, { kind: 'recordDelivery' }>): void {
  const { key, state, attempt, detail, why, content, answer } = command
  const message = change.state.messages.find((one) => one.key === key)
  if (!message) throw new Refused('missing', `no message ${key}`)
  if (WAITS[state]?.includes(message.state) === false)
    throw new Refused('conflict', `It is ${message.state} already, so there is nothing to try again.`)
  const isAgain = state === 'givenUp' && message.state === 'givenUp'
  change.enter({
    kind: 'messageDelivery',
    ...{ key, state, attempt, detail },
    ...(why && { why: change.because(why) }),
  })
  if (state === 'delivered') hearAnswer(change, key, answer)
  if (state === 'givenUp') missAnswer(change, key, detail)
  if (state === 'givenUp' && content && !isAgain) goAnotherWay(change, message, content)
}

/** When what is held goes: each message once its quiet hours are over. */
export const heldAlarms = ({ messages }: TicketState): Alarm[] =>
  messages.flatMap(({ key, notBefore }) =>
    notBefore === undefined ? [] : [{ key: `message:${key}`, at: notBefore }],
  )

/** A message that was held is for the next hand. */
export const releaseMessage = (change: Change, key: string): void =>
  recordDelivery(change, {
    kind: 'recordDelivery',
    ...{ key, state: 'queued', attempt: 0, detail: '', why: { is: 'quietOver' } },
  })

function goAnotherWay(
  change: Change,
  message: MessageState,
  content: Pick<OutgoingMessage, 'subject' | 'body' | 'from' | 'written'>,
): void {
  const person = change.directory.people.get(message.person)
  if (!person?.active) return
  const { urgent, climb, isAboutDelivery, link } = message
  const plan = planDelivery(person, change.now, { urgent, tried: triedFor(change.state, message) })
  if (!plan) return
  const { channel, why, ...way } = plan
  change.queue([
    {
      ...content,
      ...way,
      key: change.keys()(),
      person: person.id,
      template: 'another-way',
      ...(why && { why: change.because(why) }),
      after: message.key,
      ...(channel !== 'mail' && { channel }),
      ...(urgent && { urgent }),
      ...(climb && { climb }),
      ...(isAboutDelivery && { isAboutDelivery }),
      ...(link && { link }),
    },
  ])
}

/** The ways that a message and those in whose place it went were tried on. */
export function triedFor(state: TicketState, message: MessageState): ChannelKind[] {
  const before = state.messages.find((one) => one.key === message.after)
  const channel = message.channel ?? 'mail'
  const own = isOneOf(CHANNELS, channel) ? [channel] : []
  return before ? [...triedFor(state, before), ...own] : own
}
