import type { Ticket } from '../composables/useTickets'

const entry = (sequence: number, at: number, person: string, body: object) => ({
  ...{ sequence, at, actor: { person } },
  ...body,
})
const leads = (status: string, group: string, isAway = false) => ({ status, group, isAway })

/** The page of a ticket as the server says it: 7, in hand by Ada, of Ines, who has written once. */
export const ticketPage = (more: Partial<Record<keyof Ticket, unknown>> = {}): Ticket =>
  ({
    ...{
      reference: 7,
      sequence: 3,
      summary: 'The gate sticks',
      numeral: 'II',
      priority: 'High',
      priorityOrder: 2,
    },
    ...{ status: 'In hand', statusId: 'in-hand', statusGroup: 'active', kind: 'Fault', edition: 1 },
    ...{ category: 'Gates', queue: 'Pier', team: 'Workshop', technician: 'Ada', technicianId: 'ada' },
    ...{ organisation: 'Merrow Line', site: 'Varnes Quay', siteZone: 'Europe/Oslo', loggedAt: 1000 },
    ...{ requester: { id: 'ines', name: 'Ines Varga', phone: null }, others: [], department: null },
    assist: { offered: false, sessions: 0 },
    exchange: { offered: false, counterparts: 0 },
    ...{ cover: null, agreement: null, equipment: null, answers: [], attachments: [], kept: [], fields: {} },
    ...{
      because: {},
      impact: 'high',
      urgency: 'medium',
      solvedBy: null,
      remarks: null,
      item: { id: 'g', name: 'Gate' },
    },
    ...{
      held: false,
      mergedInto: null,
      signal: null,
      rejected: false,
      internal: false,
      follows: null,
      major: null,
    },
    ...{
      watchers: [],
      waiting: [],
      acknowledged: [],
      keptByWord: [],
      said: {},
      unread: [],
      clocks: [],
      rungs: [],
    },
    ...{
      timers: [],
      times: [],
      bookings: [],
      tasks: [],
      plans: [],
      links: [],
      articles: [],
      procedures: [],
      articlesAt: 'merrow',
      takes: { takes: 0, from: 'unknown' },
      deliveries: [],
    },
    ...{
      people: { ada: 'Ada', ines: 'Ines Varga', mika: 'Mika Okoro' },
      statuses: {},
      targets: {},
      levels: {},
      ladders: {},
    },
    ...{ lastMove: null, sorted: {}, choices: {} },
    layout: [
      'priority',
      'technician',
      'requester',
      'account',
      'asked',
      'tasks',
      'talk',
      'time',
      'links',
      'history',
    ],
    moves: [
      {
        ...{
          id: 'start',
          name: 'Start',
          icon: null,
          key: 's',
          leads: null,
          asks: [],
          will: ['start your timer'],
          wont: [],
        },
      },
      {
        ...{ id: 'wait', name: 'Wait', icon: null, key: 'q', leads: leads('waiting', 'waiting'), wont: [] },
        ...{
          will: ['set the status to Waiting'],
          asks: [{ name: 'question', label: 'What do we need?', type: 'text', required: true }],
        },
      },
    ],
    transitions: [
      {
        to: 'waiting',
        label: 'Ask and wait',
        leads: leads('waiting', 'waiting'),
        gate: [],
        will: ['wait'],
        tells: true,
      },
      {
        to: 'called-off',
        label: 'Call off',
        leads: leads('called-off', 'done', true),
        gate: [],
        will: ['end'],
        tells: false,
      },
      {
        to: 'solved',
        label: 'Solve',
        leads: leads('solved', 'done'),
        gate: [],
        will: ['set the status to Solved'],
        tells: true,
      },
    ],
    entries: [
      entry(1, 1000, 'ines', { kind: 'logged', channel: 'portal' }),
      entry(3, 2000, 'ines', { kind: 'answered', text: 'It sticks again' }),
    ],
    ...more,
  }) as unknown as Ticket
