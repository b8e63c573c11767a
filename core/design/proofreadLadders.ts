import { messageOf } from '../error/messageOf'
import { mayHold, OPERATORS, testsOf } from '../condition'
import {
  linksOf,
  loopsOf,
  termsOf,
  wayBack,
  type ActionReader,
  type Ladder,
  type Recipient,
  type Rota,
  type Rung,
} from '../ladder'
import { statusOf, type TicketKind } from '../lifecycle'
import { parseDuration } from '../time'
import { dayNumberOf, minuteOfDay } from '../time/calendar'
import { termsOfFact } from '../facts'
import type { Webhook } from './design'
import { isNever } from './proofreadLevels'
import { setsField } from './proofreadFields'
import { asksOfPeople } from './proofreadKinds'
import { takeOut } from './mends'
import type { Reader } from './reader'
import { fieldsOf } from './templateFields'
import { targetNames, type ServiceLevel } from '../clock'
import { oneAt, oneBy } from '../lookup'

/** Ladders, rotas and calls to other systems. */
export function ladders(reader: Reader): void {
  const { design } = reader
  const targets = new Set(Object.keys(targetNames(design)))
  const asks = new Map(design.serviceLevels.map((one) => [one, testsOf(one.when).length]))
  const byWidth = [...design.serviceLevels].sort((a, b) => oneBy(asks, a) - oneBy(asks, b))
  for (const ladder of design.ladders) {
    const place = `ladders/${ladder.id}`
    for (const condition of [ladder.when, ladder.startWhen, ladder.stopWhen]) {
      reader.condition(place, condition)
      reader.reasons(place, condition && { all: [ladder.when, condition] })
    }
    passing(reader, place, ladder)
    begins(reader, place, ladder, byWidth)
    if (ladder.target !== undefined && !targets.has(ladder.target))
      reader.error(
        place,
        'targetUnknown',
        `climbs along “${ladder.target}”, which no service level and no plan promises`,
      )
    if (!ladder.rungs.length)
      reader.remark(
        place,
        'ladderEmpty',
        'has no rung, so it never does anything',
        takeOut('ladders', ladder),
      )
    if (ladder.onlySetOff && !isSetOff(reader, ladder))
      reader.remark(place, 'ladderNeverSetOff', 'begins only when another ladder sets it off, and none does')
    for (const rung of ladder.rungs) rungOf(reader, ladder, rung)
  }
  loops(reader)
  circles(reader)
  for (const rota of design.rotas) rotaOf(reader, rota)
  for (const webhook of design.webhooks) webhookOf(reader, webhook)
}

/**
 * A ladder must be for some ticket that there can be, and one along a target for one to which that is promised.
 * @param byWidth all levels, those that ask least first: they are the likeliest to promise it
 */
function begins(
  reader: Reader,
  place: string,
  { when, target, startWhen }: Ladder,
  byWidth: readonly ServiceLevel[],
): void {
  if (isNever(when) || reader.hasLostReason(place)) return
  if (reader.share(place, when) === 'none')
    return reader.error(
      place,
      'conditionNeverHolds',
      'is for no ticket that there can be; change what it asks',
    )
  if (startWhen && !isNever(startWhen) && reader.share(`${place} starts`, startWhen, when) === 'none')
    reader.error(place, 'neverBegins', 'never begins: no ticket that it is for is as that asks')
  const promising = byWidth.filter((level) => level.targets.some((one) => one.target === target))
  if (
    promising.length &&
    !promising.some((one) => reader.share(`${place} ${one.id}`, one.when, when) !== 'none')
  )
    reader.error(
      place,
      'ladderNeverClimbs',
      'never begins: no service level promises its target to any ticket that it is for',
    )
}

/** What passes by itself is for rungs to count: no ladder begins because time went by. */
function passing(reader: Reader, place: string, { when }: Ladder): void {
  for (const { fact, op } of testsOf(when))
    if (termsOfFact(fact)?.known === 'time' || OPERATORS[op].needs === 'now')
      reader.error(
        place,
        'factOfTime',
        `is for tickets by “${termsOfFact(fact)?.name ?? fact}”, which passes by itself; let a rung count the time`,
      )
}

const isSetOff = ({ design }: Reader, { id }: Ladder) =>
  design.ladders.some((one) =>
    one.rungs.some((rung) => rung.actions.some((action) => termsOf(action).setsOff?.(action) === id)),
  )

function rungOf(reader: Reader, ladder: Ladder, rung: Rung): void {
  const here = `ladders/${ladder.id}#${rung.id}`
  const { moment, repeat, actions } = rung
  if ((moment.at === 'share' || moment.at === 'due') && ladder.target === undefined)
    reader.error(here, 'targetMissing', 'rings along a target, but the ladder has none; choose one')
  if (moment.at === 'share' && !(moment.share > 0))
    reader.error(here, 'shareOutOfRange', 'rings at no share of the target; give a share above 0 %')
  if (moment.at !== 'share' && moment.at !== 'event') {
    duration(reader, here, moment.after.replace(/^-/, ''), 0)
    if (moment.after.startsWith('-') && moment.at !== 'due')
      reader.error(
        here,
        'momentUnforeseeable',
        'rings before something that nobody can foresee; only a due moment can be rung before',
      )
  }
  if (repeat) {
    // More often than once a minute nobody can answer it.
    duration(reader, here, repeat.every, 60_000)
    if (repeat.times !== undefined && !(repeat.times >= 1))
      reader.error(here, 'repeatOutOfRange', 'rings again less than once')
  }
  if (actions.length === 0) reader.error(here, 'rungDoesNothing', 'does nothing; choose what it does')
  for (const action of actions) termsOf(action).check?.(actionReader(reader), here, action)
}

function duration(reader: Reader, here: string, text: string, least: number): void {
  try {
    if (parseDuration(text) < least)
      reader.error(here, 'repeatTooOften', 'rings again more often than once a minute')
  } catch (error) {
    reader.error(here, 'durationUnreadable', messageOf(error))
  }
}

/** What actions may ask of the design while they are read. */
const actionReader = (reader: Reader): ActionReader => ({
  error: (place, code, message) => reader.error(place, code, message),
  refers: (place, what, id) => reader.refers(place, what, id),
  recipient: (place, one) => recipient(reader, place, one),
  sets: (place, field, value) =>
    value === null ? reader.refers(place, 'field', field) : setsField(reader, place, field, value),
  enters: (place, to) => status(reader, place, to),
})

/** Whom a message goes to. */
export function recipient(reader: Reader, here: string, one: Recipient): void {
  if (one.to === 'rota') reader.refers(here, 'rota', one.rota)
  if (one.to === 'person') reader.refers(here, 'person', one.person)
  if (one.to === 'answer') reader.refers(here, 'question', one.question)
}

/** What a gate asks for that only a person can say keeps a rung from moving a ticket there. */
function status(reader: Reader, here: string, to: string): void {
  const kinds = reader.design.kinds.filter((kind) => kind.statuses.some((one) => one.id === to))
  if (!kinds.length) return reader.refers(here, 'status', to)
  for (const kind of kinds) {
    const asked = asksOfPeople(reader, statusOf(kind, to))
    if (asked.length)
      reader.error(
        here,
        'gateNotAnswered',
        `cannot enter “${statusOf(kind, to).name}” of ${kind.name}: its gate asks for ${asked.map((one) => one.label).join(', ')}`,
      )
  }
}

function loops(reader: Reader): void {
  const { ladders, priorities } = reader.design
  const inOrder = [...priorities].sort((a, b) => a.order - b.order).map((one) => one.id)
  const nameOf = (id: string) => ladders.find((one) => one.id === id)?.name ?? id
  for (const loop of loopsOf(linksOf(ladders, inOrder))) {
    const way = loop.map(({ from, why }) => `“${nameOf(from)}” (${why})`).join(' → ')
    reader.error(
      `ladders/${oneAt(loop, 0).from}#${oneAt(loop, 0).rung}`,
      'ladderLoop',
      `could go on without end: ${way} → “${nameOf(oneAt(loop, 0).from)}”; take out one of these`,
    )
  }
}

/** A timer that moves a ticket on: an idle timer of its kind, or a rung that counts from the entering of a status. */
interface Mover {
  from: string
  to: string
  name: string
  /** Where a ladder does it. */
  place?: string
}

/** Rungs that count from the entering of a status and move a ticket out of it may wake each other, or idle timers. */
function circles(reader: Reader): void {
  for (const kind of reader.design.kinds) {
    const movers = moversOf(reader, kind)
    for (const first of movers.filter((one) => one.place !== undefined)) {
      const way = wayBack(movers, first)
      if (way)
        reader.error(
          first.place!,
          'timersCircle',
          `moves tickets of ${kind.name} round in a circle, for ever: ${way.map((one) => `${one.name} → “${statusOf(kind, one.to).name}”`).join(', ')}; take one of these out`,
        )
    }
  }
}

function moversOf({ design }: Reader, kind: TicketKind): Mover[] {
  const nameOf = (id: string) => kind.statuses.find((one) => one.id === id)?.name ?? id
  const open = kind.statuses.filter((one) => one.group !== 'done').map((one) => one.id)
  const rungs = design.ladders.flatMap((ladder) =>
    ladder.rungs.flatMap((rung) =>
      rung.moment.at !== 'status'
        ? []
        : rung.actions.flatMap((action) =>
            action.do === 'status' && kind.statuses.some((one) => one.id === action.to)
              ? open
                  .filter(
                    (from) => from !== action.to && mayHold(ladder.when, { kind: kind.id, status: from }),
                  )
                  .map((from) => ({
                    ...{ from, to: action.to, name: `the ladder “${ladder.name}”` },
                    place: `ladders/${ladder.id}#${rung.id}`,
                  }))
              : [],
          ),
    ),
  )
  const timers = (kind.idle ?? []).flatMap(({ status: from, action }) =>
    action.do === 'move' && kind.statuses.some((one) => one.id === action.to)
      ? [{ from, to: action.to, name: `the idle timer of “${nameOf(from)}”` }]
      : [],
  )
  return [...rungs, ...timers]
}

function rotaOf(reader: Reader, rota: Rota): void {
  const place = `ladders/rota-${rota.id}`
  const layers = [rota, ...(rota.layers ?? [])]
  if (layers.every((one) => one.members.length === 0))
    reader.error(place, 'rotaEmpty', 'nobody is on this rota')
  for (const layer of layers) {
    for (const member of layer.members) reader.refers(place, 'person', member)
    if (!(layer.turnDays >= 1))
      reader.error(place, 'handOverTooOften', 'hands over less than a day after the last time')
    try {
      dayNumberOf(layer.from)
      for (const time of [layer.handOver, ...(layer.only ? [layer.only.from, layer.only.to] : [])])
        minuteOfDay(time)
    } catch (error) {
      reader.error(place, 'rotaFault', messageOf(error))
    }
    if (layer.only?.days.length === 0) reader.error(place, 'weekdaysMissing', 'counts on no day of the week')
  }
}

function webhookOf(reader: Reader, { id, url, fields, event }: Webhook): void {
  const place = `ladders/webhook-${id}`
  if (!/^https?:\/\/[^\s]+$/.test(url))
    reader.error(place, 'addressMalformed', 'needs an address that begins with https:// or http://')
  if (!event.trim()) reader.error(place, 'callEmpty', 'does not say what its call is about')
  for (const { name, value } of fields) {
    if (!name.trim()) reader.error(place, 'fieldWithoutName', 'has a field without a name')
    for (const field of fieldsOf(value)) reader.filledIn(place, field, `{${field}} is no field of a ticket`)
  }
}
