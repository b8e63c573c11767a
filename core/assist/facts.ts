import { momentInWords, type Instant } from '../time'

/** What a machine says of itself. Sizes in bytes. Whatever it does not say is left out. */
export interface MachineFacts {
  system?: string
  memory?: number
  disks?: MachineDisk[]
  network?: string
  lastRestart?: Instant
  /** Who is logged in there, as the machine calls them. */
  person?: string
}

export interface MachineDisk {
  name: string
  size: number
  free: number
}

/** What a machine said of itself, and when. */
export interface SeenFacts {
  at: Instant
  facts: MachineFacts
}

/** Longest text of a fact, and most disks that are kept. */
export const FACT_LIMIT = 200
export const MOST_DISKS = 12

const GIB = 1024 ** 3
const MIB = 1024 ** 2

/**
 * A size as it is read.
 * @example bytesInWords(8_589_934_592) // '8 GiB'
 */
export function bytesInWords(bytes: number): string {
  const [unit, name] = bytes >= GIB ? [GIB, 'GiB'] : bytes >= MIB ? [MIB, 'MiB'] : [1024, 'KiB']
  const count = bytes / unit
  return `${count >= 10 ? Math.round(count) : Math.round(count * 10) / 10} ${name}`
}

/** A fact in words. `tight` where it is worth a look at once: a disk that is nearly full. */
export interface FactLine {
  /** By which it is told apart: a fact, or a disk by its name. */
  key: string
  label: string
  says: string
  tight?: true
}

/** Less than this share of a disk is free: it is nearly full. Common practice, no source. */
const TIGHT = 0.05

const diskLine = ({ name, size, free }: MachineDisk): FactLine => ({
  ...{ key: `disk ${name}`, label: `Disk ${name}` },
  says: `${bytesInWords(free)} of ${bytesInWords(size)} free`,
  ...(size > 0 && free / size < TIGHT && { tight: true as const }),
})

/** What a machine says of itself, line by line. @param zone in which its last restart is said */
export function factLines(facts: MachineFacts, zone: string, now: Instant): FactLine[] {
  const { system, memory, disks = [], network, lastRestart, person } = facts
  const said = (key: string, label: string, says: string | undefined): FactLine[] =>
    says === undefined ? [] : [{ key, label, says }]
  return [
    ...said('system', 'System', system),
    ...said('memory', 'Memory', memory === undefined ? undefined : bytesInWords(memory)),
    ...disks.map(diskLine),
    ...said('network', 'Network', network),
    ...said(
      'lastRestart',
      'Last restart',
      lastRestart === undefined ? undefined : momentInWords(lastRestart, zone, now),
    ),
    ...said('person', 'Logged in', person),
  ]
}

/** A line that is otherwise than it was; nothing where it was not there, or is not there any more. */
export interface FactChange {
  label: string
  before?: string
  after?: string
}

/**
 * What is otherwise between two looks at a machine.
 * @example factChanges({ memory: 4 * GIB }, { memory: 8 * GIB }, 'UTC', 0)
 * // [{ label: 'Memory', before: '4 GiB', after: '8 GiB' }]
 */
export function factChanges(
  before: MachineFacts,
  after: MachineFacts,
  zone: string,
  now: Instant,
): FactChange[] {
  const [was, is] = [before, after].map((one) => factLines(one, zone, now)) as [FactLine[], FactLine[]]
  const keys = [...new Set([...was, ...is].map((one) => one.key))]
  return keys.flatMap((key) => {
    const [old, now_] = [was, is].map((list) => list.find((one) => one.key === key))
    if (old?.says === now_?.says) return []
    return [
      {
        label: (now_ ?? old)!.label,
        ...(old && { before: old.says }),
        ...(now_ && { after: now_.says }),
      },
    ]
  })
}
