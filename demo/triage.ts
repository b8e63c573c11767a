import type { Design, SignalRules } from '../core/design'
import type { Cell, DecisionTable, Row } from '../core/table'

// How tickets of the Sound are sorted: tables, skills and the signal map.

const is = (value: string | boolean): Cell => ({ op: 'is', value })
const under = (value: string): Cell => ({ op: 'under', value })
const oneOf = (...value: string[]): Cell => ({ op: 'oneOf', value })
const more = (value: number): Cell => ({ op: 'greater', value })

const row = (id: string, cells: Cell[], outcome: Record<string, string>): Row => ({ id, cells, outcome })

export const ROUTING: Row[] = [
  row('boarding', [under('gates'), null, null, is(true)], { queue: 'boarding', team: 'bridge-radio' }),
  row('gates', [under('gates'), null, null, null], { queue: 'terminals', team: 'devices-workshop' }),
  row('varnes-network', [under('network'), is('varnes'), null, null], {
    queue: 'crossings',
    team: 'networks',
  }),
  row('network', [under('network'), null, is('Round the clock'), null], {
    queue: 'crossings',
    team: 'networks',
  }),
  row('network-ashore', [under('network'), null, null, null], { queue: 'ashore', team: 'networks' }),
  row('bridge', [under('bridge'), null, null, null], { queue: 'boarding', team: 'bridge-radio' }),
  row('tills', [under('tills'), null, null, null], { queue: 'tills', team: 'booking-tills' }),
  row('booking', [is('booking'), null, null, null], { queue: 'tills', team: 'booking-tills' }),
  row('people', [under('people'), null, null, null], { queue: 'accounts', team: 'access-accounts' }),
  row('access', [under('access'), null, null, null], { queue: 'accounts', team: 'access-accounts' }),
  row('displays', [under('displays'), null, oneOf('Round the clock', 'Office hours'), null], {
    queue: 'workshop',
    team: 'devices-workshop',
  }),
  row('loans', [under('loans'), null, null, null], { queue: 'workshop', team: 'devices-workshop' }),
  row('lab', [{ op: 'under', value: ['software', 'other'] }, null, null, null], {
    queue: 'counter',
    team: 'front-counter',
  }),
  row('farm', [under('cameras'), null, null, null], { queue: 'field', team: 'field-crew' }),
]

export const WEIGHT: Row[] = [
  row('stopped', [null, null, is(true)], { impact: 'high', urgency: 'high' }),
  row('many-gates', [null, more(2), null], { impact: 'high', urgency: 'medium' }),
  row('gate', [under('gates'), null, null], { impact: 'medium', urgency: 'medium' }),
  row('cards', [is('tills/cards'), null, null], { impact: 'medium', urgency: 'high' }),
  row('tills', [under('tills'), null, null], { impact: 'medium', urgency: 'medium' }),
  row('network', [under('network'), null, null], { impact: 'medium', urgency: 'high' }),
  row('sign-in', [is('access/sign-in'), null, null], { impact: 'low', urgency: 'high' }),
  row('access', [under('access'), null, null], { impact: 'low', urgency: 'medium' }),
  row('cameras', [oneOf('cameras/farm', 'guides/audio'), null, null], { impact: 'low', urgency: 'low' }),
]

/** How heavily a ticket weighs when work is shared out, and what requesters are told. */
export const WEIGHTS: Record<string, Pick<Design['priorities'][number], 'weight' | 'expected'>> = {
  p1: { weight: 8, expected: 'Somebody works on it until it is solved.' },
  p2: { weight: 4, expected: 'Usually solved the same day.' },
  p3: { weight: 2, expected: 'Usually solved within two working days.' },
  p4: { expected: 'Usually solved within a week.' },
  p5: { expected: 'Done when it fits, within some weeks.' },
}

/** What a technician must know, beyond what everybody of the team knows. */
export const SKILLS: DecisionTable = {
  id: 'skills',
  name: 'Who knows what',
  hitPolicy: 'collect',
  columns: ['category', 'site'],
  outcomes: ['skill'],
  rows: [
    row('bridge-systems', [under('bridge/tablets'), null], { skill: 'bridge systems' }),
    row('masts', [is('network/ashore'), is('skerry')], { skill: 'radio masts' }),
  ],
}

const cell = (item: string, priority?: string) => ({ item, ...(priority && { priority }) })

/** What the monitors of the Sound report: the same fault weighs more where more cover was bought. */
export const SIGNALS: SignalRules = {
  kinds: [
    {
      id: 'gate-silent',
      name: 'Gate scanner does not answer',
      type: 'sound.gate.silent',
      clears: 'sound.gate.answers',
      calmMinutes: 10,
      tryFix: true,
    },
    { id: 'link-down', name: 'Link down', type: 'sound.link.down', clears: 'sound.link.up', calmMinutes: 15 },
    { id: 'disk-full', name: 'Disk nearly full', type: 'sound.disk.*' },
    {
      id: 'till-paper',
      name: 'Till is out of paper',
      type: 'sound.till.paper',
      clears: 'sound.till.ready',
      calmMinutes: 0,
    },
  ],
  covers: ['Round the clock', 'Office hours', 'Pay per job'],
  map: {
    'gate-silent': {
      'Round the clock': cell('gate-scanner', 'p2'),
      'Office hours': cell('gate-scanner', 'p3'),
      'Pay per job': null,
    },
    'link-down': {
      'Round the clock': cell('crossing-wifi', 'p2'),
      'Office hours': cell('something-else', 'p3'),
      'Pay per job': cell('something-else', 'p5'),
    },
    'disk-full': {
      'Round the clock': cell('something-else', 'p3'),
      'Office hours': cell('something-else'),
      'Pay per job': null,
    },
    'till-paper': {
      'Round the clock': cell('till-receipts'),
      'Office hours': cell('till-receipts', 'p5'),
      'Pay per job': null,
    },
  },
}
