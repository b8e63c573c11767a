import { fieldFact } from '../fields'
import type { Design } from './design'
import { oneAt } from '../lookup'

/** The fields that a template may use, with what each stands for. */
export const TEMPLATE_FIELDS: Record<string, string> = {
  reference: 'number of the ticket',
  summary: 'what it is about, in one line',
  recipient: 'name of the person who is written to',
  requester: 'name of the requester',
  organisation: 'organisation of the requester',
  site: 'site of the requester',
  technician: 'name of the technician, or “nobody yet”',
  team: 'name of the team',
  priority: 'name of the priority',
  status: 'status in plain words',
  answers: 'the questions and answers of the form',
  respondBy: 'when the ticket is to be answered',
  resolveBy: 'when the ticket is to be solved',
  text: 'what was written (replies only)',
  rung: 'which rung of the ladder rings (ladders only)',
  desk: 'name of the desk',
}

/** Every field that a template of a design may use, with what each stands for. */
export const templateFields = ({ fields }: Pick<Design, 'fields'>): Record<string, string> => ({
  ...TEMPLATE_FIELDS,
  ...Object.fromEntries(fields.map((one) => [fieldFact(one.name), `the field “${one.label}”`])),
})

/** Whether a text may use a field: one of every ticket, or `{field.NAME}` of the library. */
export const isTemplateField = ({ fields }: Pick<Design, 'fields'>, name: string): boolean =>
  Object.hasOwn(TEMPLATE_FIELDS, name) || fields.some((one) => fieldFact(one.name) === name)

/** The fields in `{braces}` that a text uses. */
export function fieldsOf(text: string): string[] {
  return [...new Set([...text.matchAll(/\{([\w.-]+)\}/g)].map((match) => oneAt(match, 1)))]
}
