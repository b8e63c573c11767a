import { messageOf } from '../error/messageOf'
import { statusOf, type GateAsk, type IdleTimer, type Status, type TicketKind } from '../lifecycle'
import type { TicketField } from '../fields'
import type { Question } from '../intake'
import { formsOfItem, questionsIn } from './laterForms'
import { parseDuration } from '../time'
import { makeOtherwise, takeOut } from './mends'
import type { Reader } from './reader'

/** Ticket kinds: statuses, ways, gates, what moves by itself, and idle timers. */
export function kinds(reader: Reader): void {
  for (const kind of reader.design.kinds) {
    const place = `kinds/${kind.id}`
    if (!kind.name.trim()) reader.error(place, 'nameMissing', 'has no name')
    ways(reader, kind)
    turnedAway(reader, kind)
    for (const status of kind.statuses) statusRules(reader, kind, status)
    for (const timer of kind.idle ?? []) idleTimer(reader, kind, timer)
    fieldsOfKind(reader, kind)
    for (const plan of kind.plans ?? []) reader.refers(place, 'plan', plan)
    if (goesRound(kind))
      reader.error(
        place,
        'idleCircle',
        'its idle timers move a ticket round in a circle, for ever; take one out',
      )
    if (!reader.design.items.some((item) => item.kind === kind.id))
      reader.remark(place, 'kindUnused', 'no catalog item leads to it', takeOut('kinds', kind))
  }
}

function ways(reader: Reader, kind: TicketKind): void {
  const place = `kinds/${kind.id}`
  const ids = kind.statuses.map((one) => one.id)
  const known = (id: string, what: string) => {
    if (!ids.includes(id))
      reader.error(place, 'statusMissing', `${what} names the status “${id}”, which the kind does not have`)
  }
  for (const id of new Set(ids.filter((one, index) => ids.indexOf(one) !== index)))
    reader.error(`${place}#${id}`, 'statusTwice', `the status “${id}” is there twice`)
  known(kind.first, 'the first status')
  const seen = new Set<string>()
  for (const one of kind.transitions) {
    known(one.from, `“${one.label}”`)
    known(one.to, `“${one.label}”`)
    const way = `${one.from} ${one.to}`
    if (seen.has(way))
      reader.error(
        place,
        'wayTwice',
        `“${one.label}” leads the same way as another; take one out`,
        makeOtherwise(
          'kinds',
          kind,
          { transitions: kind.transitions.filter((other) => other !== one) },
          'Take the way out',
        ),
      )
    seen.add(way)
    if (!one.label.trim()) reader.error(place, 'wayWithoutWords', 'a way has no words for its button')
    if (one.from === one.to)
      reader.error(place, 'wayToItself', `“${one.label}” leads back to where it begins`)
  }
  for (const moves of Object.values(kind.automatic))
    for (const [from, to] of Object.entries(moves)) {
      known(from, 'an automatic move')
      known(to, 'an automatic move')
    }
}

/** Where tickets end that are turned away or merged: a status that is done. */
function turnedAway(reader: Reader, { id: kind, turnedAway: id, statuses }: TicketKind): void {
  const place = `kinds/${kind}`
  if (!statuses.some((one) => one.group === 'done'))
    reader.error(place, 'noDoneStatus', 'has no status of the group “done”, so its tickets never end')
  else if (id !== undefined && statuses.find((one) => one.id === id)?.group !== 'done')
    reader.error(
      place,
      'rejectedNotDone',
      'sends what is turned away to a status that is not done; choose another',
    )
}

function statusRules(reader: Reader, kind: TicketKind, status: Status): void {
  const here = `kinds/${kind.id}#${status.id}`
  reader.refers(here, 'template', status.tell)
  if (!status.name.trim()) reader.error(here, 'nameMissing', 'has no name')
  if (!status.plainly.trim())
    reader.error(here, 'messageMissing', 'says nothing to the requester; write what they read')
  const moves = (kind.idle ?? []).flatMap(({ status: from, action }) =>
    action.do === 'move' ? [{ from, to: action.to }] : [],
  )
  const leaves = [...kind.transitions, ...moves]
  if (status.group !== 'done' && !leaves.some((one) => one.from === status.id))
    reader.error(here, 'noWayOut', `no way leads out of “${status.name}”`)
  const byThemselves = Object.values(kind.automatic).flatMap((moves) => Object.values(moves))
  const isReached =
    leaves.some((one) => one.to === status.id) ||
    byThemselves.includes(status.id) ||
    kind.turnedAway === status.id
  if (status.id !== kind.first && !isReached)
    reader.remark(here, 'noWayIn', `no way leads to “${status.name}”`)
  if (byThemselves.includes(status.id) && status.gate.some((field) => field.required))
    reader.remark(
      here,
      'gatePassedOver',
      'tickets come here by themselves too, and then nobody is asked what the gate asks',
    )
  gate(reader, here, kind, status.gate)
}

function gate(reader: Reader, here: string, kind: TicketKind, asks: GateAsk[]): void {
  const names = asks.map((one) => one.field)
  for (const name of new Set(names.filter((one, index) => names.indexOf(one) !== index)))
    reader.error(here, 'gateFieldTwice', `its gate asks for “${name}” twice`)
  for (const { field, label } of asks) {
    reader.refers(here, 'field', field)
    if (reader.ids.field!.has(field) && !kind.fields.some((one) => one.field === field))
      reader.error(here, 'fieldNotOfKind', `its gate asks for “${field}”, which “${kind.name}” does not have`)
    if (label !== undefined && !label.trim())
      reader.error(here, 'gateFieldWithoutWords', `its gate asks for “${field}” without words`)
  }
}

/** What a kind keeps: fields of the library, each once, and answers that fit them. */
function fieldsOfKind(reader: Reader, kind: TicketKind): void {
  const place = `kinds/${kind.id}`
  const { design } = reader
  const asked = new Set(
    design.items
      .filter((one) => one.kind === kind.id)
      .flatMap((item) => formsOfItem(item, reader.later))
      .flatMap((form) => reader.forms.get(form) ?? [])
      .flatMap(questionsIn),
  )
  const seen = new Set<string>()
  for (const { field, question } of kind.fields) {
    const here = `${place}#field-${field}`
    reader.refers(here, 'field', field)
    reader.refers(here, 'question', question)
    if (seen.has(field)) reader.error(here, 'fieldTwice', `has the field “${field}” twice`)
    seen.add(field)
    const [own, source] = [
      design.fields.find((one) => one.name === field),
      design.questions.find((one) => one.name === question),
    ]
    if (!own || !source) continue
    if (!takes(own, source))
      reader.error(
        here,
        'fieldQuestionMisfit',
        `takes the answer to “${source.label}”, which is of another type; choose a question of the same`,
      )
    else if (!asked.has(source.name))
      reader.remark(
        here,
        'fieldQuestionUnasked',
        `takes the answer to “${source.label}”, which no form of this kind asks`,
      )
  }
}

/** Whether every answer to a question is a value of a field. */
function takes(field: TicketField, { type, options = [] }: Question): boolean {
  if (field.type !== type) return field.type === 'longText' && type === 'text'
  const known = new Set(field.options?.map((one) => one.value))
  return !field.options || options.every((one) => known.has(one.value))
}

function idleTimer(
  reader: Reader,
  kind: TicketKind,
  { id, status, after, calendar, action }: IdleTimer,
): void {
  const here = `kinds/${kind.id}#idle-${id}`
  const known = (one: string) => kind.statuses.some((other) => other.id === one)
  if (!known(status))
    reader.error(here, 'statusMissing', `waits in the status “${status}”, which the kind does not have`)
  reader.refers(here, 'calendar', calendar)
  try {
    if (parseDuration(after) <= 0)
      reader.error(here, 'noTime', 'waits no time at all; give at least a minute')
  } catch (error) {
    reader.error(here, 'durationUnreadable', messageOf(error))
  }
  if (action.do === 'tell') return reader.refers(here, 'template', action.template)
  if (!known(action.to))
    return reader.error(
      here,
      'statusMissing',
      `moves to the status “${action.to}”, which the kind does not have`,
    )
  if (action.to === status) reader.error(here, 'movesToItself', 'moves a ticket to where it is already')
  for (const { label } of asksOfPeople(reader, statusOf(kind, action.to)))
    reader.error(
      here,
      'gateNotAnswered',
      `moves past a gate that asks “${label}”, which a timer cannot answer`,
    )
}

/** What a gate must be told that only a person can say: all but texts. */
export const asksOfPeople = ({ design }: Reader, { gate }: Status): { label: string }[] =>
  gate.flatMap(({ field: name, required, label }) => {
    const field = design.fields.find((one) => one.name === name)
    if (!required || !field || ['text', 'longText'].includes(field.type)) return []
    return [{ label: label ?? field.label }]
  })

/** Whether idle timers alone could move a ticket for ever. */
function goesRound({ idle = [], statuses }: TicketKind): boolean {
  const next = new Map(
    statuses.map(({ id }) => [
      id,
      idle.flatMap(({ status, action }) => (status === id && action.do === 'move' ? [action.to] : [])),
    ]),
  )
  const isRound = (id: string, path: string[]): boolean =>
    path.includes(id) || (next.get(id) ?? []).some((to) => to !== id && isRound(to, [...path, id]))
  return statuses.some(({ id }) => isRound(id, []))
}
