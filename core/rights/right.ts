/** Something that somebody of the desk may do, or may not; a role is a set of these. */
interface Described {
  /** On the screen where a role is put together. */
  label: string
  /** What comes with it, where the label does not say it all. */
  note?: string
  under: keyof typeof UNDER
}

/** Headings under which rights stand. */
export const UNDER = {
  tickets: 'Tickets',
  promises: 'Promises and time',
  knowledge: 'Knowledge and notices',
  design: 'Design',
  directory: 'People and places',
  desk: 'The desk itself',
} as const

/** Every right, in the order in which a role lists them. What a route or a command asks for is one of these. */
export const RIGHTS = {
  seeTickets: {
    under: 'tickets',
    label: 'See tickets',
    note: 'In lists and views, by search and in files; those within the reach of the role.',
  },
  workTickets: {
    under: 'tickets',
    label: 'Work on tickets',
    note: 'Reply, write notes, make moves, set fields and tasks, book, log own time.',
  },
  sortTickets: {
    under: 'tickets',
    label: 'Correct what triage said',
    note: 'Category, priority, queue and team, one by one or of many.',
  },
  assignTickets: {
    under: 'tickets',
    label: 'Give tickets to others',
    note: 'Who works on tickets takes them for themselves without it.',
  },
  everyQueue: {
    under: 'tickets',
    label: 'See queues that are open to some teams only',
  },
  declareMajor: {
    under: 'tickets',
    label: 'Declare a major fault',
    note: 'And end it, and tell everybody who is touched by it.',
  },
  logTickets: {
    under: 'tickets',
    label: 'Log for somebody',
    note: 'Also what came as a mail that nothing could be made of.',
  },
  acceptArrivals: {
    under: 'tickets',
    label: 'Accept arrivals, or turn them away',
  },
  sendSignals: { under: 'tickets', label: 'Report signals', note: 'For the programs that watch machines.' },
  extendPromises: {
    under: 'promises',
    label: 'Extend promises',
    note: 'Who works on tickets pauses and resumes them without it.',
  },
  manageTime: {
    under: 'promises',
    label: 'See and correct the time of others',
  },
  planPeople: {
    under: 'promises',
    label: 'Plan people',
    note: 'Shifts, absences and rotas of others; hand over what somebody has. Their own everybody says.',
  },
  writeKnowledge: { under: 'knowledge', label: 'Write articles' },
  retireKnowledge: { under: 'knowledge', label: 'Take articles out, and put them back' },
  writeNotices: { under: 'knowledge', label: 'Say in portals what is broken' },
  changeDesign: {
    under: 'design',
    label: 'Change the draft',
    note: 'And try it; what others designed everybody of the desk reads.',
  },
  publishDesign: { under: 'design', label: 'Publish editions', note: 'And let open tickets follow them.' },
  makeQuestions: { under: 'design', label: 'Make questions and fields where only some may' },
  everyDesk: { under: 'design', label: 'Change what is the own of other desks' },
  setSecrets: { under: 'design', label: 'Give webhooks their secrets' },
  seeDirectory: { under: 'directory', label: 'See people and places' },
  addRequesters: { under: 'directory', label: 'Add people who ask, and invite them' },
  changeDirectory: {
    under: 'directory',
    label: 'Change people and places',
    note: 'Also by file, merge what is there twice, put away, read the record of changes.',
  },
  repairEquipment: { under: 'directory', label: 'Send equipment to be repaired' },
  changePeople: {
    under: 'directory',
    label: 'Let people work at the desk',
    note: 'Their role, their mail and identifier; nobody gives rights that are not their own.',
  },
  composeRoles: { under: 'desk', label: 'Put roles together' },
  manageAccess: {
    under: 'desk',
    label: 'See and end the access of others',
    note: 'Sessions, tokens and invitations of people of the desk.',
  },
  makeTokens: { under: 'desk', label: 'Make tokens for programs' },
  pairPartners: {
    under: 'desk',
    label: 'Pair with partner desks',
    note: 'Make and type codes, end a pairing; what goes over says who designs.',
  },
  shareViews: { under: 'desk', label: 'Share views with the desk' },
  seeMessages: { under: 'desk', label: 'See all messages and the stand-ins' },
  repeatMessages: { under: 'desk', label: 'Try messages again, and set the stand-ins' },
} as const satisfies Readonly<Record<string, Described>>

export type Right = keyof typeof RIGHTS

/** All of them, in that order. */
export const RIGHT_NAMES = Object.keys(RIGHTS) as readonly Right[]

/** What an administrator has. */
export const EVERY_RIGHT: ReadonlySet<Right> = new Set(RIGHT_NAMES)

/** Whether a word is the name of a right. */
export const isRight = (word: string): word is Right => Object.hasOwn(RIGHTS, word)

/** What is known of a right. */
export const aboutRight = (right: Right): Described => RIGHTS[right]

/** Whoever has one of these lets others in: they are changed only by those who have them as well. */
export const LETTING_IN: readonly Right[] = ['changePeople', 'composeRoles', 'manageAccess']
