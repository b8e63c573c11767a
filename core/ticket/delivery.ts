import { CHANNELS, planDelivery, type ChannelKind } from '../notification'
import type { Change } from './change'
import { Refused, type Command } from './command'
import type { MessageState, TicketState } from './state'

/**
 * What became of a message. One that is given up goes on its recipient's next way, as a message of its own.
 * @throws Refused when the ticket has no such message
 */
export function recordDelivery(change: Change, command: Extract<Command, { kind: 'recordDelivery' }>): void {
  const { key, state, attempt, detail, content } = command
  const message = change.state.messages.find((one) => one.key === key)
  if (!message) throw new Refused('missing', `no message ${key}`)
  const isAgain = state === 'givenUp' && message.state === 'givenUp'
  change.enter({ kind: 'messageDelivery', key, state, attempt, detail })
  if (state === 'givenUp' && content && !isAgain) goAnotherWay(change, message, content)
}

function goAnotherWay(
  change: Change,
  message: MessageState,
  content: { subject: string; body: string; from: string },
): void {
  const person = change.directory.people.get(message.person)
  if (!person?.active) return
  const { urgent, climb, isAboutDelivery } = message
  const plan = planDelivery(person, change.now, { urgent, tried: triedFor(change.state, message) })
  if (!plan) return
  const { channel, ...way } = plan
  change.queue([
    {
      ...content,
      ...way,
      key: change.keys()(),
      person: person.id,
      template: 'another-way',
      after: message.key,
      ...(channel !== 'mail' && { channel }),
      ...(urgent && { urgent }),
      ...(climb && { climb }),
      ...(isAboutDelivery && { isAboutDelivery }),
    },
  ])
}

/** The ways that a message and those in whose place it went were tried on. */
export function triedFor(state: TicketState, message: MessageState): ChannelKind[] {
  const before = state.messages.find((one) => one.key === message.after)
  const channel = (message.channel ?? 'mail') as ChannelKind
  const own = CHANNELS.includes(channel) ? [channel] : []
  return before ? [...triedFor(state, before), ...own] : own
}
