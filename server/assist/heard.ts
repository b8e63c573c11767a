import type { AssistDeed, MachineFacts } from '../../core/assist'
import { Refused, type Command } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import type { Desk } from '../commands/desk'
import type { Database, Trx } from '../db/connection'
import { ticketState } from '../queries/ticketState'
import { sayInAssist } from './sessions'

/** What a service says of a session. */
export interface AssistWord {
  type: AssistWordKind
  session: string
  facts?: MachineFacts
  /** Id of somebody of the desk; nobody is whoever sits at the machine. */
  person?: string
  text?: string
  name?: string
  size?: number
  to?: 'machine' | 'desk'
  yes?: boolean
  why?: 'left' | 'done' | 'failed'
}
export const ASSIST_WORDS = [
  ...(['assist.answered', 'assist.seen', 'assist.said', 'assist.restarting', 'assist.lost'] as const),
  ...(['assist.back', 'assist.alive', 'assist.file', 'assist.left', 'assist.ended'] as const),
] as const
export type AssistWordKind = (typeof ASSIST_WORDS)[number]

/** So long a word is known again, in milliseconds: longer than anybody tries again. */
const KNOWN = 7 * 24 * 3_600_000

/**
 * Takes what the service says, once however often it comes.
 * @param id by which a repeat is recognised
 * @returns whether the session goes on; a service that hears that it does not lets go of it
 * @throws Refused where there is no such session, or what is said of it cannot be
 */
export async function hearService(desk: Desk, id: string, word: AssistWord): Promise<{ goesOn: boolean }> {
  const row = await desk.db
    .selectFrom('assist_session')
    .selectAll()
    .where('key', '=', word.session)
    .executeTakeFirst()
  if (!row) throw new Refused('missing', 'There is no such assist session here.')
  const goesOn = async () => {
    const { assists = [] } = await ticketState(desk, row.reference)
    return { goesOn: assists.some((one) => one.id === row.id && one.state !== 'ended') }
  }
  if (!(await goesOn()).goesOn) return { goesOn: false }
  await refuseStrangers(desk, row, word.person)
  if (word.type === 'assist.said') {
    if (await keepWord(desk.db, id)) await sayInAssist(desk, row.key, saidIn(word), true)
    return goesOn()
  }
  const command = commandOf(word, row.id)
  const actor = word.person === undefined ? { system: 'assist' } : { person: word.person }
  try {
    await desk.run(row.reference, command, actor, async (trx) => {
      if (!(await keepWord(trx, id))) throw new Repeated()
    })
  } catch (error) {
    if (!(error instanceof Repeated)) throw error
  }
  return goesOn()
}

/** A service speaks for those who came into its session, and for nobody else of the desk. @throws Refused for others */
async function refuseStrangers(
  desk: Desk,
  { reference, id }: { reference: number; id: number },
  person: string | undefined,
): Promise<void> {
  if (person === undefined) return
  const { assists = [] } = await ticketState(desk, reference)
  const session = assists.find((one) => one.id === id)
  if (!session?.people.some((one) => one.person === person))
    throw new Refused('invalid', 'They are not in this session.', [
      { field: 'person', message: 'name somebody who came in' },
    ])
}

/** It was heard before; what came of it a second time is taken back. */
class Repeated extends Error {}

const saidIn = ({ person, text = '' }: AssistWord) => ({ person: person ?? null, text })

async function keepWord(db: Database | Trx, id: string): Promise<boolean> {
  const kept = await db
    .insertInto('assist_heard')
    .values({ id: id.slice(0, 200), at: deskNow() })
    .onConflict((on) => on.doNothing())
    .returning('id')
    .executeTakeFirst()
  return kept !== undefined
}

const DEEDS: Partial<Record<AssistWordKind, AssistDeed>> = {
  'assist.restarting': { is: 'restart' },
  'assist.lost': { is: 'lost' },
  'assist.back': { is: 'back' },
  'assist.alive': { is: 'goesOn' },
}

/** @throws Refused where something of it is missing */
function commandOf(word: AssistWord, id: number): Exclude<Command, { kind: 'log' }> {
  const { type, facts = {}, yes, why = 'done', person, name = '', size = 0, to = 'machine' } = word
  switch (type) {
    case 'assist.answered':
      return { kind: 'answerAssist', id, yes: yes === true }
    case 'assist.seen':
      return { kind: 'seeMachine', id, facts }
    case 'assist.left':
      if (person === undefined) throw missing('person')
      return { kind: 'leaveAssist', id, person }
    case 'assist.ended':
      return { kind: 'endAssist', id, why }
    case 'assist.file':
      return { kind: 'assistDid', id, did: { is: 'file', name, size, to } }
    default:
      return { kind: 'assistDid', id, did: DEEDS[type]! }
  }
}

const missing = (field: string) =>
  new Refused('invalid', 'Something is missing.', [{ field, message: 'say it too' }])

/** Forgets words that no service says again. */
export async function sweepHeard(db: Database): Promise<void> {
  await db
    .deleteFrom('assist_heard')
    .where('at', '<', deskNow() - KNOWN)
    .execute()
}
