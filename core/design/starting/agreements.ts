import { atShare } from '../../ladder'
import { weekly } from '../../time/calendar'
import type { SignalCell } from '../design'
import { is, promises, required, under, type Sketch } from './sketch'

const CLOCK = 'round-the-clock'
const OFFICE = 'office-hours'
const JOB = 'by-the-job'

const cell = (item: string, priority: string): SignalCell => ({ item, priority })

/** A desk that serves several organisations, each by what it has bought. */
export const AGREEMENTS: Sketch = {
  id: 'agreements',
  name: 'A desk that serves several organisations under agreements',
  says: 'Organisations have bought different covers; what they were promised follows from their agreement.',
  teams: [
    { id: 'first-line', name: 'First line' },
    { id: 'networks', name: 'Networks' },
    { id: 'on-site', name: 'On site' },
  ],
  queues: [
    { id: 'all', name: 'New requests', team: 'first-line' },
    { id: 'networks', name: 'Networks', team: 'networks' },
    { id: 'visits', name: 'Visits', team: 'on-site' },
  ],
  covers: [
    { id: CLOCK, name: 'Round the clock' },
    { id: OFFICE, name: 'Office hours' },
    { id: JOB, name: 'By the job' },
  ],
  groups: [
    { id: 'broken', name: 'Something does not work' },
    { id: 'wanted', name: 'Changes and questions' },
  ],
  categories: [
    { id: 'general', name: 'General' },
    { id: 'machines', name: 'Machines' },
    { id: 'machines/servers', name: 'Servers' },
    { id: 'machines/workplaces', name: 'Workplaces' },
    { id: 'network', name: 'Network' },
    { id: 'network/lines', name: 'Lines' },
    { id: 'network/wireless', name: 'Wireless' },
    { id: 'visits', name: 'Work on site' },
    { id: 'agreement', name: 'Agreement and invoices' },
  ],
  kinds: [
    { id: 'fault', name: 'Fault' },
    {
      id: 'change',
      name: 'Change',
      statuses: [
        {
          ...{ id: 'day-agreed', name: 'Day is agreed', group: 'waiting' },
          ...{ plainly: 'We have agreed on a day', gate: [] },
        },
      ],
      ways: [
        ['in-hand', 'day-agreed', 'Agree on a day'],
        ['day-agreed', 'in-hand', 'Begin'],
      ],
      solved: { name: 'Done', plainly: 'Done' },
    },
  ],
  questions: [
    { name: 'standsStill', label: 'Does work stand still because of it?', type: 'yesNo' },
    { name: 'where', label: 'At which site is it?', type: 'site' },
    { name: 'which', label: 'Which machine is it?', type: 'equipment' },
    { name: 'notBefore', label: 'Not before which day?', type: 'date' },
  ],
  items: [
    {
      ...{ id: 'something-else', name: 'Something does not work', icon: 'question' },
      description: 'Tell us in your words; we find out who can help.',
      keywords: ['help', 'broken', 'question'],
      ...{ group: 'broken', kind: 'fault', category: 'general' },
      // Whatever comes by mail or from a program can be this too, so it asks for no more than a line.
      asks: [required('summary'), 'details', 'where', 'standsStill'],
    },
    {
      ...{ id: 'machine', name: 'A machine does not work' },
      description: 'A server or a workplace that your agreement covers.',
      keywords: ['server', 'computer', 'printer'],
      ...{ group: 'broken', kind: 'fault', category: 'machines' },
      asks: [required('summary'), 'which', 'details', required('standsStill')],
    },
    {
      ...{ id: 'line', name: 'The network is slow or away' },
      description: 'A line, a wireless network, or what hangs on it.',
      keywords: ['internet', 'wifi', 'line', 'connection'],
      ...{ group: 'broken', kind: 'fault', category: 'network' },
      asks: [required('summary'), 'where', 'details', required('standsStill')],
    },
    {
      ...{ id: 'change', name: 'Something shall be changed' },
      description: 'A new workplace, another setting, more room on a disk.',
      keywords: ['new', 'move', 'more'],
      ...{ group: 'wanted', kind: 'change', category: 'general' },
      asks: [required('summary'), required('details'), 'where', 'notBefore'],
    },
    {
      ...{ id: 'visit', name: 'Somebody shall come' },
      description: 'Work at your site, on a day that we agree on.',
      keywords: ['visit', 'technician', 'on site'],
      ...{ group: 'wanted', kind: 'change', category: 'visits' },
      asks: [required('summary'), required('where'), 'details', 'notBefore'],
    },
    {
      ...{ id: 'agreement', name: 'A question about your agreement' },
      description: 'What is covered, until when, and what was used.',
      keywords: ['contract', 'invoice', 'cover', 'price'],
      ...{ group: 'wanted', kind: 'change', category: 'agreement' },
      asks: [required('summary'), 'details'],
    },
  ],
  calendars: (zone) => [
    {
      ...{ id: 'office', name: 'Office hours', zone, exceptions: [] },
      week: weekly([1, 2, 3, 4, 5], '08:00', '18:00'),
    },
    {
      ...{ id: 'always', name: 'Round the clock', zone, exceptions: [] },
      week: weekly([1, 2, 3, 4, 5, 6, 7], '00:00', '24:00'),
    },
  ],
  sourceOrder: ['agreement', 'site', 'category', 'impactUrgency'],
  weight: {
    columns: ['category', 'form.standsStill'],
    rows: [
      {
        id: 'line-stands',
        cells: [under('network'), is(true)],
        outcome: { impact: 'high', urgency: 'high' },
      },
      { id: 'stands', cells: [null, is(true)], outcome: { impact: 'medium', urgency: 'high' } },
      { id: 'network', cells: [under('network'), null], outcome: { impact: 'medium', urgency: 'medium' } },
      { id: 'agreement', cells: [under('agreement'), null], outcome: { impact: 'low', urgency: 'low' } },
    ],
  },
  routes: [
    ['general', 'all', 'first-line'],
    ['network', 'networks', 'networks'],
    ['visits', 'visits', 'on-site'],
  ],
  levels: [
    {
      ...{ id: CLOCK, name: 'Round the clock', when: { fact: 'cover', op: 'is', value: CLOCK } },
      targets: promises(
        ['PT30M', 'PT1H', 'PT4H', 'PT8H', 'PT24H'],
        ['PT4H', 'PT8H', 'PT24H', 'PT48H', 'PT120H'],
        { calendar: 'always' },
      ),
    },
    {
      ...{ id: OFFICE, name: 'Office hours', when: { fact: 'cover', op: 'is', value: OFFICE } },
      targets: promises(
        ['PT1H', 'PT2H', 'PT8H', 'PT16H', 'PT20H'],
        ['PT8H', 'PT16H', 'PT30H', 'PT50H', 'PT100H'],
        'agreement',
      ),
    },
    {
      ...{ id: JOB, name: 'By the job, and without an agreement', when: { all: [] } },
      targets: promises(
        ['PT4H', 'PT8H', 'PT16H', 'PT20H', 'PT20H'],
        ['PT20H', 'PT40H', 'PT60H', 'PT100H', 'PT100H'],
      ),
    },
  ],
  ladders: [
    {
      ...{ id: 'nobody-answered', name: 'Nobody has answered', target: 'respond', when: { all: [] } },
      acknowledgementStops: true,
      rungs: [
        atShare('half', 0.5, [{ to: 'technician' }]),
        atShare('four-fifths', 0.8, [{ to: 'teamLead' }]),
      ],
    },
    {
      id: 'promise-broken',
      name: 'What was bought is not kept',
      target: 'resolve',
      when: { fact: 'cover', op: 'oneOf', value: [CLOCK, OFFICE] },
      rungs: [
        atShare('four-fifths', 0.8, [{ to: 'technician' }, { to: 'teamLead' }]),
        atShare('due', 1, [{ to: 'teamLead' }, { to: 'siteManager' }]),
      ],
    },
  ],
  checklists: [
    {
      ...{ id: 'before-a-visit', name: 'Before a visit', when: { fact: 'item', op: 'is', value: 'visit' } },
      tasks: [
        { text: 'The day is agreed with the site', required: true },
        { text: 'Parts and tools are packed' },
        { text: 'Somebody there has the key' },
      ],
    },
  ],
  signals: {
    kinds: [
      {
        ...{ id: 'line-down', name: 'A line is down', type: 'line.down' },
        ...{ clears: 'line.up', calmMinutes: 15 },
      },
      {
        ...{ id: 'machine-silent', name: 'A machine does not answer', type: 'machine.silent' },
        ...{ clears: 'machine.answers', calmMinutes: 10 },
      },
      { id: 'disk-full', name: 'A disk is nearly full', type: 'disk.full' },
    ],
    covers: [CLOCK, OFFICE, JOB],
    map: {
      'line-down': { [CLOCK]: cell('line', 'p1'), [OFFICE]: cell('line', 'p2'), [JOB]: null },
      'machine-silent': { [CLOCK]: cell('machine', 'p2'), [OFFICE]: cell('machine', 'p3'), [JOB]: null },
      'disk-full': { [CLOCK]: cell('machine', 'p3'), [OFFICE]: cell('machine', 'p4'), [JOB]: null },
    },
  },
  margin: {
    catalog: 'Six things to ask for. What an organisation has bought is nothing that it has to know to ask.',
    questions:
      'Whoever asks says where it is and whether work stands still. Machines are picked from those of their organisation.',
    kinds: 'A fault is mended; a change has a day that both agree on, and until then it waits.',
    'triage/categories':
      'What the teams do: network, machines, work on site. Questions of money have their own.',
    'triage/how-bad': 'That work stands still weighs most, and a network that is away weighs for many.',
    'triage/source-order':
      'An agreement may have a priority of its own and comes first, then the site; impact and urgency decide the rest.',
    'triage/where-it-goes': 'Network and visits have teams of their own; the first line has all else.',
    'triage/who-gets-it': 'Whoever has the least on their hands gets the next one, team by team.',
    'triage/signals':
      'The same signal weighs more where more was bought. By the job nothing is watched, so it is passed over on purpose.',
    'working-time':
      'Office hours, and all hours for whoever bought them. An agreement can name hours of its own.',
    'service-levels':
      'One level for each cover, and the last for everybody else, so that no ticket is without a promise. Add a cover in the directory, then a level here.',
    ladders:
      'Where a promise that was paid for breaks, the manager of the site hears of it from you and not by chance.',
    moves: 'Before a visit a checklist comes by itself.',
    templates: 'Everything that the desk writes by itself. Read each once and make it sound like you.',
    portals: 'One portal for all to begin with. Copy it for an organisation that shall have its own address.',
  },
}
