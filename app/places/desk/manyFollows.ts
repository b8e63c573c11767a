import { channelTerms } from '~~/core/notification'
import { listInWords } from '~~/core/words'
import type { ManyLine } from './useMany'

const counted = (count: number, one: string, many: string) =>
  `${count === 1 ? 'one' : count} ${count === 1 ? one : many}`

/** Messages by channel, and to how many: “30 messages by mail to 14 people”. */
function messagesIn(lines: readonly ManyLine[]): string[] {
  const all = lines.flatMap((one) => one.follows?.messages ?? [])
  return [...new Set(all.map((one) => one.channel))].map((channel) => {
    const of = all.filter((one) => one.channel === channel)
    if (channel === 'call') return counted(of.length, 'call to another system', 'calls to other systems')
    const people = new Set(of.map((one) => one.to)).size
    const by = channelTerms(channel)?.name ?? channel
    return `${counted(of.length, 'message', 'messages')} by ${by} to ${counted(people, 'person', 'people')}`
  })
}

/** What follows on many tickets, in words, each a part of a sentence: promises, messages, ladders, what is over then. */
export function followsInWords(lines: readonly ManyLine[]): string[] {
  const follows = lines.flatMap((one) => one.follows ?? [])
  const sum = (of: (one: (typeof follows)[number]) => number) =>
    follows.reduce((all, one) => all + of(one), 0)
  const [promises, over] = [sum((one) => one.promises), sum((one) => one.overdrawn.length)]
  const ladders = [...new Set(follows.flatMap((one) => one.ladders))]
  return [
    ...(promises ? [`${counted(promises, 'promise changes', 'promises change')}`] : []),
    ...(over ? [`${counted(over, 'promise is', 'promises are')} overdrawn by it`] : []),
    ...(ladders.length
      ? [
          `${listInWords(ladders.map((one) => `“${one}”`))} ${ladders.length === 1 ? 'begins' : 'begin'} to climb on ${sum((one) => Math.min(1, one.ladders.length))}`,
        ]
      : []),
    ...messagesIn(lines).map((one) => `${one} ${one.startsWith('one ') ? 'goes' : 'go'} out`),
  ]
}

/** How many messages nothing takes back. */
export const sentIn = (lines: readonly ManyLine[]): number =>
  lines.reduce((sum, one) => sum + (one.follows?.messages.length ?? 0), 0)
