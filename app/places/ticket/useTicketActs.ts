import type { AskedField, FieldValue } from '~~/core/fields'
import { openPause } from '~~/core/clock'
import { present } from '~~/core/lookup'
import { listInWords } from '~~/core/words'
import { actsOf, keysOfActs, nextAct, type MoveIcon } from '~~/core/work'
import type { Ticket } from '~/composables/useTickets'
import { givenFields, hadBy } from '~/composables/useTickets'

/** Something that is asked before an act is done: what a gate or a move asks for, or a sheet of its own. */
export type ActSheet = 'asks' | 'sort' | 'major' | 'pause' | 'resume' | 'extend'

/** A button of a ticket: what it is called, what it will do, and what it asks first. */
export interface TicketAct {
  id: string
  /** A verb; it ends in “…” where something is asked first. */
  name: string
  key?: string
  icon?: MoveIcon | null
  /** What it will do, said before. */
  says: string
  /** Why it cannot be done now. */
  whyNot?: string
  sheet?: ActSheet
  asks?: readonly AskedField[]
  /** Does it, with what was asked. @throws what the server says of it */
  run: (asked: Asked) => unknown
}
type Asked = Record<string, FieldValue | null>
/** An act with the key that it would like. */
type UnkeyedAct = Omit<TicketAct, 'key'> & { key?: string | null }

/** Keys that do something else on a page with a ticket: those of lists, and those that are always there. */
const TAKEN = new Set(['j', 'k', 'x', 'Shift x', 'Shift d', 'o', 'u', 'b', 'z', '?', 'h', '.'])

/** What is done beside the conversation, where its own buttons stand. */
export const ELSEWHERE = [
  { id: 'account', name: 'Account', key: 'a', says: 'open the account of the promise that runs, or shut it' },
  { id: 'tasks', name: 'Add to do', key: 'd', says: 'add what is to do' },
  { id: 'timer', name: 'Timer', key: 't', says: 'start your timer, or stop it and keep the time' },
  { id: 'assist', name: 'Their machine', key: 'Shift f', says: 'ask whether you may look at their machine' },
  { id: 'partner', name: 'Ask a partner', key: 'Shift v', says: 'ask a partner desk to take it' },
  { id: 'articles', name: 'Articles', key: 'Shift k', says: 'look for an article' },
  { id: 'links', name: 'Link', key: 'l', says: 'link, merge, part off or copy' },
] as const

interface Doing {
  ticket: Ref<Ticket | undefined>
  /** Begins to write to the requester, or for the desk. */
  write: (what: 'reply' | 'note') => void
}

/** Everything that can be done to a ticket, as one set: the likely next step first, then as the lead has put them. */
export function useTicketActs({ ticket: page, write }: Doing) {
  const session = useSession()
  const me = () => session.me?.id ?? ''
  const ticket = () => present(page.value)
  const path = () => ({ reference: ticket().reference })
  const given = (asks: readonly AskedField[], asked: Asked) => givenFields(asks, asked, hadBy(ticket()))

  const work = computed(() => (page.value ? actsOf(moves(), ways()) : []))
  const moves = () =>
    ticket().moves.map(({ id, name, key, icon, leads, whyNot, asks, will, wont }) => ({
      ...{ id: `move-${id}`, name, key, icon, leads, whyNot, asks, says: sentenceOf(name, will, wont) },
      run: (asked: Asked) =>
        api('POST /api/tickets/{reference}/moves', {
          path: path(),
          body: { move: id, from: ticket().statusId, asked: given(asks, asked) },
        }),
    }))
  const ways = () =>
    ticket().transitions.map(({ to, label: name, leads, whyNot, gate: asks, will }) => ({
      ...{ id: `way-${to}`, name, key: null, icon: null, leads, whyNot, asks, says: sentenceOf(name, will) },
      run: (asked: Asked) =>
        api('POST /api/tickets/{reference}/move', {
          path: path(),
          body: { from: ticket().statusId, to, fields: given(asks, asked) },
        }),
    }))

  const all = computed(() => [
    // Where something is asked first a name ends in “…”.
    ...work.value.map(({ name, asks, ...one }): UnkeyedAct => ({
      ...{ ...one, asks, name: asks.length ? `${name} …` : name },
      ...(asks.length && { sheet: 'asks' as const }),
    })),
    ...(page.value ? others({ ticket: page.value, session, me, path, write }) : []).filter(
      (one): one is UnkeyedAct => one !== false,
    ),
  ])
  const keys = computed(() => keysOfActs([...all.value, ...ELSEWHERE], TAKEN))
  const acts = computed<TicketAct[]>(() => all.value.map((one) => ({ ...one, key: keys.value[one.id] })))
  const next = computed(() => page.value && nextAct(page.value.statusGroup, work.value)?.id)
  const actOf = (id: string | undefined) => acts.value.find((one) => one.id === id)
  const main = computed(() => actOf(next.value))

  /** At most four stand in the row, and what is left behind “More …”. */
  const row = computed<TicketAct[]>(() => {
    const written = ['reply', 'note'].flatMap((id) => actOf(id) ?? [])
    const begun = [...(main.value ? [main.value] : []), ...written]
    const open = acts.value.filter(
      (one) => !begun.includes(one) && one.whyNot === undefined && /^(?:move|way)-/.test(one.id),
    )
    const first = [...begun, ...open].slice(0, IN_ROW)
    // Whoever only looks on has few acts, and sees them.
    return first.length ? first : acts.value.slice(0, IN_ROW)
  })
  const more = computed(() => acts.value.filter((one) => !row.value.includes(one)))
  return { acts, actOf, main, row, more, keys }
}

/** Acts in the row beside “More …”. */
const IN_ROW = 4

const sentenceOf = (name: string, will: readonly string[], wont: readonly string[] = []) =>
  `${name} will ${listInWords(will)}${wont.length ? ` (not: ${listInWords(wont)})` : ''}.`

interface Here {
  ticket: Ticket
  session: ReturnType<typeof useSession>
  me: () => string
  path: () => { reference: number }
  write: Doing['write']
}
type Offered = (UnkeyedAct | false)[]
const nothing = () => undefined
const goesOn = ({ statusGroup, held }: Ticket) => statusGroup !== 'done' && !held

/** What can be done besides moves and ways, for whoever may. */
const others = (here: Here): Offered => [
  ...sayings(here),
  ...handings(here),
  ...ofPromises(here),
  naming(here),
  ...together(here),
]

/** What it is called; what its answers or its mail made of it need not say it. */
function naming({ ticket, session, path }: Here): UnkeyedAct | false {
  const { summary } = ticket
  return (
    session.may('workTickets') && {
      ...{ id: 'title', name: 'Call it otherwise …', sheet: 'asks' as const },
      says: 'Call it otherwise … changes the title that lists and mails show.',
      asks: [{ name: 'summary', label: 'What it is about', type: 'text', required: true, default: summary }],
      run: (asked) =>
        api('POST /api/tickets/{reference}/title', {
          path: path(),
          body: { summary: String(asked.summary ?? ''), from: summary },
        }),
    }
  )
}

function sayings({ ticket, session, write }: Here): Offered {
  if (!session.may('workTickets')) return []
  const kept = ticket.keptByWord.map((one) => `“${one}”`)
  const keeps = kept.length ? ` That keeps ${listInWords(kept)}.` : ''
  return [
    !ticket.internal && {
      ...{ id: 'reply', name: 'Reply', key: 'r', run: () => write('reply') },
      says: `Reply goes to ${ticket.requester.name} by mail and stands in the portal.${keeps}`,
    },
    {
      ...{ id: 'note', name: 'Note', key: 'n', run: () => write('note') },
      says: 'Note is for the desk only; whom it names with @ is told.',
    },
  ]
}

/** Who has it, and as what it is sorted. */
function handings({ ticket, session, me, path }: Here): Offered {
  if (!goesOn(ticket)) return []
  const mayTake = session.may('workTickets') || session.may('assignTickets')
  const hands = ticket.moves.some((one) => !one.whyNot && one.asks.some((ask) => ask.name === 'technician'))
  const assign = (technician: string | null) =>
    api('POST /api/tickets/{reference}/assign', {
      path: path(),
      body: { technician, from: ticket.technicianId },
    })
  return [
    mayTake &&
      ticket.technicianId !== me() && {
        ...{ id: 'mine', name: 'Make it mine', key: 'm', run: () => assign(me()) },
        says: 'Make it mine gives it to you; its status stays.',
      },
    session.may('assignTickets') &&
      !hands && {
        ...{ id: 'give', name: 'Give to …', key: 'g', sheet: 'asks' as const },
        says: 'Give to … asks who takes it; they are told.',
        asks: [{ name: 'technician', label: 'Who takes it?', type: 'technician' as const, required: true }],
        run: (asked) => assign(typeof asked.technician === 'string' ? asked.technician : null),
      },
    session.may('sortTickets') && {
      ...{ id: 'sort', name: 'Sort otherwise …', key: 'w', sheet: 'sort' as const, run: nothing },
      says: 'Sort otherwise … sets priority, category, queue or team; promises that depend on it change.',
    },
  ]
}

function ofPromises({ ticket, session }: Here): Offered {
  const running = ticket.clocks.filter((clock) => clock.stoppedAt === undefined)
  if (!running.length) return []
  const resting = running.filter((clock) => openPause(clock)?.byHand)
  const rests = resting.length === running.length
  return [
    session.may('workTickets') &&
      !rests && {
        ...{ id: 'pause', name: 'Pause promises …', key: 'p', sheet: 'pause' as const, run: nothing },
        says: 'Pause promises … stops their time, with a reason that stands in the statement.',
      },
    session.may('workTickets') &&
      resting.length > 0 && {
        // Where one rests and another goes on, both can be done.
        ...{
          id: 'resume',
          name: 'Resume promises …',
          key: rests ? 'p' : 'Shift p',
          sheet: 'resume' as const,
        },
        ...{ run: nothing, says: 'Resume promises … lets the time go on that was paused by hand.' },
      },
    session.may('extendPromises') && {
      ...{ id: 'extend', name: 'Extend a promise …', key: 'e', sheet: 'extend' as const, run: nothing },
      says: 'Extend a promise … gives it more time, with a reason that stands in the statement.',
    },
  ]
}

/** Who watches it, and what belongs to it. */
function together({ ticket, session, me, path }: Here): Offered {
  const watches = ticket.watchers.includes(me())
  const mayDeclare = goesOn(ticket) && session.may('declareMajor') && !ticket.major && ticket.follows === null
  return [
    {
      ...{ id: 'watch', name: watches ? 'Watch no longer' : 'Watch', key: 'y' },
      says: watches ? 'You are told of it no more.' : 'You are told of what happens to it.',
      run: () => api('POST /api/tickets/{reference}/watch', { path: path(), body: { on: !watches } }),
    },
    mayDeclare && {
      ...{ id: 'major', name: 'Declare a major incident …', key: 'i', sheet: 'major' as const, run: nothing },
      says: 'Declare a major incident … lets others belong to it, be told with it, and end with it.',
    },
  ]
}
