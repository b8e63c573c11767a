import type { Kind } from './kind'
import { remarks } from './remarks'

export const site: Kind = {
  name: 'site',
  plural: 'sites',
  title: 'Sites',
  says: 'Where people work. Promises count in the hours and the zone of the site that asks.',
  fields: {
    name: { type: 'text', label: 'Name', needed: 'say what the site is called' },
    organisation: {
      type: 'one',
      of: 'organisations',
      extends: true,
      label: 'Organisation',
      needed: 'say whose site it is',
    },
    zone: { type: 'zone', label: 'Time zone', needed: 'choose the zone in which its clocks go' },
    calendar: {
      type: 'ofDesign',
      what: 'calendars',
      label: 'Hours',
      needed: 'choose the hours in which promises count there',
    },
    address: { type: 'text', lines: true, max: 300, label: 'Address' },
    phone: { type: 'telephone', label: 'Telephone' },
    manager: {
      type: 'one',
      of: 'people',
      label: 'Looked after by',
      help: 'Is told by ladders and in major incidents.',
    },
    priority: {
      type: 'ofDesign',
      what: 'priorities',
      label: 'Priority',
      help: 'Of what is asked for from there, where the source order asks sites.',
    },
    ways: {
      type: 'ways',
      of: 'sites',
      label: 'Way to other sites',
      help: 'In minutes; the same there and back unless the other site says otherwise.',
    },
    remarks,
  },
  unique: [],
  known: [['organisation', 'name']],
  columns: ['organisation', 'zone', 'calendar', 'manager'],
  // Every organisation may have its head office.
  check: ({ id, values, world }) =>
    world
      .named('sites', String(values.name ?? ''))
      .some((one) => one !== id && world.thing('sites', one)?.values.organisation === values.organisation)
      ? [{ field: 'name', message: 'this organisation has a site of that name already' }]
      : [],
}
