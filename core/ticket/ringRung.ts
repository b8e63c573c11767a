import { holds } from '../condition'
import {
  climbOf,
  readRungKey,
  rungMomentInWords,
  type Action,
  type Ladder,
  type Recipient,
  type Rung,
} from '../ladder'
import { statusOf } from '../lifecycle'
import type { Instant } from '../time'
import type { Because, Reason } from '../reason'
import type { Change } from './change'
import { ticketFacts } from '../facts'
import { misfit } from '../fields'
import { against, enterFields, fieldChanges } from './fields'
import { filledGate } from './filledGate'
import { beginLadder } from './ladderRuns'
import { addresseesOf, isPerson, type Addressee } from './recipients'
import { addTasks } from './work'

/** What an action comes to: what it cannot do, and how it is done. */
interface Deed {
  told?: Addressee[]
  missing?: Reason[]
  run?: () => void
}

interface Ringing {
  change: Change
  ladder: Ladder
  rung: Rung
  dueAt: Instant
  /** What messages say of it: the moment where it tells something, else the name of the ladder. */
  said: string
  because: Because
  climb?: { ladder: string; run: string }
}

const LADDER = { system: 'ladder' }

/** A rung rings: its record says who is told and what could not be done; then it does what it says. */
export function ringRung(change: Change, alarm: string, dueAt: Instant): void {
  const { design } = change
  const key = readRungKey(alarm)
  const ladder = design.design.ladders.find((one) => one.id === key.ladder)!
  const rung = ladder.rungs.find((one) => one.id === key.rung)!
  const run = change.state.ladders?.[ladder.id]
  change.depth = Math.max(change.depth, run?.depth ?? 0)
  const moment = rungMomentInWords(design.targetName(ladder.target), rung.moment)
  const clock = change.state.clocks.find((one) => one.target === ladder.target && one.stoppedAt === undefined)
  const ringing: Ringing = {
    change,
    ladder,
    rung,
    dueAt,
    said: ['share', 'due'].includes(rung.moment.at) ? moment : ladder.name,
    because: change.because({ is: 'rung', ladder: ladder.id, rung: rung.id }),
    ...(ladder.acknowledgementStops && { climb: { ladder: ladder.id, run: climbOf(run, clock) } }),
  }
  const deeds = rung.actions.map((action) => deedOf(ringing, action))
  const told = deeds.flatMap((one) => one.told ?? [])
  const missing = deeds.flatMap((one) => one.missing ?? [])
  change.enter(
    {
      kind: 'rungRang',
      alarm,
      ladder: ladder.id,
      rung: rung.id,
      name: ladder.name,
      moment: rung.moment,
      ...(key.time > 0 && { time: key.time }),
      ...(ladder.target && { target: ladder.target }),
      dueAt,
      told: [...new Set(told.flatMap((one) => (isPerson(one) ? one.id : [])))],
      outside: [...new Set(told.flatMap((one) => (isPerson(one) ? [] : one.address)))],
      ...(missing.length && { missing: change.because(...distinct(missing)) }),
    },
    LADDER,
  )
  for (const { run } of deeds) run?.()
}

/** That nobody was found for a recipient. */
const notFound = ({ to }: Recipient): Reason => ({ is: 'nobodyFound', recipient: to })

/** Each reason once. */
const distinct = (reasons: readonly Reason[]) => [
  ...new Map(reasons.map((one) => [JSON.stringify(one), one])).values(),
]

type Deeds = { [K in Action['do']]: (ringing: Ringing, action: Extract<Action, { do: K }>) => Deed }

const DEEDS: Deeds = {
  notify: (ringing, { tell, template, urgent }) => {
    const { change, rung, climb, said } = ringing
    const found = tell.map((one) => ({ one, who: addresseesOf(change, one, ringing.dueAt) }))
    const told = found.flatMap(({ who }) => who)
    const isAboutDelivery = rung.moment.at === 'event' && rung.moment.event === 'deliveryFailed'
    return {
      told,
      missing: found.filter(({ who }) => !who.length).map(({ one }) => notFound(one)),
      run: () => change.tell(told, template, { rung: said }, { urgent, climb, isAboutDelivery }),
    }
  },
  raisePriority: ({ change, because }, { to }) => {
    const { state, design } = change
    const present = design.priority(state.priority)
    const higher = design.design.priorities
      .filter((one) => one.active && one.order < present.order)
      .sort((a, b) => b.order - a.order)
    const next = to === undefined ? higher[0] : higher.find((one) => one.id === to)
    return next ? { run: () => resort(change, 'priority', next.id, because) } : {}
  },
  queue: ({ change, because }, { queue }) =>
    change.state.queue === queue ? {} : { run: () => resort(change, 'queue', queue, because) },
  team: ({ change, because }, { team }) =>
    change.state.team === team ? {} : { run: () => assign(change, null, team, because) },
  assign: ({ change, because, dueAt }, { to }) => {
    const person = personOf(change, to, dueAt)
    if (!person) return { missing: [notFound(to)] }
    if (person.id === change.state.technician) return {}
    return {
      run: () => {
        assign(change, person.id, change.state.team, because)
        change.tell([person], 'assigned')
      },
    }
  },
  status: ({ change, because }, { to }) => {
    const { state, design } = change
    if (state.status === to) return {}
    const kind = design.kind(state.kind)
    if (!kind.statuses.some((one) => one.id === to))
      return { missing: [{ is: 'noStatus', status: to, kind: kind.id }] }
    const status = statusOf(kind, to)
    const { fields, lacking } = filledGate(status, change.say(because.why[0]!), state.fields)
    if (lacking.length) return { missing: [{ is: 'gateAsks', kind: kind.id, status: to, fields: lacking }] }
    return {
      run: () => {
        const told = fieldChanges(change, fields)
        change.enter({ kind: 'statusMoved', from: change.state.status, to, fields: told, because }, LADDER)
        change.why = because.why[0]
      },
    }
  },
  set: ({ change, because }, { field: name, value }) => {
    const { design, state } = change
    const field = design.fieldsOf(state.kind).find((one) => one.name === name)
    if (!field || misfit(field, value, against(change)) !== undefined)
      return { missing: [{ is: 'noField', field: name, kind: state.kind }] }
    return { run: () => void enterFields(change, { [name]: value }, because, LADDER) }
  },
  note: ({ change }, { text }) => ({ run: () => change.enter({ kind: 'noted', text }, LADDER) }),
  task: ({ change, because }, { text, required }) => ({
    run: () => void addTasks(change, [{ text, ...(required && { required }) }], undefined, because, LADDER),
  }),
  checklist: ({ change, because }, { checklist }) => {
    const found = change.design.design.checklists.find((one) => one.id === checklist)
    if (!found) return { missing: [{ is: 'noChecklist', checklist }] }
    return { run: () => void addTasks(change, found.tasks, found.name, because, LADDER) }
  },
  majorIncident: ({ change, because }) =>
    change.state.major && change.state.major.endedAt === undefined
      ? {}
      : {
          run: () => change.enter({ kind: 'majorDeclared', text: change.say(because.why[0]!) }, LADDER),
        },
  call: ({ change, said }, { webhook }) => ({
    run: () => change.call(webhook, { rung: said }),
  }),
  setOff: ({ change }, { ladder: id }) => {
    const ladder = change.design.design.ladders.find((one) => one.id === id)
    if (!ladder) return { missing: [{ is: 'noLadder', ladder: id }] }
    return {
      run: () => {
        if (!holds(ladder.when, ticketFacts(change.state, change.design, change.now))) return
        change.depth++
        beginLadder(change, ladder)
        change.depth--
      },
    }
  },
}

function deedOf(ringing: Ringing, action: Action): Deed {
  return (DEEDS[action.do] as (ringing: Ringing, action: Action) => Deed)(ringing, action)
}

function personOf(change: Change, to: Recipient, at: Instant) {
  return addresseesOf(change, to, at).find(isPerson)
}

function resort(change: Change, field: 'priority' | 'queue', value: string, because: Because): void {
  change.enter({ kind: 'resorted', field, value, because }, LADDER)
}

function assign(change: Change, technician: string | null, team: string, because: Because): void {
  change.enter({ kind: 'assigned', technician, team, because }, LADDER)
}
