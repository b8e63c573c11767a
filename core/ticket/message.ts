import { dueAt, type Clock } from '../clock'
import { fieldFact, valueInWords } from '../fields'
import type { CompiledDesign, Directory, Person, Template } from '../design'
import { answersInWords, type Portal } from '../intake'
import { statusOf } from '../lifecycle'
import type { Instant } from '../time'
import { chooseLanguage, LANGUAGES, momentSaid, say, type Language } from '../words'
import type { Change } from './change'
import type { TicketState } from './state'
import type { OutgoingMessage } from './entry'
import { isPerson, type Addressee } from './recipients'

/** Puts fields in their `{places}`; a name that is no field stays. */
export function fill(text: string, fields: Record<string, string>): string {
  return text.replace(/\{([\w.-]+)\}/g, (whole, name: string) => fields[name] ?? whole)
}

/** More fields of a message: as they are, or in the language of whoever gets it. */
export type More = Record<string, string> | ((language: Language) => Record<string, string>)

export function composeMessage(
  change: Change,
  addressee: Addressee,
  templateId: string,
  more: More,
): Omit<OutgoingMessage, 'key' | 'address'> {
  const { state, design } = change
  const person = isPerson(addressee) ? addressee : undefined
  const portal = state.portal ? design.findPortal(state.portal) : undefined
  const tag = languageOf(person, portal)
  const template = inLanguage(design.findTemplate(templateId) ?? PLAIN, tag)
  const to = { name: addressee.name, zone: person?.zone ?? design.design.desk.zone }
  const language = saidIn(tag)
  const said = typeof more === 'function' ? more(language) : more
  const fields = { ...messageFields(change, to, language), ...said }
  return {
    person: person?.id ?? '',
    template: templateId,
    // A subject is one line, whatever a requester typed into the summary.
    subject: fill(template.subject, fields).replace(/\s+/g, ' ').slice(0, 200),
    body: fill(template.body, fields).trim(),
    from: portal?.mailbox ?? design.design.portals[0]?.mailbox ?? 'desk@localhost',
  }
}

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

/**
 * What another system is told: the webhook's fields, filled in.
 * @returns undefined when the design has no such webhook
 */
export function composeCall(
  change: Change,
  webhookId: string,
  more: Record<string, string>,
): Omit<OutgoingMessage, 'key'> | undefined {
  const { design } = change
  const webhook = design.design.webhooks.find((one) => one.id === webhookId)
  if (!webhook) return undefined
  const zone = design.design.desk.zone
  const fields = { ...messageFields(change, { name: webhook.name, zone }), ...more }
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

/** The fields of a template, filled in for a ticket and whoever is written to. */
export function messageFields(
  change: Pick<Change, 'state' | 'design' | 'directory' | 'now'>,
  person: { name: string; zone: string },
  language: Language = 'en',
): Record<string, string> {
  const { state, directory } = change
  const design = change.design.inLanguage(language)
  const by = (target: string) => {
    if (state.held) return say(language, 'message.untilLooked')
    const clock = state.clocks.findLast((one) => one.target === target)
    return clock ? dueSaid(clock, change, person, language) : say(language, 'message.noTime')
  }
  const item = design.item(state.item)
  const answers = answersInWords(
    design.form(item.form),
    design.questions,
    state.answers,
    design.nameOf(directory, state.attachments),
    language,
  )
  return {
    reference: String(state.reference),
    summary: design.said(state.summary),
    recipient: person.name,
    requester: directory.nameOf(state.requester),
    organisation: directory.organisations.get(state.organisation ?? '')?.name ?? '',
    site: directory.sites.get(state.site ?? '')?.name ?? '',
    technician: state.technician ? directory.nameOf(state.technician) : say(language, 'message.nobodyYet'),
    team: directory.teams.get(state.team)?.name ?? state.team,
    priority: state.priority ? design.priority(state.priority).name : '',
    status: statusOf(design.kind(state.kind), state.status).plainly,
    answers: answers.map((one) => `${one.label} ${one.answer}`).join('\n'),
    respondBy: by('respond'),
    resolveBy: by('resolve'),
    desk: design.design.desk.name,
    ...fieldsInWords(state, design, directory, language),
  }
}

/** Every field that a template may name, in words: `{field.NAME}`; one without a value is empty. */
function fieldsInWords(
  { fields = {} }: TicketState,
  design: CompiledDesign,
  directory: Directory,
  language: Language,
): Record<string, string> {
  const nameOf = design.nameOf(directory)
  return Object.fromEntries(
    design.design.fields.map((field) => {
      const value = fields[field.name]
      return [fieldFact(field.name), value === undefined ? '' : valueInWords(field, value, nameOf, language)]
    }),
  )
}

function dueSaid(
  clock: Clock,
  { design, now }: Pick<Change, 'design' | 'now'>,
  { zone }: { zone: string },
  language: Language,
): string {
  const due = dueAt(clock, design.hoursOf(clock))
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
  const fields = {
    ...messageFields({ state, design, directory, now }, { name: requester?.name ?? '', zone }),
    text: '(what is written then)',
    rung: '(which rung rings)',
  }
  return { subject: fill(subject, fields).replace(/\s+/g, ' ').slice(0, 200), body: fill(body, fields) }
}
