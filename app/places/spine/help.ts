/** What a place is for, and how one begins there. */
export interface Help {
  /** The beginning of its address. */
  at: string
  place: string
  /** In a few sentences, the most important first. */
  says: readonly string[]
}

/** The longest address that fits says most. */
export const HELP: readonly Help[] = [
  {
    at: '/desk',
    place: 'Desk',
    says: [
      'All that is open, what falls due next on top. The figure at the end of a row is the time left of its promise; red is overdrawn.',
      'Press a row to open it beside the list. Each button of a ticket says beforehand what it will do; ∵ says why a value is as it is.',
      'This view … chooses which tickets, in what order, under which headings, and keeps that under a name.',
    ],
  },
  {
    at: '/bench',
    place: 'Bench',
    says: [
      'Your own day: what to do now lies open, the rest in the order that keeps most promises.',
      'Start begins its clock of work; the next start ends it. Why this order shows what another would keep.',
    ],
  },
  {
    at: '/arrivals',
    place: 'Arrivals',
    says: [
      'What came in and waits for somebody to accept it. Nothing is promised before.',
      'Beside each lies what the rules would make of it. Accept it so, change it first, ask the requester, merge it into another, or turn it away with a reason.',
    ],
  },
  {
    at: '/dispatch',
    place: 'Dispatch',
    says: [
      'Who is sent where and when. What is to be placed stands at the left; choose it, and the best places for it have letters: press one, or drag the row onto the board.',
      'What speaks against a place stands below the board before you let go. Whoever insists says why, and that is kept with it.',
      'A fixed time is moved with the arrow keys, made longer with Shift, and put there by Enter.',
    ],
  },
  {
    at: '/day',
    place: 'My day',
    says: [
      'Your fixed times of today and the next two days: where each is, who waits there, and how long the way is.',
      'Say when you set out, begin and are done; what you worked stands on the ticket then. Report what was done in words, with parts, pictures and a signature.',
      'It works without a connection: what you do is kept on the device and sent once when there is one.',
    ],
  },
  {
    at: '/deadlines',
    place: 'Deadlines',
    says: [
      'Every promise that runs, by what is left of it. The strip shows worked time, shut hours, pauses and the warnings on the way.',
      'A promise can be paused with a reason, or extended by those whose role may; both say beforehand what becomes of the due moment.',
    ],
  },
  {
    at: '/plans',
    place: 'Plans under way',
    says: [
      'Larger requests by the stage in which they are: who has what of each, what is late, and when all of it is expected to be done.',
      'A request of which several stages are open stands in each of them; one that waits for a day stands where it opens next.',
    ],
  },
  {
    at: '/messages',
    place: 'Messages',
    says: [
      'Everything the desk has told anybody, on which way, and what became of it.',
      'What was given up can be tried again; what waits for quiet hours can go at once.',
    ],
  },
  {
    at: '/my/messages',
    place: 'For me',
    says: ['What you were told, newest first; below it, how you want to be told, and when not.'],
  },
  {
    at: '/my/access',
    place: 'Your access',
    says: [
      'Your password, where you are signed in just now, and the tokens by which programs act in your name. Each can be ended.',
    ],
  },
  {
    at: '/knowledge',
    place: 'Knowledge',
    says: [
      'Articles for requesters or for the desk, and what the portals say is broken just now.',
      'An article is found by its words while somebody types a request; how many it has solved stands beside it.',
    ],
  },
  {
    at: '/find',
    place: 'Find',
    says: [
      'Whatever was ever written on a ticket, also with typing errors. A word in quotation marks is looked for as it stands.',
    ],
  },
  {
    at: '/log',
    place: 'Log for somebody',
    says: [
      'A request that somebody makes by telephone: name who asks or the number of their agreement, and the form follows.',
      'Who or what is missing in the directory is added from there; at the end stand the times to read out.',
    ],
  },
  {
    at: '/partners',
    place: 'Partner desks',
    says: [
      'Desks of other houses that tickets are exchanged with, and how the line to each stands.',
      'Two desks pair by a code: one makes it, the other types it with the address. It holds once, for a quarter of an hour, and goes over on another way than the network.',
      'Either side can end a pairing; what waits for a desk that cannot be reached goes by itself as soon as it can.',
    ],
  },
  {
    at: '/directory',
    place: 'People and places',
    says: [
      'Everybody and everything that the desk has to know: for whom it works, who works, and the words that are chosen from. What still keeps it from opening stands on top, each with what to do.',
      'A field is changed where it stands and holds from then on. What is put away stays with the tickets that name it, and can be taken back.',
      'Each list is a file as well, taken out and in, with a look at every line before anything is taken.',
    ],
  },
  {
    at: '/design',
    place: 'Design',
    says: [
      'What can be asked for, how it is sorted, what is promised, and who hears of it. All of it is a draft until it is published.',
      'What is odd stands in the margin beside the line it concerns. Try a ticket’s number where a page offers it: it says what the rules would do.',
      'Publishing makes the next edition; open tickets keep theirs or follow, as you say.',
    ],
  },
  {
    at: '/standins',
    place: 'Stand-ins',
    says: [
      'What would be outside: mails, the chat room, telephones, pagers and a monitor, for trying the desk without them.',
    ],
  },
]

/** What is said of a place; nothing where its name says it. */
export const helpAt = (path: string): Help | undefined =>
  HELP.filter(({ at }) => path === at || path.startsWith(`${at}/`)).sort(
    (a, b) => b.at.length - a.at.length,
  )[0]
