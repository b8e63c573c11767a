import type { ServiceLevel } from '../core/clock'
import type { Webhook } from '../core/design'
import { atShare, type Ladder, type Rota, type Rung } from '../core/ladder'

const isMajor = { fact: 'majorIncident', op: 'is', value: true } as const

/** After the due moment nobody waits for the morning. */
const second: Rung = {
  id: 'second',
  moment: { at: 'due', after: 'PT15M' },
  actions: [
    { do: 'notify', tell: [{ to: 'rota', rota: 'watch', place: 2 }], template: 'rung', urgent: true },
    {
      do: 'note',
      text: 'Nobody has answered a quarter of an hour after the promise; the second on watch was told.',
    },
  ],
}

const WATCH = (): Rung => {
  const due = atShare('due', 1, [{ to: 'rota', rota: 'watch' }])
  const [notify] = due.actions
  return { ...due, actions: [{ ...notify!, urgent: true } as Rung['actions'][0]] }
}

/** The escalations of the Sound Commons. */
export const LADDERS = (): Ladder[] => [
  {
    id: 'nobody-answered',
    name: 'Nobody has answered',
    target: 'respond',
    when: { all: [] },
    acknowledgementStops: true,
    rungs: [
      atShare('half', 0.5, [{ to: 'technician' }]),
      atShare('four-fifths', 0.8, [{ to: 'teamLead' }]),
      WATCH(),
      second,
    ],
  },
  {
    id: 'not-solved',
    name: 'Not solved in time',
    target: 'resolve',
    when: { all: [{ fact: 'priority', op: 'oneOf', value: ['p1', 'p2', 'p3'] }] },
    rungs: [
      atShare('four-fifths', 0.8, [{ to: 'technician' }, { to: 'teamLead' }]),
      atShare('due', 1, [{ to: 'person', person: 'olin-brandt' }]),
    ],
  },
  {
    id: 'stage-late',
    name: 'A stage takes longer than it may',
    target: 'stages',
    when: { all: [] },
    acknowledgementStops: true,
    rungs: [
      atShare('four-fifths', 0.8, [{ to: 'asked' }, { to: 'technician' }]),
      atShare('due', 1, [{ to: 'technician' }, { to: 'teamLead' }]),
      {
        id: 'word-of-the-lead',
        moment: { at: 'due', after: 'PT16H' },
        actions: [
          { do: 'handOn', to: { to: 'person', person: 'olin-brandt' } },
          {
            do: 'note',
            text: 'Nobody answered in time; whatever waits for a word waits for the lead’s now.',
          },
        ],
      },
    ],
  },
  {
    id: 'raised-to-first',
    name: 'Raised to the first priority',
    when: { all: [{ fact: 'priority', op: 'is', value: 'p1' }] },
    rungs: [
      {
        id: 'raised',
        moment: { at: 'event', event: 'priorityRaised' },
        actions: [
          {
            do: 'notify',
            tell: [{ to: 'teamLead' }, { to: 'rota', rota: 'watch' }, { to: 'watchers' }],
            template: 'rung',
            urgent: true,
          },
          { do: 'call', webhook: 'quay-board' },
        ],
      },
    ],
  },
  {
    id: 'major-incident',
    name: 'Word to the sites in a major incident',
    when: { all: [isMajor] },
    stopWhen: { none: [isMajor] },
    rungs: [
      {
        id: 'first-word',
        moment: { at: 'start', after: 'PT3M' },
        actions: [
          {
            do: 'notify',
            tell: [{ to: 'siteManager' }, { to: 'agreementContact' }],
            template: 'majorUpdate',
          },
        ],
        repeat: { every: 'PT30M' },
      },
      {
        id: 'lead',
        moment: { at: 'start', after: 'PT0S' },
        actions: [
          { do: 'notify', tell: [{ to: 'person', person: 'olin-brandt' }], template: 'rung', urgent: true },
          { do: 'call', webhook: 'quay-board' },
        ],
      },
    ],
  },
  {
    id: 'not-delivered',
    name: 'A message reached nobody',
    when: { all: [] },
    startWhen: { all: [isMajor] },
    rungs: [
      {
        id: 'lost',
        moment: { at: 'event', event: 'deliveryFailed' },
        actions: [{ do: 'notify', tell: [{ to: 'teamLead' }], template: 'rung', urgent: true }],
      },
    ],
  },
]

/** Updates are owed while a major incident goes on. */
export const MAJOR_LEVEL: ServiceLevel = {
  id: 'major-incident',
  name: 'Major incident',
  when: { all: [isMajor] },
  targets: [
    {
      target: 'update',
      label: 'Tell everybody',
      granted: { p1: 'PT30M', p2: 'PT1H', p3: 'PT2H', p4: 'PT2H', p5: 'PT2H' },
      calendar: { calendar: 'clock' },
      pauseIn: [],
      stopOn: 'update',
      startsAnew: true,
    },
  ],
}

export const ROTAS = (): Rota[] => [
  {
    id: 'watch',
    name: 'Watch at the desk',
    zone: 'Europe/London',
    from: '2025-11-03',
    handOver: '09:00',
    turnDays: 7,
    members: ['per-lund', 'runa-falk', 'mika-okoro', 'edda-strand'],
    layers: [
      {
        id: 'nights',
        from: '2025-11-03',
        handOver: '12:00',
        turnDays: 1,
        members: ['bram-oake', 'yara-quill', 'jory-pell', 'una-frost'],
        only: { days: [1, 2, 3, 4, 5, 6, 7], from: '21:00', to: '06:00' },
      },
    ],
  },
  {
    id: 'radio',
    name: 'Radio and bridge at sea',
    zone: 'Europe/Oslo',
    from: '2025-11-03',
    handOver: '08:00',
    turnDays: 3,
    members: ['runa-falk', 'keir-moss', 'liv-sando'],
  },
]

export const WEBHOOKS: Webhook[] = [
  {
    id: 'quay-board',
    name: 'The board on the quay',
    // The stand-in of another system that ships with the application.
    url: 'http://another-system.standin.localhost/call',
    event: 'ticket.escalated',
    fields: [
      { name: 'number', value: '{reference}' },
      { name: 'what', value: '{summary}' },
      { name: 'where', value: '{site}' },
      { name: 'why', value: '{rung}' },
    ],
  },
  {
    id: 'accounts',
    name: 'The account service',
    url: 'http://account-service.standin.localhost/accounts',
    event: 'account.wanted',
    fields: [
      { name: 'name', value: '{form.joinerName}' },
      { name: 'ticket', value: '{reference}' },
      { name: 'site', value: '{site}' },
    ],
  },
]
