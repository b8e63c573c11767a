import type { Answers } from '../../core/intake'
import { linkedBy } from '../queries/linked'
import type { Caller } from '../base/caller'
import { filesIn, takeFiles } from './attachments'
import type { Desk } from './desk'

/** The questions of a task, answered by somebody who has signed in. */
export async function fillByPerson(
  desk: Desk,
  person: string,
  reference: number,
  filled: { run: number; task: string; answers: Answers },
): Promise<{ sequence: number }> {
  const { questions } = await desk.knowledge.currentEdition()
  const attachments = await takeFiles(desk.db, filesIn(filled.answers, questions), person)
  const { sequence } = await desk.run(
    reference,
    { kind: 'fillForm', ...filled, ...(attachments.length && { attachments }) },
    { person },
  )
  return { sequence }
}

/**
 * The questions of a task, answered by whoever has the link that was sent for it; it can be used once.
 * @throws Refused where the link stands for nothing any more, or was sent to somebody else than has signed in
 */
export async function fillByLink(
  desk: Desk,
  token: string,
  signedIn: Pick<Caller, 'id'> | undefined,
  answers: Answers,
): Promise<void> {
  const { reference, link, actor, person } = await linkedBy(desk, 'form', token, signedIn)
  const { questions } = await desk.knowledge.currentEdition()
  const files = filesIn(answers, questions)
  // A file is kept for whoever has signed in; a stranger sends none.
  const isThem = person !== undefined && signedIn?.id === person.id
  const attachments = isThem ? await takeFiles(desk.db, files, person.id) : []
  const command = { kind: 'fillForm', run: link.run, task: link.task, answers, link } as const
  await desk.run(reference, { ...command, ...(attachments.length && { attachments }) }, actor)
}
