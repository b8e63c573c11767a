import type { FieldValues } from '../fields'
import { isBlank } from '../fields'
import type { CompiledStatus } from '../lifecycle'

/**
 * What the desk itself can tell a gate when it moves a ticket by itself.
 * @param had the values that the ticket has: they answer what is not asked anew
 * @returns the fields it fills with the reason, and the names of those that only a person can
 */
export function filledGate(
  { gate }: CompiledStatus,
  why: string,
  had: FieldValues = {},
): { fields: Record<string, string>; lacking: string[] } {
  const required = gate.filter((one) => one.required && (one.anew || isBlank(had[one.name])))
  const isText = ({ type }: (typeof gate)[number]) => ['text', 'longText'].includes(type)
  return {
    fields: Object.fromEntries(required.filter(isText).map((field) => [field.name, why])),
    lacking: required.filter((field) => !isText(field)).map((field) => field.name),
  }
}
