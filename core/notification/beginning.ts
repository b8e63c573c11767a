/** A text message has room for what matters: a few of 160 letters each. */
const ROOM = 300

/** What a message is about, where there is no room for all of it. */
export const beginningOf = (subject: string): string => subject.slice(0, ROOM)
