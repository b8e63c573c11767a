import { answersInWords } from '../../core/intake'
import type { TicketState } from '../../core/ticket'
import { withoutPeople } from '../../core/writing'
import type { Reading } from './reading'
import { findState } from './ticketState'

/** So much is taken over of what was said. */
const MOST = 20_000
const LONGEST_TITLE = 160

/**
 * What a ticket was about as the draft of an article: what was asked, what was done step by step, and what solved it. Who it
 * was, mail addresses and long numbers are left out.
 * @returns undefined when there is no such ticket
 */
export async function asArticle(desk: Reading, reference: number) {
  const state = await findState(desk, reference)
  if (!state) return undefined
  const [design, directory] = await Promise.all([desk.knowledge.editionOf(state), desk.knowledge.directory()])
  const near = new Set([state.requester, state.technician, state.solvedBy])
  const people = [...directory.people.values()].map(({ id, name }) => ({ name, near: near.has(id) }))
  const bare = (text: string) => withoutPeople(text.slice(0, MOST), people)
  const item = design.findItem(state.item)
  const answers = item
    ? answersInWords(
        design.form(item.form),
        design.questions,
        state.answers,
        design.nameOf(directory, state.attachments),
      )
    : []
  const ended = state.remarks?.trim() || (await lastReply(desk, reference))
  const body = [
    ...['## What was asked', ''],
    ...answers.map(({ label, answer }) => `- **${label}** ${oneLine(bare(answer))}`),
    ...stepsDone(state).map(
      (text, at) => `${at === 0 ? '\n## What was done\n\n' : ''}1. [ ] ${oneLine(bare(text))}`,
    ),
    ...['', '## What solved it', '', ended ? bare(ended) : '(Nothing was written of it.)', ''],
  ]
  const about = directory.equipment.get(state.equipment?.number ?? '')?.type
  return {
    title: bare(state.summary).slice(0, LONGEST_TITLE),
    body: body.join('\n'),
    items: item ? [item.id] : [],
    categories: [state.category],
    equipmentTypes: about ? [about] : [],
  }
}

const oneLine = (text: string) => text.replace(/\s+/g, ' ').trim()

const stepsDone = ({ procedures = [] }: TicketState): string[] =>
  procedures.flatMap(({ steps }) => steps.filter((one) => one.at !== undefined).map((one) => one.text))

/** What the desk told its requester last. */
async function lastReply({ db }: Pick<Reading, 'db'>, reference: number): Promise<string | undefined> {
  const row = await db
    .selectFrom('entry')
    .select('body')
    .where('reference', '=', reference)
    .where('kind', '=', 'replied')
    .orderBy('sequence', 'desc')
    .limit(1)
    .executeTakeFirst()
  const text = (row?.body as { text?: unknown } | undefined)?.text
  return typeof text === 'string' ? text : undefined
}
