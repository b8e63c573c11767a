import type { Status } from '../lifecycle'

/**
 * What the desk itself can tell a gate when it moves a ticket by itself.
 * @returns the fields it fills with the reason, and the names of those that only a person can
 */
export function filledGate(
  { gate }: Status,
  why: string,
): { fields: Record<string, string>; lacking: string[] } {
  const required = gate.filter((field) => field.required)
  const isText = ({ type }: (typeof gate)[number]) => ['text', 'longText'].includes(type ?? 'text')
  return {
    fields: Object.fromEntries(required.filter(isText).map((field) => [field.name, why])),
    lacking: required.filter((field) => !isText(field)).map((field) => field.name),
  }
}
