/** A message as lists show it. */
export interface MessageRow {
  key: string
  reference: number
  person: string
  name: string | null
  address: string
  channel: string
  template: string
  subject: string
  body: string
  state: string
  attempts: number
  detail: string
  urgent: boolean
  why: string | null
  after: string | null
  not_before: number | null
  queued_at: number
  sent_at: number | null
  delivered_at: number | null
  acknowledged_at: number | null
  acknowledgedBy: string | null
}

/** What a message can be, for the screen, in the order of its life. */
export const MESSAGE_STATES: Record<string, string> = {
  held: 'held back',
  queued: 'queued',
  gathered: 'gathered with others',
  failed: 'failed, tried again later',
  sent: 'sent',
  delivered: 'delivered',
  acknowledged: 'acknowledged',
  givenUp: 'given up',
}
