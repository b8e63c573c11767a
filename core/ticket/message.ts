import { dueAt, type Clock } from '../clock'
import { fieldFact, valueInWords } from '../fields'
import type { CompiledDesign, Directory, Person, Template, Webhook } from '../design'
import { answerInWords, answersInWords, type Portal } from '../intake'
import { statusOf } from '../lifecycle'
import type { Instant } from '../time'
import { plainWords } from '../writing'
import { chooseLanguage, LANGUAGES, momentSaid, say, type Language } from '../words'
import type { Change } from './change'
import type { TicketState } from './state'
import type { OutgoingMessage } from './entry'
import { isPerson, type Addressee } from './recipients'

/** What stands for a name in a text; undefined where it is no field. Only what a text names is reckoned. */
export type FieldOf = (name: string) => string | undefined

/** Puts fields in their `{places}`; a name that is no field stays. */
export function fill(text: string, fieldOf: FieldOf): string {
  return text.replace(/\{([\w.-]+)\}/g, (whole, name: string) => fieldOf(name) ?? whole)
}

/** What is said by the way comes before what a ticket says. */
export const withMore =
  (more: Record<string, string>, fieldOf: FieldOf): FieldOf =>
  (name) =>
    Object.hasOwn(more, name) ? more[name] : fieldOf(name)

/** More fields of a message: as they are, or in the language of whoever gets it. */
export type More = Record<string, string> | ((language: Language) => Record<string, string>)

export function composeMessage(
  change: Change,
  addressee: Addressee,
  templateId: string,
  more: More,
  written = '',
): Omit<OutgoingMessage, 'key' | 'address'> {
  const { state, design } = change
  const person = isPerson(addressee) ? addressee : undefined
  const portal = state.portal ? design.findPortal(state.portal) : undefined
  const tag = languageOf(person, portal)
  const template = inLanguage(design.findTemplate(templateId) ?? PLAIN, tag)
  const to = { name: addressee.name, zone: person?.zone ?? design.design.desk.zone }
  const language = saidIn(tag)
  const plain = plainWords(written)
  const said = inPlainWords(typeof more === 'function' ? more(language) : more, written, plain)
  const fields = withMore(said, messageFields(change, to, language))
  return {
    person: person?.id ?? '',
    template: templateId,
    // A subject is one line, whatever a requester typed into the summary.
    subject: fill(template.subject, fields).replace(/\s+/g, ' ').slice(0, 200),
    body: fill(template.body, fields).trim(),
    from: portal?.mailbox ?? design.design.portals[0]?.mailbox ?? 'desk@localhost',
    ...(written !== plain && { written }),
  }
}

/** What was written stands without its signs in what is read as text. */
const inPlainWords = (more: Record<string, string>, written: string, plain: string) =>
  written === plain
    ? more
    : Object.fromEntries(
        Object.entries(more).map(([name, text]) => [name, text.replace(written, () => plain)]),
      )

/** What is said where an older edition lacks the template of something newer. */
const PLAIN = { subject: '[{reference}] {summary}', body: '{text}\n\n{desk}' }

/** In which language somebody is written to: the one they chose, else for a requester that of the portal. */
const languageOf = (person: Person | undefined, portal: Portal | undefined): string | undefined =>
  person?.notify?.language ?? (person?.role === 'requester' ? portal?.languages?.[0] : undefined)

/** The language in which the fields of a message are said. */
const saidIn = (tag: string | undefined): Language =>
  chooseLanguage(tag === undefined ? [] : [tag], LANGUAGES)

/** The words of a template in a language, where it has them; `de` stands for `de-AT` too, and `nb` for `no`. */
function inLanguage(template: Pick<Template, 'subject' | 'body' | 'languages'>, language?: string) {
  const wanted = language?.toLowerCase()
  const [base] = wanted?.split('-') ?? []
  const said = template.languages ?? {}
  return said[wanted ?? ''] ?? said[base ?? ''] ?? said[saidIn(language)] ?? template
}

/** What another system is told: the webhook's fields, filled in; nothing without one. */
export function composeCall(
  change: Change,
  webhook: Webhook | undefined,
  more: Record<string, string>,
): Omit<OutgoingMessage, 'key'> | undefined {
  const { design } = change
  if (!webhook) return undefined
  const zone = design.design.desk.zone
  const fields = withMore(more, messageFields(change, { name: webhook.name, zone }))
  const data = Object.fromEntries(webhook.fields.map((one) => [one.name, fill(one.value, fields)]))
  return {
    person: '',
    address: webhook.id,
    template: webhook.id,
    subject: webhook.name,
    channel: 'call',
    body: JSON.stringify({ type: webhook.event, data }),
    from: '',
  }
}

type Asked = Pick<Change, 'state' | 'design' | 'directory' | 'now'>

/** Of which ticket, for whom and in which language a field is said. */
interface Saying extends Asked {
  person: { name: string; zone: string }
  language: Language
  /** The design that decides: its calendars are compiled already, those of its translation are not. */
  hours: CompiledDesign
}

/** What a template can name of every ticket. */
const FIELDS: Readonly<Record<string, (saying: Saying) => string>> = {
  reference: ({ state }) => String(state.reference),
  summary: ({ state, design }) => design.said(state.summary),
  recipient: ({ person }) => person.name,
  requester: ({ state, directory }) => directory.nameOf(state.requester),
  organisation: ({ state, directory }) => directory.organisations.get(state.organisation ?? '')?.name ?? '',
  site: ({ state, directory }) => directory.sites.get(state.site ?? '')?.name ?? '',
  technician: ({ state, directory, language }) =>
    state.technician ? directory.nameOf(state.technician) : say(language, 'message.nobodyYet'),
  team: ({ state, directory }) => directory.teams.get(state.team)?.name ?? state.team,
  priority: ({ state, design }) => (state.priority ? design.priority(state.priority).name : ''),
  status: ({ state, design }) => statusOf(design.kind(state.kind), state.status).plainly,
  answers: answersSaid,
  respondBy: (saying) => promised('respond', saying),
  resolveBy: (saying) => promised('resolve', saying),
  desk: ({ design }) => design.design.desk.name,
}

function answersSaid({ state, design, directory, language }: Saying): string {
  const answers = answersInWords(
    design.form(design.item(state.item).form),
    design.questions,
    state.answers,
    design.nameOf(directory, state.attachments),
    language,
  )
  return answers.map((one) => `${one.label} ${one.answer}`).join('\n')
}

/** By when a target is promised. */
function promised(target: string, saying: Saying): string {
  const { state, language } = saying
  if (state.held) return say(language, 'message.untilLooked')
  const clock = state.clocks.findLast((one) => one.target === target)
  return clock ? dueSaid(clock, saying) : say(language, 'message.noTime')
}

/** The fields of a template, filled in for a ticket and whoever is written to. */
export function messageFields(
  asked: Asked,
  person: { name: string; zone: string },
  language: Language = 'en',
): FieldOf {
  const { state, directory, now, design: hours } = asked
  const saying = { state, directory, now, design: hours.inLanguage(language), person, language, hours }
  return (name) =>
    Object.hasOwn(FIELDS, name)
      ? FIELDS[name]!(saying)
      : (answerSaid(name, saying) ?? fieldSaid(name, saying))
}

/** An answer in words, by `form.NAME`; one that was not given is empty. */
function answerSaid(name: string, { state, design, directory, language }: Saying): string | undefined {
  const question = name.startsWith('form.') ? design.questions.get(name.slice(5)) : undefined
  const answer = question && state.answers[question.name]
  if (!question || answer === undefined) return question && ''
  return answerInWords(question, answer, design.nameOf(directory, state.attachments), language)
}

/** A field of the ticket's kind in words, by `field.NAME`; one without a value is empty. */
function fieldSaid(name: string, { state, design, directory, language }: Saying): string | undefined {
  const field = design.design.fields.find((one) => fieldFact(one.name) === name)
  if (!field) return undefined
  const value = state.fields?.[field.name]
  return value === undefined ? '' : valueInWords(field, value, design.nameOf(directory), language)
}

function dueSaid(clock: Clock, { hours, now, person: { zone }, language }: Saying): string {
  const due = dueAt(clock, hours.hoursOf(clock))
  if (due === undefined) return say(language, 'message.paused')
  return `${momentSaid(due, zone, now, language)} (${zone})`
}

/** What a template would say of a ticket to its requester. */
export function previewMessage(
  state: TicketState,
  design: CompiledDesign,
  directory: Directory,
  now: Instant,
  { subject, body }: { subject: string; body: string },
): { subject: string; body: string } {
  const requester = directory.people.get(state.requester)
  const zone = requester?.zone ?? design.design.desk.zone
  const fields = withMore(
    { text: '(what is written then)', rung: '(which rung rings)' },
    messageFields({ state, design, directory, now }, { name: requester?.name ?? '', zone }),
  )
  return { subject: fill(subject, fields).replace(/\s+/g, ' ').slice(0, 200), body: fill(body, fields) }
}
