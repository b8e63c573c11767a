import { FIELDS, KIND_OF, kindsBeside } from './kinds'
import { NORWEGIAN } from './norwegian'
import { WORK } from './work'
import type { Target } from '../core/clock'
import { firstDesign, type Design, type SignalRules } from '../core/design'
import type { CatalogItem, Form, ItemIcon, Question } from '../core/intake'
import type { Cell, DecisionTable, Row } from '../core/table'
import { LADDERS, MAJOR_LEVEL, ROTAS, WEBHOOKS } from './ladders'
import { ROUND_THE_CLOCK, weekly, type CalendarException } from '../core/time'
import { oneAt } from '../core/lookup'

const is = (value: string | boolean): Cell => ({ op: 'is', value })
const under = (value: string): Cell => ({ op: 'under', value })
const oneOf = (...value: string[]): Cell => ({ op: 'oneOf', value })
const more = (value: number): Cell => ({ op: 'greater', value })

const shut = (date: string, name: string): CalendarException => ({ date, name, shut: 'all day' })

// England and Wales bank holidays 2026 as listed by date-holidays 3.37; the days of 2025 after the same rules.
const BANK_HOLIDAYS = [
  shut('2025-12-25', 'Christmas Day'),
  shut('2025-12-26', 'Boxing Day'),
  shut('2026-01-01', 'New Year’s Day'),
  shut('2026-04-03', 'Good Friday'),
  shut('2026-04-06', 'Easter Monday'),
  shut('2026-05-04', 'Early May bank holiday'),
  shut('2026-05-25', 'Spring bank holiday'),
  shut('2026-08-31', 'Summer bank holiday'),
  shut('2026-12-25', 'Christmas Day'),
  shut('2026-12-28', 'Boxing Day (in place of Saturday)'),
]

const WEEKDAYS = [1, 2, 3, 4, 5]

const CALENDARS: Design['calendars'] = [
  {
    id: 'desk',
    name: 'The Sound Commons',
    zone: 'Europe/London',
    week: weekly(WEEKDAYS, '08:00', '18:00'),
    exceptions: BANK_HOLIDAYS,
  },
  { id: 'clock', name: 'Round the clock', zone: 'Europe/London', week: ROUND_THE_CLOCK, exceptions: [] },
  {
    id: 'hallin',
    name: 'Hallin',
    zone: 'Europe/London',
    week: weekly([1, 2, 3, 4, 5, 6], '06:00', '22:00'),
    exceptions: [shut('2025-12-25', 'Christmas Day'), shut('2026-12-25', 'Christmas Day')],
  },
  {
    id: 'varnes',
    name: 'Varnes Quay',
    zone: 'Europe/Oslo',
    week: weekly([1, 2, 3, 4, 5, 6], '09:00', '18:00'),
    exceptions: [
      shut('2025-12-25', 'First day of Christmas'),
      shut('2026-01-01', 'New Year’s Day'),
      shut('2026-05-17', 'Constitution Day'),
      shut('2026-12-25', 'First day of Christmas'),
    ],
  },
  {
    id: 'skerry',
    name: 'Outer Skerry',
    zone: 'Atlantic/Reykjavik',
    week: weekly(WEEKDAYS, '08:00', '16:00'),
    exceptions: [shut('2026-06-17', 'National Day')],
  },
  {
    id: 'brannock',
    name: 'St Brannock Pier',
    zone: 'America/Halifax',
    week: weekly([1, 2, 3, 4, 5, 6], '07:00', '19:00'),
    exceptions: [shut('2026-07-01', 'Canada Day')],
  },
  {
    id: 'office',
    name: 'Office hours, Hallin',
    zone: 'Europe/London',
    week: weekly(WEEKDAYS, '09:00', '17:30'),
    // The holidays are those of the desk.
    buildsOn: 'desk',
    exceptions: [],
  },
]

const CATEGORIES: Design['categories'] = [
  ['gates', 'Gates'],
  ['gates/scanners', 'Scanners'],
  ['gates/barriers', 'Barriers'],
  ['network', 'Network'],
  ['network/on-board', 'On board', 'p2'],
  ['network/ashore', 'Ashore'],
  ['bridge', 'Bridge'],
  ['bridge/tablets', 'Tablets'],
  ['bridge/radio', 'Radio', 'p2'],
  ['displays', 'Displays'],
  ['displays/control-room', 'Control room', 'p2'],
  ['displays/public', 'Public screens'],
  ['tills', 'Tills'],
  ['tills/printer', 'Printer'],
  ['tills/cards', 'Card readers'],
  ['booking', 'Booking'],
  ['people', 'People'],
  ['people/joining', 'Joining', 'p3'],
  ['people/leaving', 'Leaving'],
  ['access', 'Access'],
  ['access/manifest', 'Manifest'],
  ['access/sign-in', 'Sign-in'],
  ['software', 'Software'],
  ['software/lab', 'Lab'],
  ['loans', 'Loans'],
  ['loans/laptop', 'Laptop', 'p4'],
  ['cameras', 'Cameras'],
  ['cameras/farm', 'Farm'],
  ['guides', 'Guides'],
  ['guides/audio', 'Audio'],
].map(([id, name, priority]) => ({ id: id!, name: name!, ...(priority && { priority }) }))

const QUESTIONS: Question[] = [
  { name: 'summary', label: 'In one line, what is it about?', type: 'text', maxLength: 120 },
  {
    name: 'details',
    label: 'What happens, and since when?',
    type: 'longText',
    help: 'Whatever you have seen or tried.',
  },
  { name: 'gates', label: 'How many gates do not read?', type: 'number', min: 1, max: 40, unit: 'gates' },
  {
    name: 'boardingStopped',
    label: 'Is boarding stopped?',
    type: 'yesNo',
    help: 'Yes, if passengers cannot get on at all.',
  },
  {
    name: 'scannerLight',
    label: 'What does the light on the scanner do?',
    type: 'choice',
    options: [
      { value: 'off', label: 'It is off' },
      { value: 'red', label: 'It stays red' },
      { value: 'green', label: 'It is green, but nothing is read' },
      { value: 'unknown', label: 'I cannot see it' },
    ],
  },
  {
    name: 'ship',
    label: 'On which ship?',
    type: 'choice',
    options: [
      'Ternholm',
      'Skua',
      'Sandling',
      'Petrel',
      'Fulmar',
      'Eider',
      'Merganser',
      'Turnstone',
      'Guillemot',
    ].map((name) => ({ value: name.toLowerCase(), label: `MV ${name}` })),
  },
  { name: 'passengersNoticed', label: 'Do passengers notice?', type: 'yesNo' },
  { name: 'till', label: 'Number on the till', type: 'number', min: 1, max: 99 },
  {
    name: 'machine',
    label: 'Which one is it?',
    type: 'equipment',
    help: 'Its number stands on the label at its back.',
  },
  { name: 'joinerName', label: 'Name of the new crew member', type: 'text', maxLength: 80 },
  { name: 'startsOn', label: 'First day', type: 'date' },
  {
    name: 'joinerNeeds',
    label: 'What will they need?',
    type: 'manyChoices',
    options: [
      { value: 'mail', label: 'Mail' },
      { value: 'manifest', label: 'Manifest' },
      { value: 'till', label: 'Till' },
      { value: 'tablet', label: 'Bridge tablet' },
    ],
  },
  { name: 'neededUntil', label: 'Needed until', type: 'date' },
]

const required = (question: string) => ({ question, required: true })
const asked = (question: string) => ({ question, required: false })

const FORMS: Form[] = [
  {
    id: 'general',
    name: 'Anything',
    steps: [{ title: 'What it is about', questions: [required('summary'), asked('details')] }],
  },
  {
    id: 'details',
    name: 'What happens',
    steps: [{ title: 'What happens', questions: [required('details')] }],
  },
  {
    id: 'gate-scanner',
    name: 'Gate scanner',
    steps: [
      {
        title: 'At the gate',
        questions: [
          required('gates'),
          {
            question: 'boardingStopped',
            required: true,
            showWhen: { all: [{ fact: 'form.gates', op: 'greater', value: 2 }] },
          },
          asked('scannerLight'),
          asked('details'),
        ],
      },
    ],
  },
  {
    id: 'on-board',
    name: 'On board',
    steps: [
      { title: 'On board', questions: [required('ship'), asked('passengersNoticed'), required('details')] },
    ],
  },
  {
    id: 'till',
    name: 'Till',
    steps: [{ title: 'At the till', questions: [required('till'), asked('machine'), asked('details')] }],
  },
  {
    id: 'joiner',
    name: 'New crew member',
    steps: [
      { title: 'Who', questions: [required('joinerName'), required('startsOn')] },
      { title: 'What for', questions: [required('joinerNeeds'), asked('details')] },
    ],
  },
  {
    id: 'loan',
    name: 'Loan',
    steps: [{ title: 'The loan', questions: [required('neededUntil'), asked('details')] }],
  },
]

/** Pictures of what may be asked for. */
const ICONS: Record<string, ItemIcon> = {
  'gate-scanner': 'barcode',
  barrier: 'ticket',
  'crossing-wifi': 'wifi-high',
  'bridge-tablet': 'device-tablet',
  radio: 'broadcast',
  'till-receipts': 'receipt',
  'card-reader': 'credit-card',
  'booking-wrong': 'calendar',
  'control-screen': 'monitor',
  'public-screen': 'monitor',
  'audio-guide': 'headphones',
  'kelp-camera': 'camera',
  'lab-software': 'flask',
  'shore-network': 'wifi-high',
  'new-crew': 'user-plus',
  leaver: 'user-minus',
  'manifest-access': 'key',
  'sign-in': 'lock',
  'loan-laptop': 'laptop',
  'something-else': 'question',
}

/** What tells tickets of one form apart. */
const TITLES: Record<string, string[]> = {
  'gate-scanner': ['scannerLight'],
  'on-board': ['ship'],
  till: ['machine'],
  joiner: ['joinerName'],
  loan: ['neededUntil'],
}

type Shelf = [
  id: string,
  name: string,
  group: string,
  form: string,
  category: string,
  description: string,
  keywords: string,
  portals?: string[],
]

/** Who joins and who leaves is between them and the desk. */
const CONFIDENTIAL = new Set(['new-crew', 'leaver'])

const ITEMS: CatalogItem[] = (
  [
    [
      'gate-scanner',
      'Gate scanner will not read tickets',
      'gate',
      'gate-scanner',
      'gates/scanners',
      'The scanner at a boarding gate does not read, or reads wrongly.',
      'ticket reader barcode boarding',
      ['merrow'],
    ],
    [
      'barrier',
      'Barrier does not open or shut',
      'gate',
      'details',
      'gates/barriers',
      'Car and foot barriers at the landings.',
      'gate arm boom',
      ['merrow', 'port'],
    ],
    [
      'crossing-wifi',
      'Wi-Fi on a crossing',
      'gate',
      'on-board',
      'network/on-board',
      'The connection on board is slow, drops or is gone.',
      'internet wireless connection ship',
      ['merrow'],
    ],
    [
      'bridge-tablet',
      'Bridge tablet will not sync',
      'gate',
      'on-board',
      'bridge/tablets',
      'Charts, watch lists or forms on a bridge tablet are out of date.',
      'chart watch tablet',
      ['merrow'],
    ],
    [
      'radio',
      'Radio or talk-back is silent',
      'gate',
      'details',
      'bridge/radio',
      'Ship to shore, deck to bridge, traffic room.',
      'vhf voice sound',
      ['merrow', 'port'],
    ],
    [
      'till-receipts',
      'Till prints blank receipts',
      'tills',
      'till',
      'tills/printer',
      'Paper, ribbon or printer of a till.',
      'printer paper receipt',
      ['merrow', 'lantern'],
    ],
    [
      'card-reader',
      'Card reader refuses every card',
      'tills',
      'till',
      'tills/cards',
      'Cards are refused one after the other.',
      'payment card',
      ['merrow', 'lantern'],
    ],
    [
      'booking-wrong',
      'A booking is wrong or missing',
      'tills',
      'details',
      'booking',
      'Seats, cars or cabins that are not as booked.',
      'seat cabin car reservation',
      ['merrow'],
    ],
    [
      'control-screen',
      'Control room screen flickers or is dark',
      'machines',
      'details',
      'displays/control-room',
      'Screens in the traffic room and the control rooms.',
      'monitor display',
      ['port'],
    ],
    [
      'public-screen',
      'Departure screen shows the wrong thing',
      'machines',
      'details',
      'displays/public',
      'Screens for passengers and visitors.',
      'monitor display timetable',
      ['merrow', 'lantern'],
    ],
    [
      'audio-guide',
      'Audio guide speaks the wrong language',
      'machines',
      'details',
      'guides/audio',
      'Audio guides and their chargers.',
      'visitor headphones',
      ['lantern'],
    ],
    [
      'kelp-camera',
      'Farm camera is stuck or blind',
      'machines',
      'details',
      'cameras/farm',
      'Cameras over and under water.',
      'video underwater',
      ['saltern'],
    ],
    [
      'lab-software',
      'Lab software will not start',
      'machines',
      'details',
      'software/lab',
      'Sounder logs, samplers and their programs.',
      'sounder program update',
      ['heron'],
    ],
    [
      'shore-network',
      'No network ashore',
      'machines',
      'details',
      'network/ashore',
      'Offices, workshops and landings without a connection.',
      'internet cable switch',
    ],
    [
      'new-crew',
      'New crew member',
      'people',
      'joiner',
      'people/joining',
      'Everything for somebody who starts: accounts, mail, machine.',
      'joiner starter account',
      ['merrow', 'port'],
    ],
    [
      'leaver',
      'Somebody leaves',
      'people',
      'details',
      'people/leaving',
      'Close accounts and take machines back.',
      'leaver close account',
    ],
    [
      'manifest-access',
      'Access to the manifest',
      'people',
      'details',
      'access/manifest',
      'Who is on board is shown to few; say why it is needed.',
      'permission passenger list',
      ['merrow'],
    ],
    [
      'sign-in',
      'I cannot sign in',
      'people',
      'details',
      'access/sign-in',
      'Forgotten words, locked accounts, new telephones.',
      'password locked account',
    ],
    [
      'loan-laptop',
      'Loan laptop',
      'people',
      'loan',
      'loans/laptop',
      'For a voyage, a survey or an exhibition.',
      'computer borrow',
    ],
    [
      'something-else',
      'Something else',
      'people',
      'general',
      'software',
      'Tell us in your words; we find out who can help.',
      'other help question',
    ],
  ] as Shelf[]
).map(([id, name, group, form, category, description, keywords, portals]) => {
  return {
    id,
    name,
    group,
    form,
    category,
    description,
    keywords: keywords.split(' '),
    kind: KIND_OF[id] ?? 'fault',
    desk: group === 'gate' ? 'crews' : 'house',
    portals: portals ?? [],
    ...(TITLES[form] && { title: TITLES[form] }),
    ...(ICONS[id] && { icon: ICONS[id] }),
    ...(CONFIDENTIAL.has(id) && { confidential: true }),
  }
})

const row = (id: string, cells: Cell[], outcome: Record<string, string>): Row => ({ id, cells, outcome })

const ROUTING: Row[] = [
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
  row('lab', [under('software'), null, null, null], { queue: 'counter', team: 'front-counter' }),
  row('farm', [under('cameras'), null, null, null], { queue: 'field', team: 'field-crew' }),
]

const WEIGHT: Row[] = [
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
const WEIGHTS: Record<string, Pick<Design['priorities'][number], 'weight' | 'expected'>> = {
  p1: { weight: 8, expected: 'Somebody works on it until it is solved.' },
  p2: { weight: 4, expected: 'Usually solved the same day.' },
  p3: { weight: 2, expected: 'Usually solved within two working days.' },
  p4: { expected: 'Usually solved within a week.' },
  p5: { expected: 'Done when it fits, within some weeks.' },
}

/** What a technician must know, beyond what everybody of the team knows. */
const SKILLS: DecisionTable = {
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
const SIGNALS: SignalRules = {
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

const both = (
  respond: Record<string, string>,
  resolve: Record<string, string>,
  calendar: Target['calendar'] = 'site',
) =>
  [
    { target: 'respond', label: 'Answer', granted: respond, calendar, pauseIn: [], stopOn: 'reply' },
    { target: 'resolve', label: 'Solve', granted: resolve, calendar, pauseIn: ['waiting'], stopOn: 'done' },
  ] satisfies Design['serviceLevels'][number]['targets']

const by = (p1: string, p2: string, p3: string, p4: string, p5: string) => ({ p1, p2, p3, p4, p5 })

/** The design of the Sound Commons, edition 1 of the demo; each call gives a copy of its own. */
export function demoDesign(): Design {
  return structuredClone(makeDesign())
}

function makeDesign(): Design {
  const first = firstDesign('The Sound Commons', 'Europe/London', 'front-counter')
  const portal = (id: string, name: string, motto: string, organisation: string) => ({
    id,
    name,
    motto,
    organisations: [organisation],
    mailbox: `help@${id}.sound.example`,
    inactivityMinutes: 15,
    byMail: { item: 'something-else', unknown: 'refuse' as const },
  })
  return {
    ...first,
    desk: { name: 'The Sound Commons', zone: 'Europe/London', calendar: 'desk' },
    calendars: CALENDARS,
    priorities: first.priorities.map((one) => ({ ...one, ...WEIGHTS[one.id] })),
    categories: CATEGORIES,
    kinds: [...first.kinds, ...kindsBeside(oneAt(first.kinds, 0))],
    questions: QUESTIONS,
    fields: [...first.fields, ...FIELDS],
    forms: FORMS,
    groups: [
      ['gate', 'At the gate and on board'],
      ['tills', 'Tills and booking'],
      ['machines', 'Screens, machines, networks'],
      ['people', 'People and access'],
    ].map(([id, name]) => ({ id: id!, name: name! })),
    items: ITEMS,
    portals: [
      // Half of its landings are Norwegian.
      {
        ...portal('merrow', 'Merrow Line', 'help at sea and ashore', 'merrow'),
        languages: ['en', 'nb'],
        colleagues: ['ask', 'see'],
      },
      portal('port', 'Hallin Port Trust', 'help for the harbour', 'port'),
      portal('heron', 'Grey Heron Observatory', 'help on the skerry', 'heron'),
      // What may be paid for by itself is looked at before anything is promised.
      {
        ...portal('lantern', 'Lantern Rock Museum', 'help at the light', 'lantern'),
        holds: true,
        triesFirst: true,
      },
      { ...portal('saltern', 'Saltern Kelp Works', 'help on the farms', 'saltern'), holds: true },
    ],
    triage: {
      ...first.triage,
      weight: {
        ...first.triage.weight,
        columns: ['category', 'form.gates', 'form.boardingStopped'],
        rows: WEIGHT,
      },
      routing: {
        ...first.triage.routing,
        columns: ['category', 'site', 'cover', 'form.boardingStopped'],
        rows: ROUTING,
      },
      otherwise: { queue: 'counter', team: 'front-counter' },
      skills: SKILLS,
      departments: { 'Traffic room': 'p2', Boarding: 'p3' },
      signals: SIGNALS,
      assignment: Object.fromEntries(
        [
          'front-counter',
          'bridge-radio',
          'networks',
          'booking-tills',
          'devices-workshop',
          'access-accounts',
          'field-crew',
        ].map((team) => [team, 'leastLoaded' as const]),
      ),
    },
    serviceLevels: [
      {
        id: 'boarding',
        name: 'Boarding stopped',
        when: { all: [{ fact: 'form.boardingStopped', op: 'is', value: true }] },
        targets: both(
          by('PT15M', 'PT30M', 'PT30M', 'PT1H', 'PT1H'),
          by('PT2H', 'PT4H', 'PT4H', 'PT8H', 'PT8H'),
          { calendar: 'clock' },
        ),
      },
      {
        id: 'round-the-clock',
        name: 'Round the clock',
        when: { all: [{ fact: 'cover', op: 'is', value: 'Round the clock' }] },
        targets: both(
          by('PT30M', 'PT2H', 'PT12H', 'PT24H', 'PT36H'),
          by('PT4H', 'PT8H', 'PT24H', 'PT72H', 'PT120H'),
          { calendar: 'clock' },
        ),
      },
      {
        id: 'office-hours',
        name: 'Office hours',
        when: { all: [{ fact: 'cover', op: 'is', value: 'Office hours' }] },
        targets: both(
          by('PT1H', 'PT2H', 'PT8H', 'PT16H', 'PT16H'),
          by('PT8H', 'PT16H', 'PT24H', 'PT40H', 'PT80H'),
          'agreement',
        ),
      },
      {
        id: 'otherwise',
        name: 'Without an agreement',
        when: { all: [] },
        targets: both(
          by('PT2H', 'PT4H', 'PT16H', 'PT24H', 'PT40H'),
          by('PT16H', 'PT24H', 'PT40H', 'PT80H', 'PT120H'),
        ),
      },
      MAJOR_LEVEL,
    ],
    ladders: LADDERS(),
    rotas: ROTAS(),
    webhooks: WEBHOOKS,
    translations: [NORWEGIAN],
    kept: [],
    ...WORK,
  }
}
