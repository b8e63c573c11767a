import { CompiledDesign } from '../../core/design'
import { answerFacts, checkAnswers, fitsPattern, type Answers } from '../../core/intake'
import { TriageRehearsal } from '../../core/rehearsal'
import { arrivalFacts, askerFacts } from '../../core/facts'
import { Refused, type TicketState } from '../../core/ticket'
import { tryTriage, type TriageInput, type Workloads } from '../../core/triage'
import { deskNow } from '../clock/deskClock'
import type { Sight } from '../../core/rights'
import { seenSql } from './sight'
import type { Reading } from './reading'
import { ticketState } from './ticketState'
import { draftPage } from './draft'
import { textOf } from './learnt'
import { STATE_COLUMNS, wholeState } from '../db/rows'

export interface TrialQuestion {
  /** A ticket that is there, or else what somebody may ask for. */
  reference?: number
  item?: string
  requester?: string
  portal?: string
  answers?: Answers
}

/**
 * What the draft would make of a ticket, step by step.
 * @throws Refused when there is no such ticket, item or requester
 */
export async function triageTrial(desk: Reading, question: TrialQuestion) {
  const { draft, directory } = await draftInUse(desk)
  const state = question.reference === undefined ? undefined : await ticketState(desk, question.reference)
  const work = await desk.workOf([state?.requester ?? question.requester ?? ''])
  const plain = state ? inputOf(state, draft, directory, work) : await inputFrom(desk, question, draft, work)
  const text = textOf(state?.summary, state?.answers ?? question.answers ?? {})
  const input = await withSuggestion(desk, draft, plain, text)
  if (!draft.findItem(input.item))
    throw refused('item', `The draft has no catalog item “${input.item}”; choose another.`)
  const trial = tryTriage(input, draft, directory)
  if (!state) return { ...trial, steps: trial.steps.map((one) => ({ ...one, now: undefined })), ticket: null }
  const words = (await desk.knowledge.editionOf(state)).vocabulary(directory)
  return {
    ...trial,
    steps: trial.steps.map((one) => ({
      ...one,
      now: state[one.step] === null ? null : words.value(one.step, state[one.step]),
    })),
    ticket: { reference: state.reference, summary: state.summary, edition: state.edition },
  }
}

const refused = (field: string, message: string) => new Refused('invalid', message, [{ field, message }])

async function draftInUse(desk: Reading) {
  const [{ design }, directory] = await Promise.all([draftPage(desk), desk.knowledge.directory()])
  return { draft: new CompiledDesign(design, 0), directory }
}
type Known = Awaited<ReturnType<typeof draftInUse>>['directory']

/** With what the words of past tickets say, as a new ticket would be sorted. */
async function withSuggestion(
  desk: Reading,
  draft: CompiledDesign,
  input: TriageInput,
  text: string,
): Promise<TriageInput> {
  if (!draft.design.triage.learnt?.items.includes(input.item)) return input
  if (!desk.learnt.suggest(draft, input.item, text)) await desk.learnt.learn()
  return { ...input, suggestion: desk.learnt.suggest(draft, input.item, text) }
}

function inputOf(state: TicketState, draft: CompiledDesign, directory: Known, work: Workloads): TriageInput {
  const requester = directory.people.get(state.requester)
  if (!requester) throw refused('requester', 'Whoever asked for it is not in the directory any more.')
  const { item, agreement } = state
  return { item, facts: arrivalFacts(state, draft), requester, now: deskNow(), work, agreement }
}

async function inputFrom(
  desk: Reading,
  { item = '', requester: id = '', portal, answers = {} }: TrialQuestion,
  draft: CompiledDesign,
  work: Workloads,
): Promise<TriageInput> {
  const directory = await desk.knowledge.directory()
  const requester = directory.people.get(id)
  if (!requester) throw refused('requester', 'There is no such requester; choose another.')
  const found = draft.findItem(item)
  if (!found) throw refused('item', 'Choose a catalog item.')
  const now = deskNow()
  const asker = askerFacts(requester, portal ?? null, directory, now)
  const form = { form: draft.form(found.form), library: draft.questions, asker, fits: fitsPattern }
  // Answers may be missing in a trial, but those that are there must be ones that could be given.
  const wrong = checkAnswers(form, answers).find(({ question }) => answers[question] !== undefined)
  if (wrong) throw refused(`answers.${wrong.question}`, `${wrong.question}: ${wrong.message}`)
  const facts = {
    ...answerFacts(answers),
    ...asker,
    ...{ item, kind: found.kind, channel: portal === undefined ? 'desk' : 'portal', loggedAt: now },
  }
  const agreement = directory.agreementAt(requester.organisation, now)?.number ?? null
  return { item, facts, requester, now, work, agreement }
}

/** More past tickets than this are not sorted again. */
const MOST_TICKETS = 20_000
/** After so many tickets others get their turn. */
const STRETCH = 200
const DAY = 86_400_000

/**
 * Sorts the tickets of the last days by the draft and by the edition in force, and says what would differ.
 * @param sight which tickets whoever asks sees; others are left out
 */
export async function rehearseTriage(desk: Reading, days: number, sight: Sight) {
  const [{ draft, directory }, current] = await Promise.all([
    draftInUse(desk),
    desk.knowledge.currentEdition(),
  ])
  const rehearsal = new TriageRehearsal(current, draft, directory)
  const work: Workloads = { openCounts: new Map() }
  const since = deskNow() - days * DAY
  let before = Number.MAX_SAFE_INTEGER
  let seen = 0
  for (;;) {
    const rows = await desk.db
      .selectFrom('ticket')
      .select(['reference', ...STATE_COLUMNS])
      .where('logged_at', '>=', since)
      .where('reference', '<', before)
      .where(seenSql(sight))
      .orderBy('reference', 'desc')
      .limit(STRETCH)
      .execute()
    for (const state of rows.map(wholeState))
      if (directory.people.has(state.requester))
        rehearsal.add({
          reference: state.reference,
          input: { ...inputOf(state, draft, directory, work), now: state.loggedAt },
        })
    seen += rows.length
    before = rows.at(-1)?.reference ?? 0
    if (rows.length < STRETCH || seen >= MOST_TICKETS) break
    await new Promise((next) => setImmediate(next))
  }
  const { tickets, changed, left, result } = rehearsal
  return { days, tickets, changed, left, isCutOff: seen >= MOST_TICKETS, groups: result.slice(0, 60) }
}
