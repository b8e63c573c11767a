import { MINUTE, timeOfDay, type Instant } from '../time'
import type { MachineFacts } from './facts'
import type { AssistMeans } from './session'

// A small machine that stands in for a requester's: with a few faults that can be found and mended. It is no part of a
// desk; whoever tries assist sessions tries them on it.

const GIB = 1024 ** 3

/** How the stand-in's machine is. Sizes in bytes. */
export interface StandInMachine {
  name: string
  person: string
  memory: number
  disk: { size: number; free: number }
  /** What updates left behind, in bytes. */
  leftovers: number
  /** It goes by way of a proxy that is not there any more. */
  detour: boolean
  printer: { runs: boolean; waiting: number }
  /** So many minutes its clock is ahead. */
  ahead: number
  restartedAt: Instant
  /** Until when it restarts. */
  restarting?: Instant
  /** Since when its line is cut. */
  cutAt?: Instant
  allows: AssistMeans[]
  recorded: boolean
  /** Whether whoever sits at it has agreed. */
  agreed: boolean
  /** People of the desk who look at it, each with what their window is opened by. */
  windows: { person: string; name: string; as: string }[]
  chat: { person: string | null; name: string; text: string; at: Instant }[]
  files: { name: string; size: number; from: string }[]
  /** When the desk was last told that it is alive. */
  aliveAt: Instant
  over: boolean
}

/** So long a restart takes, in milliseconds, and after so long without a word the desk is told that it is alive. */
const RESTART = 4000
const ALIVE = 5 * MINUTE
const MOST_LINES = 200
const MOST_FILES = 40

/**
 * A machine as it comes.
 * @param chance a whole number by which its faults are chosen; the same one gives the same machine
 */
export function newMachine(
  given: Pick<StandInMachine, 'name' | 'person' | 'allows' | 'recorded'>,
  chance: number,
  now: Instant,
): StandInMachine {
  const isFull = chance % 2 === 0
  return {
    ...given,
    ...{ memory: (chance % 3 === 0 ? 4 : 8) * GIB, leftovers: isFull ? 21 * GIB : 2 * GIB },
    disk: { size: 64 * GIB, free: isFull ? GIB : 18 * GIB },
    detour: chance % 3 !== 2,
    printer: chance % 5 === 0 ? { runs: false, waiting: 14 } : { runs: true, waiting: 0 },
    ahead: chance % 7 === 0 ? 7 : 0,
    restartedAt: now - ((chance % 40) + 1) * 24 * 60 * MINUTE,
    ...{ agreed: false, windows: [], chat: [], files: [], aliveAt: now, over: false },
  }
}

/** What the machine says of itself, as a service tells a desk. */
export function factsOf(machine: StandInMachine): MachineFacts {
  return {
    system: 'Quayside 12.4',
    memory: machine.memory,
    disks: [{ name: 'main', ...machine.disk }],
    network: machine.detour ? 'Wi-Fi “Quay staff”, by way of gate-proxy' : 'Wi-Fi “Quay staff”, direct',
    lastRestart: machine.restartedAt,
    person: machine.person,
  }
}

/** What can be done on it. */
export const MACHINE_DEEDS = [
  'clear',
  'direct',
  'print',
  'clock',
  'restart',
  'say',
  'send',
  'fetch',
  'end',
  'mend',
  'look',
] as const
export type MachineDeed = (typeof MACHINE_DEEDS)[number]

/** A program or setting of the machine, as it shows itself. */
export interface MachinePanel {
  id: string
  name: string
  says: string[]
  isFaulty: boolean
  /** What can be done there. */
  deed?: { deed: MachineDeed; label: string }
}

/** What stands on its screen. @param zone of whoever sits at it */
export function panelsOf(machine: StandInMachine, zone: string, now: Instant): MachinePanel[] {
  const { disk, leftovers, detour, printer, ahead } = machine
  const isFull = disk.free < 2 * GIB
  const troubles = [
    ...(detour ? ['Cannot reach the booking office: gate-proxy does not answer.'] : []),
    ...(isFull ? ['Cannot keep what was read: the disk is full.'] : []),
    ...(ahead ? [`Tickets read as used: the clock is ${ahead} minutes ahead.`] : []),
  ]
  const gigabytes = (bytes: number) => `${Math.round(bytes / GIB)} GiB`
  return [
    {
      ...{ id: 'gate', name: 'Gate reader', isFaulty: troubles.length > 0 },
      says: troubles.length ? troubles : ['Reads tickets. 214 today.'],
    },
    {
      ...{ id: 'network', name: 'Network', isFaulty: detour },
      says: ['Wi-Fi “Quay staff”, full strength', detour ? 'By way of gate-proxy' : 'Direct'],
      ...(detour && { deed: { deed: 'direct', label: 'Go direct' } }),
    },
    {
      ...{ id: 'disk', name: 'Disk', isFaulty: isFull },
      says: [
        `${gigabytes(disk.free)} of ${gigabytes(disk.size)} free`,
        `${gigabytes(leftovers)} left over from updates`,
      ],
      ...(leftovers > 0 && { deed: { deed: 'clear', label: 'Clear what is left over' } }),
    },
    {
      ...{ id: 'printer', name: 'Printing', isFaulty: !printer.runs },
      says: [printer.runs ? 'Nothing waits' : `Stopped; ${printer.waiting} sheets wait`],
      ...(!printer.runs && { deed: { deed: 'print', label: 'Print again' } }),
    },
    {
      ...{ id: 'clock', name: 'Clock', isFaulty: ahead > 0 },
      says: [timeOfDay(now + ahead * MINUTE, zone)],
      ...(ahead > 0 && { deed: { deed: 'clock', label: 'Set it by the network' } }),
    },
  ]
}

/** What a service tells the desk. */
export type MachineEvent =
  | { type: 'assist.seen'; facts: MachineFacts }
  | { type: 'assist.said'; person?: string; text: string }
  | { type: 'assist.restarting' | 'assist.lost' | 'assist.back' | 'assist.alive' }
  | { type: 'assist.file'; name: string; size: number; to: 'machine' | 'desk'; person?: string }
  | { type: 'assist.left'; person: string }
  | { type: 'assist.ended'; why: 'left' | 'done' }

/** Who does something on it: somebody of the desk in their window, or whoever sits at it. */
export interface MachineDoer {
  person: string | null
  name: string
}
export interface MachineWords {
  text?: string
  name?: string
  size?: number
}

/** What each asks leave for, where somebody of the desk does it. */
const LEAVE: Partial<Record<MachineDeed, AssistMeans>> = {
  ...{ clear: 'control', direct: 'control', print: 'control', clock: 'control' },
  ...{ restart: 'restart', send: 'files', fetch: 'files' },
}
const MENDED: Partial<Record<MachineDeed, (machine: StandInMachine) => Partial<StandInMachine>>> = {
  clear: ({ disk, leftovers }) => ({ leftovers: 0, disk: { ...disk, free: disk.free + leftovers } }),
  direct: () => ({ detour: false }),
  print: () => ({ printer: { runs: true, waiting: 0 } }),
  clock: () => ({ ahead: 0 }),
}

/**
 * The machine after something was done on it, and what its desk is told.
 * @returns the reason, where it cannot be done
 */
export function afterDeed(
  before: StandInMachine,
  deed: MachineDeed,
  by: MachineDoer,
  words: MachineWords,
  now: Instant,
): { machine: StandInMachine; tells: MachineEvent[] } | { whyNot: string } {
  const { machine, tells } = atRest(before, now)
  if (machine.over) return deed === 'look' ? { machine, tells } : { whyNot: 'This session is over.' }
  const leave = LEAVE[deed]
  if (by.person !== null && leave && !machine.allows.includes(leave))
    return { whyNot: 'Whoever sits at the machine was not asked for that.' }
  if (machine.restarting !== undefined && !['look', 'say', 'end'].includes(deed))
    return { whyNot: 'The machine restarts: wait until it is back.' }
  if (machine.cutAt !== undefined && !['look', 'mend', 'say'].includes(deed) && by.person !== null)
    return { whyNot: 'The machine cannot be reached.' }
  const done = HANDS[deed]?.(machine, by, words, now)
  if (done) return { machine: { ...machine, ...done.change }, tells: [...tells, ...done.tells] }
  const mended = MENDED[deed]?.(machine)
  if (!mended) return { machine, tells }
  const after = { ...machine, ...mended }
  return { machine: after, tells: [...tells, { type: 'assist.seen', facts: factsOf(after) }] }
}

/** What time alone has done to it. */
function atRest(machine: StandInMachine, now: Instant): { machine: StandInMachine; tells: MachineEvent[] } {
  if (machine.restarting !== undefined && machine.restarting <= now) {
    const after = { ...machine, restartedAt: machine.restarting, restarting: undefined, aliveAt: now }
    return {
      machine: after,
      tells: [{ type: 'assist.back' }, { type: 'assist.seen', facts: factsOf(after) }],
    }
  }
  if (machine.agreed && !machine.over && machine.cutAt === undefined && now - machine.aliveAt >= ALIVE)
    return { machine: { ...machine, aliveAt: now }, tells: [{ type: 'assist.alive' }] }
  return { machine, tells: [] }
}

type Hand = (
  machine: StandInMachine,
  by: MachineDoer,
  words: MachineWords,
  now: Instant,
) => { change: Partial<StandInMachine>; tells: MachineEvent[] } | undefined

const HANDS: Partial<Record<MachineDeed, Hand>> = {
  restart: (_, __, ___, now) => ({
    change: { restarting: now + RESTART },
    tells: [{ type: 'assist.restarting' }],
  }),
  say: ({ chat }, { person, name }, { text = '' }, now) => {
    const said = text.trim()
    if (!said) return { change: {}, tells: [] }
    return {
      change: { chat: [...chat, { person, name, text: said, at: now }].slice(-MOST_LINES) },
      tells: [{ type: 'assist.said', text: said, ...(person !== null && { person }) }],
    }
  },
  send: ({ files }, { person, name: from }, { name = 'file', size = 0 }) => ({
    change: { files: [...files, { name, size, from }].slice(-MOST_FILES) },
    tells: [{ type: 'assist.file', name, size, to: 'machine', ...(person !== null && { person }) }],
  }),
  fetch: (_, { person }, { name = 'gate.log' }) => ({
    change: {},
    tells: [{ type: 'assist.file', name, size: 18_432, to: 'desk', ...(person !== null && { person }) }],
  }),
  end: (machine, { person }) => {
    if (person === null) return { change: { over: true }, tells: [{ type: 'assist.ended', why: 'left' }] }
    const windows = machine.windows.filter((one) => one.person !== person)
    return { change: { windows }, tells: [{ type: 'assist.left', person }] }
  },
  mend: ({ cutAt }) =>
    cutAt === undefined ? undefined : { change: { cutAt: undefined }, tells: [{ type: 'assist.back' }] },
}
