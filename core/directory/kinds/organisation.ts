import type { Kind } from './kind'
import { remarks } from './remarks'

export const organisation: Kind = {
  name: 'organisation',
  article: 'an',
  plural: 'organisations',
  title: 'Organisations',
  says: 'For whom the desk works. Each has its sites, its people and what it has bought.',
  fields: {
    name: { type: 'text', label: 'Name', needed: 'say what the organisation is called' },
    departments: { type: 'names', label: 'Departments' },
    contact: {
      type: 'one',
      of: 'people',
      label: 'Account contact',
      help: 'With whom the desk speaks about what was promised.',
    },
    phone: { type: 'telephone', label: 'Telephone' },
    mail: { type: 'mail', label: 'Mail' },
    cover: {
      type: 'one',
      of: 'covers',
      extends: true,
      label: 'Cover without an agreement',
      help: 'How its tickets count while no agreement is in force; a one-off job if empty.',
    },
    priority: {
      type: 'ofDesign',
      what: 'priorities',
      label: 'Priority',
      help: 'Of what it asks for, where the source order asks organisations.',
    },
    remarks,
  },
  unique: ['name'],
  known: [['name']],
  columns: ['departments', 'contact', 'cover'],
}
