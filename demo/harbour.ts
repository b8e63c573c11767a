import { firstDesign, type Design, type DirectoryData, type Person } from '../core/design'
import type { GateAsk, Status, TicketKind } from '../core/lifecycle'
import type { Target } from '../core/clock'
import { weekly, type Calendar } from '../core/time'
import { oneAt } from '../core/lookup'

// Varnes Harbour Works: a second desk of the sample world, which has other names for everything.

const ZONE = 'Europe/Oslo'
const MAIL = 'harbour.sound.example'
export const HARBOUR = 'Varnes Harbour Works'

const idOf = (name: string) =>
  name
    .toLowerCase()
    .replace('ø', 'o')
    .replace(/[^a-z]+/g, '-')

const YARD: Calendar = {
  ...{ id: 'yard-hours', name: 'Yard hours', zone: ZONE, exceptions: [] },
  week: weekly([1, 2, 3, 4, 5, 6], '06:00', '18:00'),
}

/** How near it is: what is called a priority elsewhere. */
const WEATHER = ['Storm', 'Gale', 'Breeze', 'Ripple', 'Calm']

const CATEGORIES: Design['categories'] = [
  ['lifting', 'Lifting gear'],
  ['lifting/cranes', 'Cranes'],
  ['lifting/winches', 'Winches'],
  ['quay', 'Quay and ramps'],
  ['quay/barriers', 'Barriers and gates'],
  ['quay/lights', 'Lights'],
  ['shore-power', 'Shore power'],
  ['wires', 'Wires and masts'],
  ['any', 'Anything else'],
].map(([id, name]) => ({ id: id!, name: name! }))

const asks = (field: string, label: string): GateAsk => ({ field, required: true, label, anew: true })
const ENDS: GateAsk[] = [asks('remarks', 'Why does it go home?')]

const STATUSES: Status[] = [
  { id: 'handed-in', name: 'Handed in', group: 'new', plainly: 'It lies in the yard office', gate: [] },
  { id: 'on-slip', name: 'On the slip', group: 'active', plainly: 'Hands are on it', gate: [] },
  {
    ...{
      id: 'lies-over',
      name: 'Lies over',
      group: 'waiting',
      plainly: 'A part, a tide or a crane is missing',
    },
    gate: [asks('reason', 'What does it lie for?')],
  },
  {
    ...{ id: 'owner-asked', name: 'Owner is asked', group: 'waiting', plainly: 'We need a word from you' },
    ...{ gate: [asks('reason', 'What does the owner have to say?')], tell: 'waiting' as const },
  },
  {
    ...{ id: 'made-good', name: 'Made good', group: 'done', plainly: 'It is made good' },
    gate: [asks('solvedBy', 'Whose hands?'), asks('remarks', 'What was made good?')],
    tell: 'solved',
  },
  {
    ...{ id: 'sent-home', name: 'Sent home', group: 'done', plainly: 'It is none of ours', gate: ENDS },
    tell: 'calledOff',
  },
]

const WAYS: [from: string, to: string, label: string][] = [
  ['handed-in', 'on-slip', 'Haul up'],
  ['handed-in', 'owner-asked', 'Ask the owner'],
  ['handed-in', 'made-good', 'Make good'],
  ['handed-in', 'sent-home', 'Send home'],
  ['on-slip', 'lies-over', 'Let it lie'],
  ['on-slip', 'owner-asked', 'Ask the owner'],
  ['on-slip', 'made-good', 'Make good'],
  ['on-slip', 'sent-home', 'Send home'],
  ['lies-over', 'on-slip', 'Go on'],
  ['lies-over', 'made-good', 'Make good'],
  ['owner-asked', 'on-slip', 'Go on'],
  ['owner-asked', 'made-good', 'Make good'],
  ['made-good', 'on-slip', 'Haul up again'],
  ['sent-home', 'on-slip', 'Haul up after all'],
]

const ORDER: TicketKind = {
  id: 'works-order',
  name: 'Works order',
  first: 'handed-in',
  turnedAway: 'sent-home',
  statuses: STATUSES,
  transitions: WAYS.map(([from, to, label]) => ({ from, to, label })),
  automatic: {
    onReply: { 'handed-in': 'on-slip' },
    onAnswer: { 'owner-asked': 'on-slip', 'made-good': 'on-slip', 'sent-home': 'on-slip' },
  },
  fields: [
    { field: 'reason' },
    { field: 'solvedBy' },
    { field: 'remarks' },
    { field: 'owner' },
    { field: 'berth' },
  ],
  idle: [],
}

const ITEMS: Design['items'] = (
  [
    ['crane', 'A crane or winch', 'lifting/cranes', 'It stops, slips, or lifts crooked.'],
    ['barrier', 'A barrier, gate or ramp', 'quay/barriers', 'It does not open, or does not shut.'],
    ['shore-power', 'Shore power', 'shore-power', 'Nothing comes out of the post on the quay.'],
    ['mast', 'Wires and masts', 'wires', 'A cable, a mast or what hangs on it.'],
    ['any-work', 'Any other work', 'any', 'Say what it is; the yard office knows who can.'],
  ] as const
).map(([id, name, category, description]) => ({
  ...{ id, name, description, category, keywords: [], portals: [] },
  ...{ group: 'yard', kind: ORDER.id, form: 'order' },
}))

const both = (respond: string[], resolve: string[]): Target[] => {
  const granted = (times: string[]) => Object.fromEntries(times.map((time, at) => [`p${at + 1}`, time]))
  return [
    {
      ...{ target: 'respond', label: 'First look', granted: granted(respond) },
      ...{ calendar: 'site', pauseIn: [], stopOn: 'reply' },
    },
    {
      ...{ target: 'resolve', label: 'Afloat by', granted: granted(resolve) },
      ...{ calendar: 'site', pauseIn: ['waiting'], stopOn: 'done' },
    },
  ]
}

/** The design of Varnes Harbour Works; each call gives a copy of its own. */
export function harbourDesign(): Design {
  const first = firstDesign(HARBOUR, ZONE, 'slipway')
  const row = (id: string, category: string, team: string) => ({
    ...{ id, cells: [{ op: 'under' as const, value: category }] },
    outcome: { queue: team === 'slipway' ? 'yard' : 'cables', team },
  })
  const heavy = (id: string, category: string, impact: string, urgency: string) => ({
    ...{ id, cells: [{ op: 'under' as const, value: category }], outcome: { impact, urgency } },
  })
  return structuredClone<Design>({
    ...first,
    desk: { name: HARBOUR, zone: ZONE, calendar: 'yard-hours' },
    calendars: [YARD],
    priorities: first.priorities.map((one, at) => ({ ...one, name: oneAt(WEATHER, at) })),
    categories: CATEGORIES,
    kinds: [ORDER],
    fields: [
      { name: 'reason', label: 'What does it lie for?', type: 'text' },
      { name: 'solvedBy', label: 'Whose hands?', type: 'technician' },
      { name: 'remarks', label: 'What was made good?', type: 'longText' },
      { name: 'owner', label: 'For whom', type: 'text' },
      { name: 'berth', label: 'Berth', type: 'text', toRequester: true },
    ],
    questions: [
      { name: 'summary', label: 'What is to be made good?', type: 'text', maxLength: 120 },
      { name: 'details', label: 'What have you seen of it?', type: 'longText' },
    ],
    forms: [
      {
        ...{ id: 'order', name: 'Works order' },
        steps: [
          {
            title: 'The work',
            questions: [
              { question: 'summary', required: true },
              { question: 'details', required: false },
            ],
          },
        ],
      },
    ],
    groups: [{ id: 'yard', name: 'In the yard' }],
    items: ITEMS,
    portals: [
      {
        ...{ id: 'yard', name: HARBOUR, motto: 'what is to be made good?', organisations: [] },
        ...{ mailbox: `yard@${MAIL}`, inactivityMinutes: 30 },
      },
    ],
    triage: {
      ...first.triage,
      weight: {
        ...first.triage.weight,
        rows: [
          heavy('power', 'shore-power', 'high', 'medium'),
          heavy('barriers', 'quay/barriers', 'medium', 'medium'),
          heavy('wires', 'wires', 'medium', 'medium'),
        ],
      },
      routing: {
        ...first.triage.routing,
        rows: [
          row('power', 'shore-power', 'harbour-electric'),
          row('wires', 'wires', 'harbour-electric'),
          row('lights', 'quay/lights', 'harbour-electric'),
        ],
      },
      otherwise: { queue: 'yard', team: 'slipway' },
      assignment: { slipway: 'leastLoaded', 'harbour-electric': 'leastLoaded' },
    },
    serviceLevels: [
      {
        ...{ id: 'yard', name: 'As the yard works', when: { all: [] } },
        targets: both(
          ['PT1H', 'PT2H', 'PT6H', 'PT12H', 'PT24H'],
          ['PT6H', 'PT12H', 'PT36H', 'PT72H', 'PT120H'],
        ),
      },
    ],
  })
}

const TEAMS = {
  slipway: { name: 'Slipway Gang', people: ['Eskil Naust', 'Torunn Bøye', 'Ragna Skott'] },
  'harbour-electric': { name: 'Harbour Electric', people: ['Vemund Lyse', 'Idun Spant'] },
}

const person = (name: string, role: string, more: Partial<Person> = {}): Person => ({
  ...{ id: idOf(name), name, role, active: true, zone: ZONE, teams: [] },
  mail: `${idOf(name)}@${MAIL}`,
  ...more,
})

/** All work while the yard is open. */
const shiftOf = (name: string): Calendar => ({ ...YARD, id: `shift-${idOf(name)}`, name: 'yard shift' })

/** Who asks there for what the Sound Commons hands over. */
export const COMMONS_THERE = 'commons-counter'

/** The people, teams and places of Varnes Harbour Works; each call gives a copy of its own. */
export const harbourDirectory = (): DirectoryData => structuredClone(directory())

function directory(): DirectoryData {
  const site = (id: string, name: string, organisation: string, manager: string) => ({
    ...{ id, name, organisation, manager, zone: ZONE, calendar: 'yard-hours', ways: {} },
  })
  return {
    organisations: [
      { id: 'pilots', name: 'Varnes Pilots', departments: [], contact: 'halvard-los' },
      { id: 'mail-boats', name: 'Skerry Mail Boats', departments: [], contact: 'sunniva-post' },
      { id: 'commons', name: 'The Sound Commons', departments: [], contact: COMMONS_THERE },
    ],
    sites: [
      site('pilot-steps', 'Pilot steps', 'pilots', 'halvard-los'),
      site('mail-quay', 'Mail quay', 'mail-boats', 'sunniva-post'),
      site('ferry-quay', 'Ferry quay', 'commons', COMMONS_THERE),
    ],
    teams: Object.entries(TEAMS).map(([id, { name, people }]) => ({
      ...{ id, name, lead: idOf(oneAt(people, 0)), desks: [], site: 'ferry-quay' },
    })),
    queues: [
      { id: 'yard', name: 'Yard', team: 'slipway' },
      { id: 'cables', name: 'Cables', team: 'harbour-electric' },
    ],
    people: [
      person('Solveig Krane', 'lead'),
      person('Brita Ankre', 'administrator'),
      ...Object.entries(TEAMS).flatMap(([team, { people }]) =>
        people.map((name) => person(name, 'technician', { teams: [team], shift: shiftOf(name) })),
      ),
      person('Halvard Los', 'requester', { organisation: 'pilots', site: 'pilot-steps' }),
      person('Sunniva Post', 'requester', { organisation: 'mail-boats', site: 'mail-quay' }),
      person('Commons Counter', 'requester', { organisation: 'commons', site: 'ferry-quay' }),
    ],
    agreements: [],
  }
}

/** What lies in the yard as the demo begins: who asks, for what, and the work. */
export const HARBOUR_ORDERS: { requester: string; item: string; summary: string; details: string }[] = [
  {
    ...{ requester: 'halvard-los', item: 'crane', summary: 'Davit of pilot boat 2 slips under load' },
    details: 'Since Friday. It holds the empty boat and gives way with three in it.',
  },
  {
    ...{ requester: 'sunniva-post', item: 'shore-power', summary: 'No power at the post on the mail quay' },
    details: 'Both sockets are dead; the breaker is in.',
  },
  {
    ...{ requester: 'sunniva-post', item: 'barrier', summary: 'Ramp gate does not shut at low water' },
    details: 'It jams a hand’s breadth before the post.',
  },
  {
    ...{ requester: 'halvard-los', item: 'mast', summary: 'Wind gauge on the mole turns and says nothing' },
    details: 'The plug at the foot was wet when we looked.',
  },
  {
    ...{ requester: 'sunniva-post', item: 'any-work', summary: 'Fender torn off at berth three' },
    details: 'It lies below the ladder and can be fished out.',
  },
]
