import type { TicketField } from '../core/fields'
import type { GateAsk, Status, TicketKind } from '../core/lifecycle'

// The ticket kinds of the sample world: what is broken is mended, a loan goes out and comes back, a part is swapped,
// somebody goes there, and somebody begins.

const asks = (field: string, more: Partial<GateAsk> = {}): GateAsk => ({ field, required: true, ...more })
const DONE = [asks('solvedBy', { anew: true }), asks('remarks', { anew: true })]

/** The fields of the sample world besides those that every desk begins with. */
export const FIELDS: TicketField[] = [
  { name: 'dueBack', label: 'Due back on', type: 'date', toRequester: true },
  {
    ...{ name: 'lent', label: 'Machine that was lent', type: 'text', toRequester: true },
    help: 'As on its label: L and three figures.',
    pattern: { like: '^L-\\d{3}$', message: 'as on the label, such as L-017' },
  },
  {
    ...{ name: 'condition', label: 'Came back', type: 'choice' },
    options: [
      { value: 'whole', label: 'as it was' },
      { value: 'worn', label: 'worn' },
      { value: 'broken', label: 'broken' },
    ],
  },
  { name: 'serialOut', label: 'Serial number taken out', type: 'text', help: 'On the plate below the flap.' },
  { name: 'serialIn', label: 'Serial number put in', type: 'text' },
  {
    ...{ name: 'partCost', label: 'Cost of the part', type: 'number', unit: 'crowns', min: 0, max: 100_000 },
    sees: { roles: ['lead', 'administrator'], teams: ['booking-tills'] },
  },
  { name: 'landing', label: 'Landing', type: 'site', toRequester: true },
  { name: 'visitOn', label: 'Visit on', type: 'date', toRequester: true },
  { name: 'visitTakes', label: 'Takes about', type: 'duration', toRequester: true },
  { name: 'keyNeeded', label: 'A key is needed', type: 'yesNo', default: false },
  { name: 'firstDay', label: 'First day', type: 'date', toRequester: true },
  {
    name: 'accountName',
    label: 'Account',
    type: 'text',
    toRequester: true,
    help: 'As it is typed to sign in.',
  },
]

/** A kind like another, with a name and statuses of its own between what begins and what ends it. */
interface Other {
  id: string
  name: string
  /** After “in hand”, in their order. */
  statuses: Status[]
  /** Ways besides those that all kinds have. */
  ways: [from: string, to: string, label: string][]
  /** Words of the last status. */
  solved: Pick<Status, 'name' | 'plainly'>
  gate: GateAsk[]
  fields: TicketKind['fields']
}

function kindLike(fault: TicketKind, other: Other): TicketKind {
  const at = fault.statuses.findIndex((one) => one.id === 'solved')
  const ends = fault.statuses
    .slice(at)
    .map((one) => (one.id === 'solved' ? { ...one, ...other.solved, gate: [...other.gate, ...DONE] } : one))
  return {
    ...fault,
    id: other.id,
    name: other.name,
    statuses: [...fault.statuses.slice(0, at), ...other.statuses, ...ends],
    transitions: [...fault.transitions, ...other.ways.map(([from, to, label]) => ({ from, to, label }))],
    fields: [...other.fields, ...fault.fields],
  }
}

/** The kinds of the sample world, beside the one that every desk begins with. */
export const kindsBeside = (fault: TicketKind): TicketKind[] => [
  kindLike(fault, {
    id: 'loan',
    name: 'Loan',
    statuses: [
      {
        ...{ id: 'ready', name: 'Ready to fetch', group: 'waiting' },
        plainly: 'It lies ready at the counter',
        gate: [asks('lent')],
      },
      {
        ...{ id: 'lent-out', name: 'Lent out', group: 'waiting', plainly: 'You have it' },
        gate: [asks('dueBack')],
      },
    ],
    ways: [
      ['in-hand', 'ready', 'Lay it ready'],
      ['ready', 'lent-out', 'Hand it out'],
      ['lent-out', 'solved', 'Take it back'],
      ['ready', 'called-off', 'Call off'],
    ],
    solved: { name: 'Back', plainly: 'It is back with us' },
    gate: [asks('condition', { label: 'How did it come back?' })],
    fields: [{ field: 'dueBack', question: 'neededUntil' }, { field: 'lent' }, { field: 'condition' }],
  }),
  kindLike(fault, {
    id: 'swap',
    name: 'Swap',
    statuses: [
      {
        ...{ id: 'part-ordered', name: 'Part is ordered', group: 'waiting' },
        plainly: 'We have ordered a part',
        gate: [asks('serialOut')],
      },
    ],
    ways: [
      ['in-hand', 'part-ordered', 'Order the part'],
      ['part-ordered', 'in-hand', 'The part is there'],
    ],
    solved: { name: 'Swapped', plainly: 'Swapped, and it works' },
    gate: [asks('serialIn', { required: false })],
    fields: [{ field: 'serialOut' }, { field: 'serialIn' }, { field: 'partCost' }],
  }),
  kindLike(fault, {
    id: 'visit',
    name: 'Visit',
    statuses: [
      {
        ...{ id: 'planned', name: 'Visit is planned', group: 'waiting' },
        plainly: 'Somebody comes to you',
        gate: [asks('landing'), asks('visitOn'), asks('visitTakes', { required: false })],
      },
      { id: 'on-site', name: 'On site', group: 'active', plainly: 'Somebody is there', gate: [] },
    ],
    ways: [
      ['in-hand', 'planned', 'Plan the visit'],
      ['planned', 'on-site', 'Arrive'],
      ['on-site', 'solved', 'Finish the visit'],
      ['on-site', 'planned', 'Come again'],
    ],
    solved: { name: 'Visited', plainly: 'Done' },
    gate: [],
    fields: [{ field: 'landing' }, { field: 'visitOn' }, { field: 'visitTakes' }, { field: 'keyNeeded' }],
  }),
  kindLike(fault, {
    id: 'joining',
    name: 'Joining',
    statuses: [
      {
        ...{ id: 'prepared', name: 'Ready for the first day', group: 'waiting' },
        plainly: 'Everything is ready for the first day',
        gate: [asks('accountName'), asks('firstDay')],
      },
    ],
    ways: [
      ['in-hand', 'prepared', 'All is ready'],
      ['prepared', 'in-hand', 'Something is missing'],
      ['prepared', 'solved', 'Has begun'],
      ['prepared', 'called-off', 'Does not come'],
    ],
    solved: { name: 'Has begun', plainly: 'They have what they need' },
    gate: [],
    fields: [{ field: 'firstDay', question: 'startsOn' }, { field: 'accountName' }],
  }),
]

/** The kind behind the items that are no plain fault. */
export const KIND_OF: Readonly<Record<string, string>> = {
  'loan-laptop': 'loan',
  'new-crew': 'joining',
  'till-receipts': 'swap',
  'card-reader': 'swap',
  barrier: 'visit',
  'public-screen': 'visit',
}
