import { keysOf } from '../../lookup'
import type { ChannelTerms } from '../channel'
import { call } from './call'
import { chat } from './chat'
import { mail } from './mail'
import { pager } from './pager'
import { text } from './text'

const ALL = {
  mail,
  chat,
  text,
  pager,
  call,
}

/** A channel, by its name. */
export type MessageChannel = keyof typeof ALL

/**
 * Every way in which messages leave the desk, in the order of menus. To add one is to add a file beside this one, and its
 * name here.
 */
export const MESSAGE_CHANNELS: Readonly<Record<MessageChannel, ChannelTerms>> = ALL

/** The names of the channels that have a mark. */
type Marked<Mark extends keyof ChannelTerms> = {
  [C in MessageChannel]: (typeof ALL)[C] extends Record<Mark, true> ? C : never
}[MessageChannel]

/** How a message reaches somebody outside the application; in the application it stands in any case. */
export type ChannelKind = Marked<'isWay'>

const names = keysOf(ALL)
export const CHANNELS = names.filter((name): name is ChannelKind => MESSAGE_CHANNELS[name].isWay === true)
/** The channels that a gateway plays for, as stand-ins: mail has its mailbox. */
export type StandinChannel = {
  [C in MessageChannel]: (typeof ALL)[C] extends { standIn: object } ? C : never
}[MessageChannel]
export const STANDIN_CHANNELS = names.filter(
  (name): name is StandinChannel => MESSAGE_CHANNELS[name].standIn !== undefined,
)
/** What there is to say about a channel by its name, as rows and addresses have it. */
export const channelTerms = (name: string): ChannelTerms | undefined =>
  Object.hasOwn(ALL, name) ? MESSAGE_CHANNELS[name as MessageChannel] : undefined
