import type { AskedField } from '../../fields'
import type { Looker, StepTerms } from '../step'

/** `asked` is the person that the move asks for, under the name `technician`. */
export interface AssignStep {
  do: 'assign'
  to: 'me' | 'nobody' | 'asked'
}

const TECHNICIAN: AskedField = {
  name: 'technician',
  label: 'Who takes it?',
  type: 'technician',
  required: true,
}

const chosen = ({ asked }: Looker) => (asked?.technician ? String(asked.technician) : null)

/** Gives it to somebody, or puts it back. */
export const assign: StepTerms<AssignStep> = {
  name: 'give it to',
  field: {
    ...{ field: 'options', key: 'to', label: 'to whom' },
    options: {
      me: 'whoever makes the move',
      asked: 'somebody who is chosen then',
      nobody: 'nobody: back into the queue',
    },
  },
  fresh: () => ({ do: 'assign', to: 'me' }),
  asks: (_, { to }) => (to === 'asked' ? [TECHNICIAN] : []),
  outlook: (at, { to }) => {
    if (to === 'asked') return { will: { is: 'stepGive', to: chosen(at) } }
    if (to === 'me')
      return at.technician === at.person ? undefined : { will: { is: 'stepGive', to: at.person } }
    return at.technician ? { will: { is: 'stepPutBack' } } : undefined
  },
  deed: (at, { to }) => at.give({ me: at.person, nobody: null, asked: chosen(at) }[to]),
  check: (reader, place, { to }) => {
    if (to === 'asked' && reader.asksNothing)
      reader.error(
        place,
        'recipientMissing',
        'gives it to somebody whom it does not ask for; let it ask, or give it to whoever makes it',
      )
  },
}
