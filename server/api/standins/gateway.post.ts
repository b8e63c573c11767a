import { IsIn } from 'class-validator'
import { defineRoute } from '../../http/route'
import {
  BEHAVIOURS,
  setBehaviour,
  STANDIN_CHANNELS,
  type Behaviour,
  type StandinChannel,
} from '../../standins/messageStore'

class BehaviourBody {
  @IsIn(STANDIN_CHANNELS, { message: 'choose chat, text, pager or call' })
  channel!: StandinChannel

  @IsIn(BEHAVIOURS, { message: `choose one of ${BEHAVIOURS.join(', ')}` })
  behaviour!: Behaviour
}

export default defineRoute(
  { who: 'lead', summary: 'Say how a stand-in behaves', body: BehaviourBody },
  ({ desk, body }) => setBehaviour(desk.db, body.channel, body.behaviour),
)
