import type { StepTerms } from '../step'

export interface ReplyStep {
  do: 'reply'
  text: string
}

/** Writes to the requester. */
export const reply: StepTerms<ReplyStep> = {
  name: 'write to the requester',
  field: { field: 'text' },
  fresh: () => ({ do: 'reply', text: '' }),
  outlook: (at) =>
    at.isInternal ? { wont: { is: 'stepUnseen' } } : { will: { is: 'stepReply', tells: at.told } },
  deed: (at, { text }) => {
    if (!at.isInternal) at.reply(text)
  },
  check: (reader, place, { text }) => reader.says(place, text),
}
