import type { Entry } from './entry'
import { assistFrom } from './assistState'
import { isOfAssist, type AssistEntry } from './assistWords'
import { entryInWords } from './entryWords'
import { by as madeBy, personName, type RecordNames } from './recordNames'
import { isSettled, type Given } from '../work'
import { assistInWords } from '../assist'
import { capital } from '../words'

/** A line of the record: an entry, a run of ticks by one person, or an assist session with all of it inside. */
export interface RecordLine {
  at: number
  text: string
  /** Sequence of its first entry. */
  sequence: number
  /** What is in it, where it is several. */
  parts?: { at: number; text: string; sequence: number }[]
}

type Ticked = Extract<Entry, { kind: 'taskChanged' }>

/**
 * The record line by line. Ticking must not flood it: what one person ticked in one go is one line, with each tick
 * inside; so is an assist session, where it began.
 * @param entries oldest first
 */
export function recordLines(entries: readonly Entry[], names: RecordNames): RecordLine[] {
  const lines: RecordLine[] = []
  let run: Ticked[] = []
  const sessions = new Map<number, { line: RecordLine; entries: AssistEntry[] }>()
  const endRun = () => {
    if (run.length) lines.push(runLine(run, names))
    run = []
  }
  for (const entry of entries) {
    if (entry.kind === 'taskChanged') {
      if (run[0] && madeBy(run[0], names) !== madeBy(entry, names)) endRun()
      run.push(entry)
      continue
    }
    const text = entryInWords(entry, names)
    if (!text) continue
    if (isOfAssist(entry)) {
      if (!sessions.has(entry.assist)) {
        endRun()
        const line = { at: entry.at, text: '', sequence: entry.sequence, parts: [] }
        sessions.set(entry.assist, { line, entries: [] })
        lines.push(line)
      }
      const session = sessions.get(entry.assist)!
      session.entries.push(entry)
      session.line.parts!.push({ at: entry.at, text, sequence: entry.sequence })
      continue
    }
    endRun()
    lines.push({ at: entry.at, text, sequence: entry.sequence })
  }
  endRun()
  for (const { line, entries: own } of sessions.values()) {
    const session = assistFrom(own)
    const nameOf = (person: string) => personName(names, person)
    line.text = session ? assistInWords(session, nameOf, own.at(-1)!.at) : 'Assist session'
  }
  return lines
}

function runLine(run: readonly Ticked[], names: RecordNames): RecordLine {
  const [first] = run as [Ticked, ...Ticked[]]
  const parts = run.map((one) => ({ at: one.at, text: tickInWords(one), sequence: one.sequence }))
  const { at, sequence } = first
  const who = capital(madeBy(first, names))
  if (parts.length === 1) return { at, sequence, text: `${who}: ${parts[0]!.text}` }
  return { at, sequence, parts, text: `${who} ${amounts(run)}` }
}

/** How much of each there was. */
function amounts(run: readonly Ticked[]): string {
  const [ticked, left, other] = [
    run.filter(({ task }) => task.done),
    run.filter(({ task }) => task.notNeeded),
    run.filter(({ task }) => !isSettled(task)),
  ].map((some) => new Set(some.map(({ task }) => task.id)).size) as [number, number, number]
  return [
    ticked && `ticked ${ticked}`,
    left && `left out ${left}`,
    other && `changed ${other} of what is to do`,
  ]
    .filter(Boolean)
    .join(', ')
}

function tickInWords({ task: { text, done, notNeeded } }: Ticked): string {
  if (notNeeded) return `“${text}” is not needed: ${notNeeded.why}`
  if (!done) return `“${text}” is to do`
  return `“${text}” is done${done.given ? `, ${givenInWords(done.given)}` : ''}`
}

/**
 * What was given with a task.
 * @example givenInWords({ is: 'figure', figure: 12.6, unit: 'V' }) // '12.6 V'
 */
export function givenInWords(given: Given): string {
  if (given.is === 'figure') return `${given.figure}${given.unit ? ` ${given.unit}` : ''}`
  if (given.is === 'file') return `with ${given.name}`
  return 'with its field filled in'
}
