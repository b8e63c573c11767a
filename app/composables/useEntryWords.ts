import { durationInWords, signedBalance } from '~~/core/time'
import { LINK_NAMES } from '~~/core/work'
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
    rungRang: (entry) => {
      const when = entry.moment ?? `${percent(entry.share ?? 1)} of “${entry.target}” is spent`
      const again = entry.time ? `, time ${entry.time + 1}` : ''
      const told = [...entry.told.map(name), ...(entry.outside ?? [])]
      const missing = entry.missing.length ? `; not found: ${entry.missing.join(', ')}` : ''
      return `ladder “${entry.name}” rang, ${when}${again}${told.length ? `: told ${told.join(', ')}` : ''}${missing}`
    },
    ladderBegan: (entry) => `ladder “${entry.name}” begins to climb`,
    ladderEnded: (entry) => `ladder “${entry.ladder}” ends: ${entry.why}`,
    chainStopped: (entry) => entry.why,
    acknowledged: (entry) =>
      `${by(entry)} has it (${{ application: 'said here', link: 'said in the message', pager: 'said on the pager' }[entry.via]})${entry.ladders.length ? '; the ladder climbs no further' : ''}`,
    watched: (entry) => `${name(entry.person)} ${entry.on ? 'watches it' : 'no longer watches it'}`,
    majorDeclared: (entry) => `${by(entry)} declared a major incident: ${entry.text}`,
    gathered: (entry) => `ticket ${entry.child} belongs to it`,
    followed: (entry) => `belongs to major incident ${entry.major} and ends with it`,
    majorUpdated: (entry) => `${by(entry)} told everybody it concerns: ${entry.text}`,
    majorEnded: (entry) => `${by(entry)} ended the major incident: ${entry.text}`,
    signalRepeated: (entry) =>
      `reported again${entry.count > 1 ? `, ${entry.count} times` : ''}${entry.text ? `: ${entry.text}` : ''}`,
    signalCleared: (entry) => `the monitor says that it is over${entry.text ? `: ${entry.text}` : ''}`,
    calmRang: () => 'the fault has stayed away for as long as the signal map asks',
    idleRang: (entry) =>
      `${entry.why}${entry.told.length ? `: told ${entry.told.map(name).join(', ')}` : ''}`,
    editionAdopted: (entry) =>
      `follows edition ${entry.to} from here on, no more edition ${entry.from}${entry.hours.length ? `; other hours from now on for ${entry.hours.join(', ')}` : ''}`,
    timerStarted: (entry) => `${name(entry.person)} works on it`,
    timerDropped: (entry) => `${name(entry.person)} dropped the timer`,
    timeRecorded: ({ record }) =>
      `${name(record.person)} worked ${durationInWords(record.counted)}${record.what ? `: ${record.what}` : ''}`,
    timeDropped: (entry) => `${by(entry)} took a time record off`,
    estimated: (entry) =>
      entry.takes === null
        ? `${by(entry)} left open how long it takes`
        : `${by(entry)} said that it takes ${durationInWords(entry.takes)}`,
    booked: ({ booking }) => `fixed time for ${name(booking.person)}: ${booking.what}`,
    bookingChanged: ({ booking }) =>
      `fixed time “${booking.what}” ${{ booked: 'was moved', begun: 'has begun', finished: 'is over', calledOff: 'was called off' }[booking.state]}`,
    tasksAdded: (entry) =>
      entry.because?.text ?? `${by(entry)} added to do: ${entry.tasks.map((one) => one.text).join('; ')}`,
    taskDropped: (entry) => `${by(entry)} took “${entry.text}” off the list`,
    linked: (entry) => `linked: ${LINK_NAMES[entry.as]} ${entry.to}`,
    unlinked: (entry) => `no longer linked: ${LINK_NAMES[entry.as]} ${entry.to}`,
    moveMade: (entry) =>
      `${by(entry)} made “${entry.name}”: ${entry.did.join(', ')}${entry.passedOver.length ? ` (not: ${entry.passedOver.join(', ')})` : ''}`,
    moveTakenBack: (entry) => `${by(entry)} took “${entry.name}” back`,
    rungsPassed: (entry) =>
      `${entry.alarms.length} earlier ${entry.alarms.length === 1 ? 'rung' : 'rungs'} of its ladders lay in the past already and did not ring`,
  }
  return (entry: Entry): string | undefined =>
    (words[entry.kind] as ((entry: Entry) => string) | undefined)?.(entry)
}
