import { durationInWords, signedBalance } from '~~/core/time'
import type { Entry } from '~~/core/ticket'
import type { Ticket } from './useTickets'

type Of<K extends Entry['kind']> = Extract<Entry, { kind: K }>
type Words = { [K in Entry['kind']]?: (entry: Of<K>) => string }

/**
 * What an entry says in the history of its ticket; undefined for what stands elsewhere on the page (conversation,
 * messages).
 */
export function useEntryWords(ticket: () => Pick<Ticket, 'people' | 'statuses' | 'category'>) {
  const name = (id: string) => ticket().people[id] ?? id
  const by = (entry: Entry) => ('person' in entry.actor ? name(entry.actor.person) : 'the desk')
  const status = (id: string) => ticket().statuses[id] ?? id
  const percent = (share: number) => `${Math.round(share * 100)} %`
  /** What the gate was told; who solved it and the remarks stand on the page themselves. */
  const saidAtGate = ({ solvedBy: _, remarks: __, ...others }: Record<string, string>) => {
    const said = Object.values(others).filter(Boolean)
    return said.length ? `: ${said.join('; ')}` : ''
  }
  const words: Words = {
    logged: (entry) => `${by(entry)} logged it (${entry.channel})`,
    sorted: () => `sorted: ${ticket().category}, first priority and team set`,
    accepted: (entry) =>
      `${by(entry)} accepted it${entry.level ? `, with the service level “${entry.level}”` : ''}`,
    rejected: (entry) => `${by(entry)} turned it away: ${entry.text}`,
    heldAgain: (entry) => `${by(entry)} put it back into Arrivals: ${entry.why}`,
    merged: (entry) => `${by(entry)} merged it into ${entry.into}; it is handled there`,
    tookIn: (entry) =>
      `${by(entry)} merged ${entry.from} into it: ${entry.summary}${entry.text ? ` (${entry.text.replace(/\n/g, '; ')})` : ''}`,
    clocksStarted: (entry) => `clocks started: ${entry.clocks.map((clock) => clock.label).join(', ')}`,
    clocksPaused: (entry) =>
      `${entry.byHand ? by(entry) : 'the desk'} paused ${entry.targets.join(', ')}: ${entry.why}`,
    clocksResumed: (entry) => `${entry.targets.join(', ')} goes on: ${entry.why}`,
    resorted: (entry) => `${entry.field}: ${entry.because.text}`,
    clockChanged: (entry) => `the promise became “${entry.label}”: ${entry.why}`,
    clockExtended: (entry) =>
      `${by(entry)} extended ${entry.target} by ${durationInWords(entry.by)}: ${entry.why}`,
    clockStopped: (entry) => `${entry.target}: promise ${entry.outcome}, ${signedBalance(entry.balance)}`,
    clockReopened: (entry) => `${entry.target} goes on: ${entry.why}`,
    statusMoved: (entry) =>
      `${by(entry)} moved it from ${status(entry.from)} to ${status(entry.to)}${saidAtGate(entry.fields)}`,
    assigned: (entry) => entry.because.text,
    overdrawn: (entry) => `${entry.target} is overdrawn`,
    rungRang: (entry) =>
      `ladder “${entry.name}” rang at ${percent(entry.share)}: told ${entry.told.map(name).join(', ') || 'nobody'}${entry.missing.length ? `; not found: ${entry.missing.join(', ')}` : ''}`,
    idleRang: (entry) =>
      `${entry.why}${entry.told.length ? `: told ${entry.told.map(name).join(', ')}` : ''}`,
    editionAdopted: (entry) =>
      `follows edition ${entry.to} from here on, no more edition ${entry.from}${entry.hours.length ? `; other hours from now on for ${entry.hours.join(', ')}` : ''}`,
    rungsPassed: (entry) =>
      `${entry.alarms.length} earlier ${entry.alarms.length === 1 ? 'rung' : 'rungs'} of its ladders lay in the past already and did not ring`,
  }
  return (entry: Entry): string | undefined =>
    (words[entry.kind] as ((entry: Entry) => string) | undefined)?.(entry)
}
