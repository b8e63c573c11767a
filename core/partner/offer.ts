import type { FactValue } from '../condition'
import type { ConflictRule } from './map'

/** A value as it goes over: text, number, yes or no, several texts, or nothing. A moment is written after RFC 3339. */
export type WireValue = FactValue

/** What a ticket says to the partner, by the names of the side that says it. */
export type Wire = Readonly<Record<string, WireValue>>

/** What the values of an offered field are. */
export const OFFERED_TYPES = ['choice', 'text', 'number', 'yesNo', 'day', 'moment'] as const
export type OfferedType = (typeof OFFERED_TYPES)[number]

/** A value that a field may have, as the side that offers it calls it. */
export interface OfferedValue {
  id: string
  name: string
  /** Of a field that is taken in: what its desk would say of itself then, where it says that. */
  becomes?: { field: string; value: string }
}

/** A field that one side says, or takes in. */
export interface OfferedField {
  id: string
  name: string
  type: OfferedType
  /** Of a choice: everything that it may be. */
  values?: OfferedValue[]
  /** Of one that is taken in: whose stays where it was changed on both sides at once. */
  conflict?: ConflictRule
  /** A ticket is not taken in without it. */
  needed?: true
}

/**
 * What a desk says of its tickets to one partner, and what it takes in: published to that partner alone, so that both
 * maps can be held against each other before a ticket goes.
 */
export interface Offer {
  /** What the desk calls itself. */
  desk: string
  gives: OfferedField[]
  takes: OfferedField[]
  /** Whether what is said with the requester, notes and files go over. */
  says: Spoken
  hears: Spoken
}

/** What goes over besides fields. */
export interface Spoken {
  /** What desk and requester say to each other. */
  replies?: true
  /** Notes of the desk. */
  notes?: true
  files?: true
}

/** How many fields an offer has at most, and values one field: what a stranger sends is bounded by them. */
export const MOST_OFFERED = 100
export const MOST_VALUES = 500
/** Longest text of a value in characters. */
export const WIRE_TEXT_LIMIT = 20_000
/** So many bytes of a file go in one call at most. */
export const FILE_PART = 512 * 1024

export const fieldOf = (fields: readonly OfferedField[], id: string): OfferedField | undefined =>
  fields.find((one) => one.id === id)

export const valueNamed = ({ values = [] }: OfferedField, id: string): OfferedValue | undefined =>
  values.find((one) => one.id === id)

/** Whether something that a stranger says can be a value. */
export function isWireValue(said: unknown): said is WireValue {
  if (Array.isArray(said)) return said.length <= MOST_VALUES && said.every(isWireText)
  return (
    said === null ||
    typeof said === 'boolean' ||
    (typeof said === 'number' && Number.isFinite(said)) ||
    isWireText(said)
  )
}

const isWireText = (said: unknown): boolean => typeof said === 'string' && said.length <= WIRE_TEXT_LIMIT

/** Whether a value can be one of a field of this type; nothing always can. */
export function isOfType(type: OfferedType, value: WireValue): boolean {
  if (value === null) return true
  if (type === 'number') return typeof value === 'number' && Number.isFinite(value)
  if (type === 'yesNo') return typeof value === 'boolean'
  return typeof value === 'string' && value.length <= WIRE_TEXT_LIMIT
}
