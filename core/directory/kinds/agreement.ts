import { yearFrom } from '../../agreement'
import type { Kind } from './kind'
import { remarks } from './remarks'

export const agreement: Kind = {
  name: 'agreement',
  article: 'an',
  plural: 'agreements',
  title: 'Agreements',
  says: 'What organisations have bought, and until when. Without one, what is asked for is a one-off job.',
  fields: {
    organisation: {
      type: 'one',
      of: 'organisations',
      extends: true,
      label: 'Holder',
      needed: 'name the organisation that holds it',
    },
    cover: { type: 'one', of: 'covers', extends: true, label: 'Cover', needed: 'say what is covered' },
    type: { type: 'one', of: 'agreement-types', extends: true, label: 'Type' },
    first: { type: 'day', label: 'First day', needed: 'choose the first day' },
    last: { type: 'day', label: 'Last day', help: 'A year from the first day if left empty.' },
    amount: { type: 'money', label: 'Amount' },
    contact: { type: 'text', label: 'Contact' },
    phone: { type: 'telephone', label: 'Telephone' },
    mail: { type: 'mail', label: 'Mail' },
    address: { type: 'text', lines: true, max: 300, label: 'Address' },
    calendar: {
      type: 'ofDesign',
      what: 'calendars',
      label: 'Hours bought',
      help: 'Those of its sites if left empty.',
    },
    priority: {
      type: 'ofDesign',
      what: 'priorities',
      label: 'Priority',
      help: 'Of what its holder asks for, where the source order asks agreements.',
    },
    remarks,
  },
  unique: [],
  known: [['organisation', 'first', 'cover', 'type']],
  columns: ['organisation', 'cover', 'type', 'first', 'last', 'amount', 'contact'],
  numbered: true,
  fills: (values) =>
    typeof values.first === 'string' && values.last === null
      ? { ...values, last: yearFrom(values.first) }
      : values,
  check: ({ values: { first, last } }) =>
    String(last) < String(first)
      ? [{ field: 'last', message: 'ends before it begins; choose a later day' }]
      : [],
}
