import { atShare } from '../../ladder'
import { weekly } from '../../time/calendar'
import { is, promises, required, under, type Sketch } from './sketch'

/** A desk for what stands and runs: rooms, doors, heating, lifts and machines. */
export const BUILDINGS: Sketch = {
  id: 'buildings',
  name: 'A desk for buildings and machines',
  says: 'Caretakers and trades look after rooms, heating, lifts and machines; danger comes before everything.',
  teams: [
    { id: 'caretakers', name: 'Caretakers' },
    { id: 'trades', name: 'Trades' },
  ],
  queues: [
    { id: 'house', name: 'House', team: 'caretakers' },
    { id: 'trades', name: 'Trades', team: 'trades' },
  ],
  groups: [
    { id: 'damage', name: 'Something is damaged' },
    { id: 'rooms', name: 'Rooms and events' },
  ],
  categories: [
    { id: 'house', name: 'House' },
    { id: 'house/doors', name: 'Doors and locks' },
    { id: 'house/cleaning', name: 'Cleaning' },
    { id: 'rooms', name: 'Rooms' },
    { id: 'supply', name: 'Heat, water and light' },
    { id: 'supply/heating', name: 'Heating and cooling' },
    { id: 'supply/water', name: 'Water' },
    { id: 'supply/light', name: 'Light and power' },
    { id: 'lifts', name: 'Lifts' },
    { id: 'machines', name: 'Machines' },
  ],
  kinds: [
    {
      id: 'damage',
      name: 'Damage',
      statuses: [
        {
          ...{ id: 'visit-planned', name: 'Visit is planned', group: 'waiting' },
          ...{ plainly: 'Somebody comes by', gate: [] },
        },
        { id: 'on-site', name: 'On site', group: 'active', plainly: 'Somebody is there', gate: [] },
      ],
      ways: [
        ['in-hand', 'visit-planned', 'Plan a visit'],
        ['visit-planned', 'on-site', 'Arrive'],
        ['on-site', 'solved', 'It is mended'],
        ['on-site', 'visit-planned', 'Come again'],
      ],
      solved: { name: 'Mended', plainly: 'It is mended' },
    },
    { id: 'order', name: 'Order', solved: { name: 'Done', plainly: 'Done' } },
  ],
  questions: [
    { name: 'danger', label: 'Is anybody in danger, or does it get worse by the hour?', type: 'yesNo' },
    { name: 'room', label: 'In which room, or where?', type: 'text', maxLength: 80 },
    { name: 'machine', label: 'Which machine is it?', type: 'equipment' },
    { name: 'photo', label: 'A photograph, if you have one', type: 'attachment' },
    { name: 'day', label: 'On which day?', type: 'date' },
    { name: 'people', label: 'For how many people?', type: 'number', min: 1, max: 2000 },
  ],
  items: [
    {
      ...{ id: 'something-else', name: 'Something is damaged or missing', icon: 'question' },
      description: 'Tell us in your words, and where.',
      keywords: ['broken', 'damage', 'help'],
      ...{ group: 'damage', kind: 'damage', category: 'house', title: ['summary', 'room'] },
      asks: [required('danger'), required('room'), required('summary'), 'details', 'photo'],
    },
    {
      ...{ id: 'door', name: 'A door or a lock' },
      description: 'It does not open, does not shut, or a key is lost.',
      keywords: ['key', 'lock', 'gate', 'window'],
      ...{ group: 'damage', kind: 'damage', category: 'house/doors', title: ['summary', 'room'] },
      asks: [required('danger'), required('room'), required('summary'), 'photo'],
    },
    {
      ...{ id: 'supply', name: 'Heat, water or light' },
      description: 'It is too cold, something drips, a lamp is out.',
      keywords: ['heating', 'cold', 'leak', 'tap', 'lamp', 'power', 'socket'],
      ...{ group: 'damage', kind: 'damage', category: 'supply', title: ['summary', 'room'] },
      asks: [required('danger'), required('room'), required('summary'), 'details', 'photo'],
    },
    {
      ...{ id: 'lift', name: 'A lift stands still' },
      description: 'Say whether anybody is inside.',
      keywords: ['elevator', 'stuck'],
      ...{ group: 'damage', kind: 'damage', category: 'lifts', title: ['room'] },
      asks: [required('danger'), required('room'), 'details'],
    },
    {
      ...{ id: 'machine', name: 'A machine does not run' },
      description: 'One of those that we look after.',
      keywords: ['engine', 'pump', 'press', 'conveyor'],
      ...{ group: 'damage', kind: 'damage', category: 'machines' },
      asks: [required('danger'), 'machine', required('summary'), 'details', 'photo'],
    },
    {
      ...{ id: 'cleaning', name: 'Something shall be cleaned' },
      description: 'Spilt, dirty, or after an event.',
      keywords: ['clean', 'dirt', 'waste'],
      ...{ group: 'rooms', kind: 'order', category: 'house/cleaning', title: ['room'] },
      asks: [required('room'), 'details', 'day'],
    },
    {
      ...{ id: 'set-up', name: 'A room shall be set up' },
      description: 'Chairs, tables, screen and microphones for a day.',
      keywords: ['event', 'meeting', 'chairs', 'tables'],
      ...{ group: 'rooms', kind: 'order', category: 'rooms', title: ['room'] },
      asks: [required('room'), required('day'), 'people', 'details'],
    },
  ],
  calendars: (zone) => [
    {
      ...{ id: 'office', name: 'House hours', zone, exceptions: [] },
      week: [...weekly([1, 2, 3, 4, 5], '06:30', '20:00'), ...weekly([6], '08:00', '14:00')],
    },
    {
      ...{ id: 'always', name: 'At any hour', zone, exceptions: [] },
      week: weekly([1, 2, 3, 4, 5, 6, 7], '00:00', '24:00'),
    },
  ],
  sourceOrder: ['category', 'site', 'impactUrgency'],
  weight: {
    columns: ['form.danger', 'category'],
    rows: [
      { id: 'danger', cells: [is(true), null], outcome: { impact: 'high', urgency: 'high' } },
      { id: 'lifts', cells: [null, under('lifts')], outcome: { impact: 'high', urgency: 'medium' } },
      { id: 'machines', cells: [null, under('machines')], outcome: { impact: 'medium', urgency: 'high' } },
      { id: 'supply', cells: [null, under('supply')], outcome: { impact: 'medium', urgency: 'medium' } },
      { id: 'rooms', cells: [null, under('rooms')], outcome: { impact: 'low', urgency: 'medium' } },
      { id: 'house', cells: [null, under('house')], outcome: { impact: 'low', urgency: 'medium' } },
    ],
  },
  routes: [
    ['house', 'house', 'caretakers'],
    ['supply', 'trades', 'trades'],
    ['lifts', 'trades', 'trades'],
    ['machines', 'trades', 'trades'],
  ],
  levels: [
    {
      ...{ id: 'danger', name: 'Danger', when: { fact: 'form.danger', op: 'is', value: true } },
      targets: promises(
        ['PT15M', 'PT15M', 'PT15M', 'PT15M', 'PT15M'],
        ['PT2H', 'PT2H', 'PT4H', 'PT4H', 'PT4H'],
        { calendar: 'always' },
      ),
    },
    {
      ...{ id: 'house', name: 'House', when: { all: [] } },
      targets: promises(
        ['PT1H', 'PT2H', 'PT4H', 'PT8H', 'PT13H'],
        ['PT8H', 'PT13H', 'PT26H', 'PT40H', 'PT65H'],
      ),
    },
  ],
  ladders: [
    {
      id: 'danger',
      name: 'Danger, and nobody has it',
      target: 'respond',
      when: { fact: 'form.danger', op: 'is', value: true },
      acknowledgementStops: true,
      rungs: [
        {
          id: 'at-once',
          moment: { at: 'share', share: 0.2 },
          actions: [
            { do: 'notify', tell: [{ to: 'team' }, { to: 'teamLead' }], template: 'rung', urgent: true },
          ],
          repeat: { every: 'PT5M', times: 6, counted: 'elapsed' },
        },
      ],
    },
    {
      ...{ id: 'nobody-answered', name: 'Nobody has answered', target: 'respond' },
      when: { none: [{ fact: 'form.danger', op: 'is', value: true }] },
      rungs: [
        atShare('half', 0.5, [{ to: 'technician' }]),
        atShare('four-fifths', 0.8, [{ to: 'teamLead' }]),
      ],
    },
  ],
  checklists: [
    {
      ...{ id: 'make-safe', name: 'Make it safe', when: { fact: 'form.danger', op: 'is', value: true } },
      tasks: [
        { text: 'The place is closed off', required: true },
        { text: 'Power, water or gas is shut off where it must be' },
        { text: 'Whoever is near knows of it' },
      ],
    },
    {
      ...{ id: 'set-up', name: 'Set a room up', when: { fact: 'item', op: 'is', value: 'set-up' } },
      tasks: [
        { text: 'Tables and chairs as asked' },
        { text: 'Screen and microphones tried' },
        { text: 'Afterwards: as it was before' },
      ],
    },
  ],
  margin: {
    catalog:
      'Seven things to ask for. Each damage begins with the one question that matters: is there danger?',
    questions: 'Danger, where, and a photograph. A photograph saves the first visit more often than not.',
    kinds: 'A damage is visited: planned, on site, mended, or come again. An order is simply done.',
    'triage/categories':
      'After the trades that mend it, so that the reports of a year say where the house ages.',
    'triage/how-bad': 'Danger is always the highest. After it a lift that stands still, then machines.',
    'triage/source-order':
      'A category or a site may have a priority of its own; else impact and urgency decide.',
    'triage/where-it-goes': 'Supply, lifts and machines go to the trades, all else to the caretakers.',
    'triage/who-gets-it': 'Whoever has the least on their hands gets the next one.',
    'working-time':
      'The hours of the house, Saturday until 14:00. Danger counts at any hour, in the second calendar.',
    'service-levels':
      'Danger is answered within a quarter of an hour, day and night; the rest in house hours.',
    ladders:
      'In danger the whole team hears after three minutes, and again every five, until somebody says that they have it.',
    moves: 'Two checklists come by themselves: to make a place safe, and to set up a room.',
    templates: 'Everything that the desk writes by itself. Read each once and make it sound like you.',
    portals: 'One portal for everybody in the house, with its own mail address.',
  },
}
