import { dueAt, type Clock } from '../clock'
import type { Person } from '../design'
import { answersInWords } from '../intake'
import { statusOf } from '../lifecycle'
import { momentInWords } from '../time'
import type { Change } from './change'
import type { OutgoingMessage } from './entry'

function fill(text: string, fields: Record<string, string>): string {
  return text.replace(/\{(\w+)\}/g, (whole, name: string) => fields[name] ?? whole)
}

export function composeMessage(
  change: Change,
  person: Person,
  templateId: string,
  key: string,
  more: Record<string, string>,
): OutgoingMessage {
  const { state, design } = change
  const template = design.template(templateId)
  const fields = { ...ticketFields(change, person), ...more }
  const portal = state.portal ? design.findPortal(state.portal) : undefined
  return {
    key,
    person: person.id,
    address: person.mail,
    template: templateId,
    // A subject is one line, whatever a requester typed into the summary.
    subject: fill(template.subject, fields).replace(/\s+/g, ' ').slice(0, 200),
    body: fill(template.body, fields),
    from: portal?.mailbox ?? design.design.portals[0]?.mailbox ?? 'desk@localhost',
  }
}

function ticketFields(change: Change, person: Person): Record<string, string> {
  const { state, design, directory } = change
  const by = (target: string) => {
    if (state.held) return 'a time that you are told as soon as we have looked at it'
    const clock = state.clocks.findLast((one) => one.target === target)
    return clock ? dueInWords(clock, change, person) : 'no time promised'
  }
  const item = design.item(state.item)
  const answers = answersInWords(
    design.form(item.form),
    design.questions,
    state.answers,
    design.nameOf(directory, state.attachments),
  )
  return {
    reference: String(state.reference),
    summary: state.summary,
    recipient: person.name,
    requester: directory.nameOf(state.requester),
    organisation: directory.organisations.get(state.organisation ?? '')?.name ?? '',
    site: directory.sites.get(state.site ?? '')?.name ?? '',
    technician: state.technician ? directory.nameOf(state.technician) : 'nobody yet',
    team: directory.teams.get(state.team)?.name ?? state.team,
    priority: state.priority ? design.priority(state.priority).name : '',
    status: statusOf(design.kind(state.kind), state.status).plainly,
    answers: answers.map((one) => `${one.label} ${one.answer}`).join('\n'),
    respondBy: by('respond'),
    resolveBy: by('resolve'),
    desk: design.design.desk.name,
  }
}

function dueInWords(clock: Clock, change: Change, person: Person): string {
  const due = dueAt(clock, change.design.hoursOf(clock))
  return due === undefined ? 'paused' : `${momentInWords(due, person.zone, change.now)} (${person.zone})`
}
