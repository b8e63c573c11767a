import { atShare } from '../../ladder'
import { weekly } from '../../time/calendar'
import { is, promises, required, type Sketch } from './sketch'

/** A small desk that looks after the machines and accounts of its own house. */
export const HOUSE: Sketch = {
  id: 'own-house',
  name: 'A small desk for one’s own house',
  says: 'One team looks after the machines, accounts and programs of colleagues, in office hours.',
  teams: [{ id: 'first-line', name: 'First line' }],
  queues: [{ id: 'all', name: 'All requests', team: 'first-line' }],
  groups: [
    { id: 'broken', name: 'Something does not work' },
    { id: 'wanted', name: 'Something is needed' },
    { id: 'people', name: 'Colleagues who come and go' },
  ],
  categories: [
    { id: 'general', name: 'General' },
    { id: 'machines', name: 'Machines' },
    { id: 'machines/screens', name: 'Screens and keyboards' },
    { id: 'machines/printers', name: 'Printers' },
    { id: 'accounts', name: 'Accounts and access' },
    { id: 'programs', name: 'Programs' },
    { id: 'network', name: 'Network' },
    { id: 'coming-and-going', name: 'Coming and going' },
  ],
  kinds: [
    { id: 'fault', name: 'Fault' },
    {
      id: 'request',
      name: 'Request',
      statuses: [
        { id: 'on-order', name: 'On order', group: 'waiting', plainly: 'We have ordered it', gate: [] },
      ],
      ways: [
        ['in-hand', 'on-order', 'Order it'],
        ['on-order', 'in-hand', 'It has come'],
      ],
      solved: { name: 'Handed over', plainly: 'You have it' },
    },
  ],
  questions: [
    {
      ...{ name: 'worksMeanwhile', label: 'Can you work meanwhile?', type: 'choice' },
      options: [
        { value: 'yes', label: 'yes' },
        { value: 'hardly', label: 'hardly' },
        { value: 'no', label: 'no' },
      ],
    },
    {
      ...{ name: 'whom', label: 'Whom does it touch?', type: 'choice' },
      options: [
        { value: 'me', label: 'only me' },
        { value: 'team', label: 'my team' },
        { value: 'all', label: 'everybody' },
      ],
    },
    { name: 'neededBy', label: 'By when do you need it?', type: 'date' },
    { name: 'why', label: 'What is it for?', type: 'longText' },
    { name: 'colleague', label: 'What is the colleague’s name?', type: 'text', maxLength: 80 },
    { name: 'day', label: 'On which day?', type: 'date' },
  ],
  items: [
    {
      ...{ id: 'something-else', name: 'Something is broken, or you do not know', icon: 'question' },
      description: 'Tell us in your words; we find out who can help.',
      keywords: ['help', 'broken', 'missing', 'question'],
      ...{ group: 'broken', kind: 'fault', category: 'general' },
      // Whatever comes by mail or from a program can be this too, so it asks for no more than a line.
      asks: [required('summary'), 'details', 'worksMeanwhile', 'whom'],
    },
    {
      ...{ id: 'machine', name: 'A computer, screen or printer does not work' },
      description: 'It does not start, shows nothing or prints nothing.',
      keywords: ['laptop', 'monitor', 'keyboard', 'printer', 'paper'],
      ...{ group: 'broken', kind: 'fault', category: 'machines' },
      asks: [required('summary'), 'details', required('worksMeanwhile'), required('whom')],
    },
    {
      ...{ id: 'sign-in', name: 'You cannot sign in' },
      description: 'The password is forgotten, or the account is locked.',
      keywords: ['password', 'account', 'locked', 'login'],
      ...{ group: 'broken', kind: 'fault', category: 'accounts' },
      asks: [required('summary'), required('worksMeanwhile')],
    },
    {
      ...{ id: 'network', name: 'The network is slow or away' },
      description: 'Pages do not come, or calls break off.',
      keywords: ['internet', 'wifi', 'slow', 'connection'],
      ...{ group: 'broken', kind: 'fault', category: 'network' },
      asks: [required('summary'), 'details', required('worksMeanwhile'), required('whom')],
    },
    {
      ...{ id: 'program', name: 'A program' },
      description: 'One that you need and do not have yet.',
      keywords: ['software', 'licence', 'install'],
      ...{ group: 'wanted', kind: 'request', category: 'programs', expected: 'Usually within a week' },
      asks: [required('summary'), required('why'), 'neededBy'],
    },
    {
      ...{ id: 'equipment', name: 'A machine or what belongs to it' },
      description: 'A second screen, a headset, a larger disk.',
      keywords: ['laptop', 'screen', 'headset', 'mouse'],
      ...{ group: 'wanted', kind: 'request', category: 'machines', expected: 'Usually within two weeks' },
      asks: [required('summary'), required('why'), 'neededBy'],
    },
    {
      ...{ id: 'access', name: 'Access to a folder or a program' },
      description: 'Say what you need to see, and who may allow it.',
      keywords: ['rights', 'permission', 'folder', 'share'],
      ...{ group: 'wanted', kind: 'request', category: 'accounts' },
      asks: [required('summary'), required('why')],
    },
    {
      ...{ id: 'new-colleague', name: 'Somebody new comes', title: ['colleague'] },
      description: 'Account, machine and access for the first day.',
      keywords: ['joiner', 'starter', 'first day'],
      ...{ group: 'people', kind: 'request', category: 'coming-and-going' },
      asks: [required('colleague'), required('day'), 'details'],
    },
    {
      ...{ id: 'colleague-leaves', name: 'Somebody leaves', title: ['colleague'] },
      description: 'What is closed, and what comes back.',
      keywords: ['leaver', 'last day'],
      ...{ group: 'people', kind: 'request', category: 'coming-and-going' },
      asks: [required('colleague'), required('day'), 'details'],
    },
  ],
  calendars: (zone) => [
    {
      ...{ id: 'office', name: 'Office hours', zone, exceptions: [] },
      week: weekly([1, 2, 3, 4, 5], '09:00', '17:30'),
    },
  ],
  sourceOrder: ['category', 'requester', 'impactUrgency'],
  weight: {
    columns: ['form.whom', 'form.worksMeanwhile'],
    rows: [
      { id: 'all-stopped', cells: [is('all'), is('no')], outcome: { impact: 'high', urgency: 'high' } },
      { id: 'all', cells: [is('all'), null], outcome: { impact: 'high', urgency: 'medium' } },
      { id: 'team-stopped', cells: [is('team'), is('no')], outcome: { impact: 'medium', urgency: 'high' } },
      { id: 'team', cells: [is('team'), null], outcome: { impact: 'medium', urgency: 'medium' } },
      { id: 'stopped', cells: [null, is('no')], outcome: { impact: 'low', urgency: 'high' } },
      { id: 'works', cells: [null, is('yes')], outcome: { impact: 'low', urgency: 'low' } },
    ],
  },
  routes: [['general', 'all', 'first-line']],
  levels: [
    {
      ...{ id: 'standard', name: 'Office hours', when: { all: [] } },
      targets: promises(
        ['PT1H', 'PT2H', 'PT4H', 'PT8H', 'PT16H'],
        ['PT4H', 'PT8H', 'PT16H', 'PT24H', 'PT40H'],
      ),
    },
  ],
  ladders: [
    {
      ...{ id: 'nobody-answered', name: 'Nobody has answered', target: 'respond', when: { all: [] } },
      rungs: [
        atShare('half', 0.5, [{ to: 'technician' }]),
        atShare('four-fifths', 0.8, [{ to: 'teamLead' }]),
      ],
    },
    {
      ...{ id: 'not-solved', name: 'Not solved in time', target: 'resolve', when: { all: [] } },
      rungs: [atShare('four-fifths', 0.8, [{ to: 'technician' }, { to: 'teamLead' }])],
    },
  ],
  checklists: [
    {
      ...{ id: 'first-day', name: 'First day', when: { fact: 'item', op: 'is', value: 'new-colleague' } },
      tasks: [
        { text: 'Account and mail address', required: true },
        { text: 'Machine, screen and telephone laid ready' },
        { text: 'Access that the team has' },
        { text: 'Somebody shows them round on the day' },
      ],
    },
    {
      ...{ id: 'last-day', name: 'Last day', when: { fact: 'item', op: 'is', value: 'colleague-leaves' } },
      tasks: [
        { text: 'Account closed at the end of the day', required: true },
        { text: 'Machine and keys are back', required: true },
        { text: 'Mail and files handed over to whom the team names' },
      ],
    },
  ],
  margin: {
    catalog:
      'Nine things to ask for, in three groups that say what a colleague feels, not who mends it. The first takes whatever fits nowhere else; keep one such item.',
    questions:
      'Two questions, whom it touches and whether one can work meanwhile, are asked by every fault. They are all that a priority is made of, so nobody picks one.',
    kinds:
      'A fault is mended, a request is handed over: each has the statuses that it needs. What is on order waits, and waiting stops the clock of solving.',
    'triage/categories':
      'Few to begin with. Add one when somebody asks how many of something there were, not before.',
    'triage/how-bad':
      'The two answers give impact and urgency. Where neither is asked, as for requests, no row fits and it is medium.',
    'triage/source-order':
      'A category or a person may have a priority of its own; where none has, impact and urgency decide.',
    'triage/where-it-goes': 'One team, so all goes to it. A second team begins with a first row here.',
    'triage/who-gets-it': 'Whoever has the least on their hands gets the next one.',
    'working-time':
      'Weekdays from 9:00 to 17:30. Put your holidays in before you open: promises rest on them.',
    'service-levels':
      'One level for everybody. The times are common practice; change them to what you can keep.',
    ladders: 'Whoever has it hears at half of the time, the lead of the team at four fifths.',
    moves: 'Two checklists come by themselves, for the first and the last day of a colleague.',
    templates: 'Everything that the desk writes by itself. Read each once and make it sound like you.',
    portals:
      'One portal for everybody, with its own mail address. Colleagues sign in and see what they asked.',
  },
}
