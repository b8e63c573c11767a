/** Everything that there is to say about a way in which messages leave the desk; see `channels/`. */
export interface ChannelTerms {
  name: string
  /** By what it is sent: a mail server, the gateway of telephones and rooms, or a call to another system. */
  goes: 'mail' | 'gateway' | 'call'
  /** Whether somebody can want to be told by it. */
  isWay?: true
  /** What its address is, where it has one of its own; else that is the person's mail address. */
  address?: string
  /** Its jobs come before all others, the smaller the sooner; those of channels without one by what they are about. */
  first?: number
  /** What goes out where only a text does: all of it where there is room. */
  text?(subject: string, body: string): string
  /** Whether what is taken has arrived, so that no report comes later. */
  arrivesAtOnce?: true
  /** What its stand-in is called, and what that says of itself. */
  standIn?: { title: string; words: string }
}
