/** A message as lists show it. */
export type MessageRow = AnswerOf<'GET /api/messages'>['rows'][number]

/** What a message can be, for the screen, in the order of its life. */
export const MESSAGE_STATES: Record<MessageRow['state'], string> = {
  held: 'held back',
  queued: 'queued',
  gathered: 'gathered with others',
  failed: 'failed, tried again later',
  sent: 'sent',
  delivered: 'delivered',
  acknowledged: 'acknowledged',
  givenUp: 'given up',
}
