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

/**
 * What follows on many tickets, in words, each a part of a sentence: promises, messages, ladders, what is over then. Of
 * those that stay as they are nothing follows.
 */
export function followsInWords(all: readonly ManyLine[]): string[] {
  const lines = all.filter((one) => one.changes)
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

/**
 * What came of several deeds, a line for each ticket: it changes where all of them did, and else why the first did not;
 * what follows is what follows of all.
 */
export function joined(deeds: readonly { lines: readonly ManyLine[] }[]): ManyLine[] {
  const byTicket = new Map<number, ManyLine>()
  for (const line of deeds.flatMap((one) => one.lines)) {
    const before = byTicket.get(line.reference)
    byTicket.set(line.reference, before ? both(before, line) : line)
  }
  return [...byTicket.values()]
}

function both(first: ManyLine, then: ManyLine): ManyLine {
  const [a, b] = [first.follows, then.follows]
  if (!a || !b) return { ...then, ...((a ?? b) && { follows: a ?? b }) }
  return {
    ...then,
    follows: {
      ...b,
      promises: a.promises + b.promises,
      messages: [...a.messages, ...b.messages],
      ladders: [...a.ladders, ...b.ladders],
      overdrawn: [...a.overdrawn, ...b.overdrawn],
    },
  }
}
