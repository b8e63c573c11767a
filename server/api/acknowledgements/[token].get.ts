import { getRouterParam } from 'h3'
import { messageOfToken } from '../../queries/messages'
import { defineRoute } from '../../http/route'

export default defineRoute(
  { who: 'anyone', summary: 'What the link of a message stands for, and whether somebody has it already' },
  ({ event, desk }) => messageOfToken(desk, getRouterParam(event, 'token') ?? ''),
)
