import { takeDeed } from '../../../commands/fieldWork'
import { DeedBody } from '../../../http/fieldBodies'
import { defineRoute } from '../../../http/route'

export default defineRoute(
  {
    may: 'workTickets',
    summary: 'Say that you are on the way to a fixed time of yours, have begun or are done, or report on it',
    body: DeedBody,
  },
  ({ desk, caller, body }) => takeDeed(desk, body, caller.id),
)
