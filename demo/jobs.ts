import type { CompiledDesign, Directory } from '../core/design'
import { statusOf } from '../core/lifecycle'
import { decide, type Actor, type Command } from '../core/ticket'
import { HOUR, MINUTE } from '../core/time'
import { DEMO_BEGINS } from './directory'
import type { PastTicket } from './past'

/** A job of an open ticket: what it asks for, and where it stands, if it is placed already. */
interface DemoJob {
  team: string
  minutes: number
  skill?: string
  site?: string
  meets?: string
  /** With whom, and how long after the morning began. */
  placed?: { person: string; after: number; told?: boolean }
}

/** By the teams of the tickets that are open on the morning, the newest first; each ticket has one. */
const JOBS: readonly DemoJob[] = [
  { team: 'networks', minutes: 120, skill: 'fibre', site: 'lantern', meets: 'the keeper of the light' },
  {
    team: 'devices-workshop',
    minutes: 45,
    site: 'hallin',
    placed: { person: 'hal-rowan', after: 108, told: true },
  },
  { team: 'field-crew', minutes: 90, site: 'saltern', meets: 'somebody of the drying shed' },
  { team: 'devices-workshop', minutes: 60, site: 'hallin', placed: { person: 'sten-vik', after: 78 } },
  { team: 'booking-tills', minutes: 30, site: 'lantern' },
  { team: 'networks', minutes: 45, site: 'traffic' },
  {
    team: 'devices-workshop',
    minutes: 30,
    site: 'traffic',
    placed: { person: 'hal-rowan', after: 63, told: true },
  },
  { team: 'bridge-radio', minutes: 90, skill: 'radio', site: 'traffic' },
  { team: 'booking-tills', minutes: 45, site: 'hallin', placed: { person: 'sten-vik', after: 213 } },
]
/** Whose morning is measured has no more work than that. */
const MEASURED = 'tora-aas'

const SENT = { kind: 'recordDelivery', state: 'sent', attempt: 1, detail: '250 Accepted' } as const
const DISPATCHER: Actor = { person: 'olin-brandt' }

/** Jobs of tickets that are open on the morning: some are placed, the others wait for somebody. */
export function wantJobs(past: readonly PastTicket[], design: CompiledDesign, directory: Directory): void {
  const open = past
    .filter(({ state }) => !state.held && state.technician !== MEASURED)
    .filter(({ state }) => statusOf(design.kind(state.kind), state.status).group !== 'done')
    .reverse()
  const taken = new Set<PastTicket>()
  for (const job of JOBS) {
    const ticket = open.find((one) => one.state.team === job.team && !taken.has(one))
    if (!ticket) continue
    taken.add(ticket)
    want(ticket, job, (command) => run(ticket, command, design, directory))
  }
}

function want(
  ticket: PastTicket,
  { minutes, skill, site, meets, placed }: DemoJob,
  act: (one: Command) => void,
) {
  const words = { what: ticket.state.summary, takes: minutes * MINUTE }
  act({
    kind: 'wantJob',
    words: { ...words, ...(skill && { skill }), ...(site && { site }), ...(meets && { meets }) },
  })
  const id = ticket.state.sequence
  if (!placed) return
  const from = DEMO_BEGINS + placed.after * MINUTE
  act({ kind: 'placeJob', id, person: placed.person, from, to: from + minutes * MINUTE, tell: false })
  if (!placed.told) return
  const before = ticket.messages.length
  act({ kind: 'tellJob', id })
  for (const { key } of ticket.messages.slice(before)) act({ ...SENT, key })
}

function run(ticket: PastTicket, command: Command, design: CompiledDesign, directory: Directory): void {
  const now = DEMO_BEGINS - HOUR / 4
  const { state, entries, messages } = decide(ticket.state, command, design, directory, {
    now,
    actor: DISPATCHER,
    work: { openCounts: new Map() },
  })
  ticket.state = state
  ticket.entries.push(...entries)
  ticket.messages.push(...messages)
}
