import type { CompiledDesign, Directory, Person } from '../../core/design'
import type { Answers, Asked } from '../../core/intake'
import { factsOf, type Facts } from '../../core/condition'
import { isNamedType } from '../../core/intake'
import {
  askedInForm,
  formToFill,
  Refused,
  sealToSay,
  type Actor,
  type FormAsked,
  type MessageLink,
  type TicketState,
} from '../../core/ticket'
import { oneBy } from '../../core/lookup'
import type { Language } from '../../core/words'
import type { Caller } from '../base/caller'
import { deskNow } from '../clock/deskClock'
import type { Reading } from './reading'
import { messageRowOf } from './messageByToken'
import { aboutRequest } from './plans'
import { ticketState } from './ticketState'

/** A link that was sent to somebody: which task of which ticket it is for, and who does it. */
export interface Linked {
  reference: number
  link: MessageLink
  /** Who was written to; nobody where the address is none of the directory. */
  person: Person | undefined
  actor: Actor
  state: TicketState
  design: CompiledDesign
  directory: Directory
}

/**
 * What a link stands for.
 * @param signedIn who opens it, where they have signed in: what was sent to somebody is not for another
 * @throws Refused where it stands for nothing, or for somebody who has left, or who is somebody else
 */
export async function linkedBy(
  desk: Reading,
  is: MessageLink['is'],
  token: string,
  signedIn: Pick<Caller, 'id'> | undefined,
): Promise<Linked> {
  const row = await messageRowOf(desk, is, token)
  const { link, reference } = row
  if (link?.is !== is) throw gone()
  const [directory, state] = await Promise.all([desk.knowledge.directory(), ticketState(desk, reference)])
  const person = directory.people.get(row.person)
  if (row.person !== '' && !person?.active) throw gone()
  if (person && signedIn && signedIn.id !== person.id)
    throw new Refused(
      'forbidden',
      `This link was sent to ${person.name}, and you are signed in as somebody else. Sign out to use it, or ask the desk to give it to you.`,
      [],
      'formOthers',
    )
  const design = await desk.knowledge.editionOf(state)
  const actor: Actor = person ? { person: person.id } : { system: 'link' }
  return { reference, link, person, actor, state, design, directory }
}

const gone = () => new Refused('missing', 'This link is not good any more.', [], 'linkGone')

/** The questions of a task as whoever answers them is shown them. */
export function formShown(
  { state, design, directory }: Pick<Linked, 'state' | 'design' | 'directory'>,
  { run, task, by, link }: { run: number; task: string; by: string | null; link?: MessageLink },
  language: Language,
) {
  const found = formToFill(state, design, directory, { run, task, by, ...(link && { link }) })
  const asked = askedInForm(state, directory, found, deskNow(), language)
  const questions = asked.form.steps.flatMap((step) =>
    step.questions.map((one) => oneBy(asked.library, one.question)),
  )
  return {
    ...aboutForm(state, design.inLanguage(language), directory, found),
    /** What the request says: for people of the directory, and not for whoever has an address. */
    said: by === null ? [] : aboutRequest(state, design.inLanguage(language), directory, language).answers,
    form: asked.form,
    questions,
    asker: factsNeeded(asked),
    /** What is answered already of what is asked. */
    answers: ownAnswered(state.answers, asked),
    /** Whether it names people or places, or wants files, which are there only for who signs in. */
    needsSignIn: questions.some(({ type }) => isNamedType(type) || type === 'attachment'),
    language,
  }
}

function aboutForm(
  state: TicketState,
  design: CompiledDesign,
  directory: Directory,
  { task, one }: FormAsked,
) {
  const whose = one.person === undefined ? undefined : directory.people.get(one.person)
  return {
    reference: state.reference,
    text: design.said(task.text),
    description: task.description ? design.said(task.description) : null,
    due: one.due ?? null,
    openedAt: one.openedAt,
    summary: design.said(state.summary),
    requester: directory.nameOf(state.requester),
    item: design.findItem(state.item)?.name ?? state.item,
    /** The portal at which the request was made; whoever is asked may sign in there. */
    portal: state.portal,
    /** Who is asked. */
    whose: one.form?.address ?? whose?.name ?? null,
    person: one.form?.address === undefined ? (one.person ?? null) : null,
    zone: whose?.zone ?? design.design.desk.zone,
  }
}

/** What conditions of the form ask for: nobody who has only a link is told more. */
function factsNeeded({ form, asker = {} }: Asked): Facts {
  const conditions = form.steps
    .flatMap((step) => step.questions)
    .flatMap((one) => [one.showWhen, one.requireWhen])
  const facts = new Set(conditions.flatMap((one) => (one ? factsOf(one) : [])))
  return Object.fromEntries([...facts].flatMap((fact) => (fact in asker ? [[fact, asker[fact]]] : [])))
}

function ownAnswered(answers: Answers, { form }: Asked): Answers {
  const names = form.steps.flatMap((step) => step.questions.map((one) => one.question))
  return Object.fromEntries(
    names.flatMap((name) => (answers[name] === undefined ? [] : [[name, answers[name]]])),
  ) as Answers
}

/** An approval as whoever is asked by a link is shown it. */
export function wordShown(linked: Linked, language: Language) {
  const { state, design, directory, link, person } = linked
  const { one, task, run } = sealToSay({ state, design }, { ...link, link, person: person?.id ?? '' })
  const said = design.inLanguage(language)
  return {
    ...aboutRequest(state, said, directory, language),
    ...{ reference: state.reference, run: link.run, task: link.task },
    text: said.said(task.text),
    plan: said.said(run.name),
    due: one.due ?? null,
    openedAt: one.openedAt,
    person: person?.name ?? '',
    zone: person?.zone ?? design.design.desk.zone,
    queries: (one.queries ?? [])
      .filter((query) => query.person === person?.id)
      .map(({ text, answer }) => ({ text, answer: answer?.text ?? null })),
    language,
  }
}
