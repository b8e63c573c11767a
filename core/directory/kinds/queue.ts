import type { Kind } from './kind'
import { remarks } from './remarks'

export const queue: Kind = {
  name: 'queue',
  plural: 'queues',
  title: 'Queues',
  says: 'Where tickets lie until somebody has them. The routing of Design puts them there.',
  fields: {
    name: { type: 'text', label: 'Name', max: 80, needed: 'say what the queue is called' },
    team: {
      type: 'one',
      of: 'teams',
      label: 'Worked by',
      help: 'The team that answers for it. Without one nobody looks at what lies there.',
    },
    seenBy: {
      type: 'several',
      of: 'teams',
      label: 'Seen by',
      help: 'Only these teams, the one that works it and those who lead see its tickets; everybody if empty.',
    },
    remarks,
  },
  unique: ['name'],
  known: [['name']],
  columns: ['team', 'seenBy'],
}
