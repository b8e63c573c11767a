import { IsIn } from 'class-validator'
import { STANDIN_CHANNELS, type StandinChannel } from '../../../core/notification'
import { defineRoute } from '../../http/route'
import { BEHAVIOURS, setBehaviour, type Behaviour } from '../../standins/messageStore'

class BehaviourBody {
  @IsIn(STANDIN_CHANNELS, { message: `choose one of ${STANDIN_CHANNELS.join(', ')}` })
  channel!: StandinChannel

  @IsIn(BEHAVIOURS, { message: `choose one of ${BEHAVIOURS.join(', ')}` })
  behaviour!: Behaviour
}

export default defineRoute(
  { may: 'repeatMessages', summary: 'Say how a stand-in behaves', body: BehaviourBody },
  ({ desk, body }) => setBehaviour(desk.db, body.channel, body.behaviour),
)
