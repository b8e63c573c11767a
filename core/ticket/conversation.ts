import type { Directory } from '../design'
import type { MovingEvent } from '../reason'
import { say, type Language } from '../words'
import type { Change } from './change'
import { Refused, type Command, type Said } from './command'
import { holdAgain } from './arrival'
import type { Attached, EntryBody } from './entry'
import { keepAnswers, requestersOf } from './said'
import { answerQueries } from './seals'
import { checkText, filesOf } from './text'

type Of<K extends Command['kind']> = Extract<Command, { kind: K }>

/** The entry of what a requester says; files may come without a word. */
export function answeredOf(said: Said): EntryBody {
  const { text, quoted, attachments } = said
  const words = attachments?.length && text.trim() === '' ? '' : checkText(text)
  return { kind: 'answered', text: words, ...(quoted && { quoted }), ...filesOf(said) }
}

/** What was said as a message tells it. It names the files; they are fetched where the request is read. */
function withFiles(
  text: string,
  { attachments = [] }: { attachments?: Attached[] },
  language: Language,
  key: 'message.files' | 'said.files',
): string {
  const names = attachments.map((one) => one.name).join(', ')
  return [text, names && say(language, key, { names })].filter(Boolean).join('\n\n')
}

/** The desk says something to the requester. */
export function reply(change: Change, said: Pick<Of<'reply'>, 'text' | 'attachments'>): void {
  const text = checkText(said.text)
  if (change.state.internal)
    throw new Refused(
      'conflict',
      'This ticket is internal: its requester sees nothing of it. Write on the request that it is a part of, or add a note here.',
    )
  change.enter({ kind: 'replied', text, ...filesOf(said) })
  const told = (language: Language) => ({ text: withFiles(text, said, language, 'message.files') })
  if (change.state.held) {
    change.tell(requestersOf(change), 'reply', told, { written: text })
    return
  }
  keepAnswers(change)
  moveByItself(change, 'onReply')
  change.tell(requestersOf(change), 'reply', told, { written: text })
}

/** Somebody writes a note for the desk; whom it names with an @ is told, and watches the ticket from then on. */
export function note(change: Change, said: Pick<Of<'note'>, 'text' | 'attachments'>): void {
  const text = checkText(said.text)
  const { actor } = change.context
  const self = 'person' in actor ? actor.person : undefined
  const mentions = mentionedIn(text, change.directory).filter((one) => one !== self)
  change.enter({ kind: 'noted', text, ...filesOf(said), ...(mentions.length && { mentions }) })
  for (const person of mentions)
    if (!change.state.watchers?.includes(person)) change.enter({ kind: 'watched', person, on: true })
  const people = mentions.map((one) => change.directory.people.get(one))
  change.tell(people, 'mentioned', { text }, { written: text })
}

/** The people of the desk whom a text names: an @ and the whole name. */
export function mentionedIn(text: string, directory: Directory): string[] {
  if (!text.includes('@')) return []
  const said = text.toLocaleLowerCase('en')
  return [...directory.people.values()]
    .filter(
      ({ role, active, name }) =>
        active && role !== 'requester' && said.includes(`@${name.toLocaleLowerCase('en')}`),
    )
    .map((one) => one.id)
}

/** The requester says something. */
export function answer(change: Change, said: Of<'answer'>): void {
  const { text } = said
  change.enter(answeredOf(said))
  // What was missing may be there now, so a person looks at it again.
  if (change.state.rejected) holdAgain(change, { is: 'event', event: 'onAnswer' })
  if (change.state.held) return
  moveByItself(change, 'onAnswer')
  const { technician } = change.state
  const told = withFiles(text.trim(), said, 'en', 'said.files')
  answerQueries(change, told)
  if (technician) change.tell([change.directory.people.get(technician)], 'answered', { text: told })
}

function moveByItself(change: Change, event: MovingEvent): void {
  const { state, design } = change
  const kind = design.kind(state.kind)
  const to = kind.automatic[event][state.status]
  if (!to || to === state.status) return
  const from = state.status
  const because = change.because({ is: 'movesWhen', kind: kind.id, from, to, event })
  change.enter({ kind: 'statusMoved', from, to, fields: [], because }, { system: 'lifecycle' })
  change.why = { is: 'event', event }
}
