/** How people are reached: channels in their order, hours, quiet hours. */
export * from './notification'
export {
  channelTerms,
  CHANNELS,
  MESSAGE_CHANNELS,
  STANDIN_CHANNELS,
  type ChannelKind,
  type MessageChannel,
  type StandinChannel,
} from './channels/list'
