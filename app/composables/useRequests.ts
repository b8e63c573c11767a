import { momentSaid, say, type Language } from '~~/core/words'

/** One of the requester's own requests. */
export type RequestSummary = AnswerOf<'GET /api/requests'>['rows'][number]

/** When the desk will act, in the words of a requester. The moment is written out, since a page may stay open for days. */
export function promiseInWords(one: RequestSummary, zone: string, language: Language): string {
  const moment = (at: number) => momentSaid(at, zone, one.loggedAt, language)
  if (one.group === 'done') return one.status
  if (one.waitsForMe)
    return one.reads === 'own'
      ? say(language, 'stands.waitsForYou')
      : say(language, 'stands.waitsForThem', { name: one.requester })
  if (!one.respond.ended && one.respond.due)
    return say(language, 'stands.answerBy', { time: moment(one.respond.due) })
  if (one.resolve.due)
    return say(language, 'stands.doneBy', { status: one.status, time: moment(one.resolve.due) })
  return one.status
}
