import type { Kind } from './kind'
import { remarks } from './remarks'

export const team: Kind = {
  name: 'team',
  plural: 'teams',
  title: 'Teams',
  says: 'Who works together. Triage sends tickets to teams, and a team to its people.',
  fields: {
    name: { type: 'text', label: 'Name', max: 80, needed: 'say what the team is called' },
    lead: { type: 'one', of: 'people', label: 'Led by', help: 'Ladders tell the lead of a team.' },
    site: {
      type: 'one',
      of: 'sites',
      label: 'Begins at',
      help: 'Where its people are when a shift begins: their way to a first visit is counted from there.',
    },
    desks: { type: 'several', of: 'desks', extends: true, label: 'Works at' },
    remarks,
  },
  unique: ['name'],
  known: [['name']],
  columns: ['lead', 'desks'],
}
