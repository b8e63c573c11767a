import { messageOf } from '../error/messageOf'
import { isInGroup, type Status, type TicketKind } from '../lifecycle'
import { KEPT_KEYS, MOVE_ICONS, roundedTime, stepTerms, type Goal, type Move, type StepReader } from '../work'
import type { Condition } from '../condition'
import { isNever } from './proofreadLevels'
import { setsField } from './proofreadFields'
import { makeOtherwise } from './mends'
import type { Reader } from './reader'
import { fieldsOf, isTemplateField } from './templateFields'
import { isOneOf, oneAt } from '../lookup'
import { MINUTE, parseDuration } from '../time'

/** Moves, shelves, saved replies and how time is rounded. */
export function moves(reader: Reader): void {
  const { design } = reader
  const keys = new Map<string, string>()
  for (const move of design.moves) {
    moveOf(reader, move)
    if (!move.key) continue
    const other = keys.get(move.key)
    if (other)
      reader.error(
        `moves/${move.id}`,
        'keyTwice',
        `has the key “${move.key}”, which “${other}” has already`,
        makeOtherwise('moves', move, { key: undefined }, 'Take the key from it'),
      )
    keys.set(move.key, move.name)
  }
  for (const shelf of design.shelves) {
    reader.refers(`moves/shelf-${shelf.id}`, 'role', shelf.id)
    for (const id of shelf.moves) reader.refers(`moves/shelf-${shelf.id}`, 'move', id)
  }
  for (const { id, text, team } of design.savedReplies) {
    reader.refers(`moves/reply-${id}`, 'team', team)
    texts(reader, `moves/reply-${id}`, text, [])
  }
  for (const { id, team, role, parts } of design.layouts) {
    reader.refers(`moves/layout-${id}`, 'role', role)
    reader.refers(`moves/layout-${id}`, 'team', team)
    if (!parts.length)
      reader.error(`moves/layout-${id}`, 'layoutEmpty', 'shows nothing of a ticket; choose parts')
  }
  rounding(reader)
  assist(reader)
}

/** How machines are looked at from afar. */
function assist(reader: Reader): void {
  const { service, waits, ends } = reader.design.desk.assist ?? {}
  if (service !== undefined && !/^https?:\/\/[^\s]+$/.test(service))
    reader.error('moves', 'addressMalformed', 'needs an address that begins with https:// or http://')
  for (const duration of [waits, ends])
    try {
      if (duration !== undefined && parseDuration(duration) < 5 * MINUTE)
        reader.error('moves', 'durationTooShort', 'an assist session waits for five minutes at least')
    } catch (error) {
      reader.error('moves', 'durationUnreadable', messageOf(error))
    }
}

function rounding(reader: Reader): void {
  const { rounding } = reader.design.desk
  try {
    if (rounding) roundedTime(0, rounding)
  } catch (error) {
    reader.error('moves', 'roundingUnreadable', messageOf(error))
  }
}

function moveOf(reader: Reader, move: Move): void {
  const place = `moves/${move.id}`
  reader.condition(place, move.when)
  reader.reasons(place, move.when)
  forSome(reader, place, move.when)
  seenBy(reader, place, move)
  if (!move.name.trim()) reader.error(place, 'nameMissing', 'has no name')
  if (!move.steps.length) reader.error(place, 'moveDoesNothing', 'does nothing; choose what it does')
  if (move.icon && !MOVE_ICONS.includes(move.icon))
    reader.error(
      place,
      'iconUnknown',
      `has an icon “${move.icon}” that is not there`,
      makeOtherwise('moves', move, { icon: undefined }, 'Show none'),
    )
  if (move.key !== undefined && (!/^[a-z0-9]$/.test(move.key) || isOneOf(KEPT_KEYS, move.key)))
    reader.error(place, 'keyUnusable', `cannot have the key “${move.key}”; choose another letter`)
  for (const { name, label } of move.asks) {
    if (!/^[\w-]+$/.test(name))
      reader.error(place, 'fieldNameMalformed', `asks for “${name}”; a name is letters and digits`)
    if (!label.trim())
      reader.error(place, 'fieldWithoutWords', `does not say what it asks for under “${name}”`)
  }
  for (const step of move.steps) stepTerms(step).check?.(stepReader(reader, move), place, step)
}

/** What has a condition must be for some ticket that there can be. */
export function forSome(reader: Reader, place: string, when: Condition | undefined): void {
  if (!when || isNever(when) || reader.hasLostReason(place)) return
  if (reader.share(place, when) === 'none')
    reader.error(place, 'conditionNeverHolds', 'is for no ticket that there can be; change what it asks')
}

function seenBy(reader: Reader, place: string, { roles = [], teams = [] }: Move): void {
  for (const role of roles) reader.refers(place, 'role', role)
  for (const team of teams) reader.refers(place, 'team', team)
}

function texts(reader: Reader, place: string, text: string, asked: readonly string[]): void {
  if (!text.trim()) reader.error(place, 'textEmpty', 'writes an empty text')
  for (const field of fieldsOf(text))
    if (!isTemplateField(reader.design, field) && !asked.includes(field))
      reader.error(place, 'fieldUnknown', `{${field}} is no field of a ticket, and nothing that it asks for`)
}

/** What steps may ask of the design while they are read. */
const stepReader = (reader: Reader, move: Move): StepReader => ({
  error: (place, code, message) => reader.error(place, code, message),
  refers: (place, what, id) => reader.refers(place, what, id),
  sets: (place, field, value) =>
    value === undefined || value === null
      ? reader.refers(place, 'field', field)
      : setsField(reader, place, field, value),
  says: (place, text) =>
    texts(
      reader,
      place,
      text,
      move.asks.map((one) => one.name),
    ),
  reaches: (place, goal) => status(reader, place, move, goal),
  asksNothing: move.asksNothing === true,
})

/** A move that asks nothing is always stopped by a gate that asks for something. */
function status(reader: Reader, place: string, move: Move, { group, status: id }: Goal): void {
  const { kinds } = reader.design
  if ((group === undefined) === (id === undefined))
    return reader.error(place, 'goalNotOne', 'goes to a status or to a group of statuses; choose one of both')
  if (id !== undefined && !kinds.some((kind) => kind.statuses.some((one) => one.id === id)))
    return reader.refers(place, 'status', id)
  const fits = (kind: TicketKind, one: Status) =>
    id === undefined ? isInGroup(kind, one, group!) : one.id === id
  const targets = kinds.flatMap((kind) =>
    kind.transitions.flatMap(({ to: next }) => {
      const to = kind.statuses.find((one) => one.id === next)
      return to && fits(kind, to) ? [{ kind, to }] : []
    }),
  )
  if (!targets.length) return reader.error(place, 'goalUnreachable', 'goes to a status that no way leads to')
  const stopped = targets.filter(({ to }) => to.gate.some((field) => field.required))
  if (!move.asksNothing || !stopped.length) return
  const { kind, to } = oneAt(stopped, 0)
  const asks = to.gate
    .filter((one) => one.required)
    .map(
      (one) => one.label ?? reader.design.fields.find(({ name }) => name === one.field)?.label ?? one.field,
    )
  const where = `the gate of “${to.name}” (${kind.name}) asks for ${asks.join(', ')}`
  if (stopped.length === targets.length)
    reader.error(place, 'moveAlwaysStopped', `is always stopped, since it asks nothing: ${where}`)
  else
    reader.remark(place, 'moveSometimesStopped', `is stopped for some kinds, since it asks nothing: ${where}`)
}
