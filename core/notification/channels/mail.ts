import type { ChannelTerms } from '../channel'

/** Mail (RFC 5322), to the address that the directory has of a person. */
export const mail = { name: 'mail', goes: 'mail', isWay: true } satisfies ChannelTerms
