import { weekly } from '../time/calendar'
import { atShare } from '../ladder'
import type { TicketField } from '../fields'
import type { GateAsk, TicketKind } from '../lifecycle'
import { firstMoves } from './firstMoves'
import { TEMPLATES } from './firstTemplates'
import type { Design, Priority, Triage } from './design'
import { oneAt } from '../lookup'

const PRIORITIES: Priority[] = ['Critical', 'High', 'Moderate', 'Low', 'Planned'].map((name, index) => ({
  id: `p${index + 1}`,
  name,
  numeral: oneAt(['I', 'II', 'III', 'IV', 'V'], index),
  order: index + 1,
  active: true,
}))

// Simple priority coding of impact and urgency after ITIL Service Operation (from memory).
const MATRIX: Triage['matrix'] = {
  high: { high: 'p1', medium: 'p2', low: 'p3' },
  medium: { high: 'p2', medium: 'p3', low: 'p4' },
  low: { high: 'p3', medium: 'p4', low: 'p5' },
}

/** What gates ask about any ticket, each time anew. */
const FIELDS: TicketField[] = [
  { name: 'reason', label: 'What are we waiting for?', type: 'text' },
  { name: 'solvedBy', label: 'Who solved it?', type: 'technician' },
  { name: 'remarks', label: 'What was done?', type: 'longText' },
]
const asks = (field: string, label?: string): GateAsk => ({
  field,
  required: true,
  ...(label !== undefined && { label }),
  anew: true,
})

const FAULT: TicketKind = {
  id: 'fault',
  name: 'Fault',
  first: 'logged',
  turnedAway: 'called-off',
  statuses: [
    { id: 'logged', name: 'Logged', group: 'new', plainly: 'We have it and will look at it', gate: [] },
    { id: 'in-hand', name: 'In hand', group: 'active', plainly: 'Somebody is working on it', gate: [] },
    {
      id: 'ask-requester',
      name: 'Waiting for the requester',
      group: 'waiting',
      plainly: 'We need an answer from you',
      gate: [asks('reason', 'What do we need to know?')],
      tell: 'waiting',
    },
    {
      id: 'ask-supplier',
      name: 'Waiting for others',
      group: 'waiting',
      plainly: 'We wait for somebody else',
      gate: [asks('reason')],
    },
    {
      id: 'solved',
      name: 'Solved',
      group: 'done',
      plainly: 'Done',
      gate: [asks('solvedBy'), asks('remarks')],
      tell: 'solved',
    },
    {
      id: 'called-off',
      name: 'Called off',
      group: 'done',
      plainly: 'Called off',
      gate: [asks('remarks', 'Why is it called off?')],
      tell: 'calledOff',
    },
  ],
  transitions: [
    { from: 'logged', to: 'in-hand', label: 'Take in hand' },
    { from: 'in-hand', to: 'ask-requester', label: 'Ask requester and wait' },
    { from: 'in-hand', to: 'ask-supplier', label: 'Wait for others' },
    { from: 'in-hand', to: 'solved', label: 'Solve' },
    { from: 'in-hand', to: 'called-off', label: 'Call off' },
    { from: 'logged', to: 'ask-requester', label: 'Ask requester and wait' },
    { from: 'logged', to: 'solved', label: 'Solve' },
    { from: 'logged', to: 'called-off', label: 'Call off' },
    { from: 'ask-requester', to: 'in-hand', label: 'Go on' },
    { from: 'ask-requester', to: 'solved', label: 'Solve' },
    { from: 'ask-supplier', to: 'in-hand', label: 'Go on' },
    { from: 'ask-supplier', to: 'solved', label: 'Solve' },
    { from: 'solved', to: 'in-hand', label: 'Reopen' },
    { from: 'called-off', to: 'in-hand', label: 'Reopen' },
  ],
  automatic: {
    onReply: { logged: 'in-hand' },
    onAnswer: { 'ask-requester': 'in-hand', solved: 'in-hand', 'called-off': 'in-hand' },
  },
  fields: FIELDS.map((one) => ({ field: one.name })),
  // A reminder after three days is common practice.
  idle: [
    {
      id: 'remind',
      status: 'ask-requester',
      after: 'P3D',
      action: { do: 'tell', whom: 'requester', template: 'reminder' },
    },
  ],
}

/**
 * A small design to begin with: one form, one portal, promises in office hours.
 * @param zone IANA zone of the desk
 * @param team id of the team that gets everything
 */
export function firstDesign(name: string, zone: string, team: string): Design {
  const granted = { p1: 'PT1H', p2: 'PT2H', p3: 'PT4H', p4: 'PT8H', p5: 'PT16H' }
  const solve = { p1: 'PT4H', p2: 'PT8H', p3: 'PT16H', p4: 'PT24H', p5: 'PT40H' }
  return {
    format: 'yare-design',
    version: 4,
    desk: { name, zone, calendar: 'office' },
    calendars: [
      {
        id: 'office',
        name: 'Office hours',
        zone,
        week: weekly([1, 2, 3, 4, 5], '09:00', '17:30'),
        exceptions: [],
      },
    ],
    priorities: PRIORITIES,
    categories: [{ id: 'general', name: 'General' }],
    kinds: [FAULT],
    fields: FIELDS,
    questions: [
      { name: 'summary', label: 'In one line, what is it about?', type: 'text', maxLength: 120 },
      { name: 'details', label: 'What happens, and since when?', type: 'longText' },
    ],
    forms: [
      {
        id: 'general',
        name: 'Anything',
        steps: [
          {
            title: 'What it is about',
            questions: [
              { question: 'summary', required: true },
              { question: 'details', required: false },
            ],
          },
        ],
      },
    ],
    groups: [{ id: 'help', name: 'Help' }],
    items: [
      {
        id: 'something-else',
        name: 'Something is broken or missing',
        description: 'Tell us in your words; we find out who can help.',
        keywords: ['help', 'broken', 'missing', 'question'],
        group: 'help',
        kind: 'fault',
        form: 'general',
        category: 'general',
        portals: [],
      },
    ],
    portals: [
      {
        id: 'help',
        name,
        motto: 'how can we help',
        organisations: [],
        mailbox: 'help@desk.localhost',
        inactivityMinutes: 15,
      },
    ],
    triage: {
      sourceOrder: ['category', 'site', 'requester', 'impactUrgency'],
      weight: {
        id: 'weight',
        name: 'How bad, how soon',
        columns: ['category'],
        outcomes: ['impact', 'urgency'],
        rows: [],
      },
      matrix: MATRIX,
      routing: {
        id: 'routing',
        name: 'Where it goes',
        columns: ['category'],
        outcomes: ['queue', 'team'],
        rows: [],
      },
      otherwise: { queue: 'all', team },
      assignment: { [team]: 'leastLoaded' },
    },
    serviceLevels: [
      {
        id: 'standard',
        name: 'Office hours',
        when: { all: [] },
        targets: [
          { target: 'respond', label: 'Answer', granted, calendar: 'site', pauseIn: [], stopOn: 'reply' },
          {
            target: 'resolve',
            label: 'Solve',
            granted: solve,
            calendar: 'site',
            pauseIn: ['waiting'],
            stopOn: 'done',
          },
        ],
      },
    ],
    ladders: [
      {
        id: 'nobody-answered',
        name: 'Nobody has answered',
        target: 'respond',
        when: { all: [] },
        rungs: [
          atShare('half', 0.5, [{ to: 'technician' }]),
          atShare('four-fifths', 0.8, [{ to: 'teamLead' }]),
        ],
      },
    ],
    rotas: [],
    templates: TEMPLATES,
    webhooks: [],
    moves: firstMoves(),
    shelves: [],
    checklists: [],
    plans: [],
    savedReplies: [],
    exchanges: [],
    translations: [],
    kept: [],
    layouts: [],
  }
}
