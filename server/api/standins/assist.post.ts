import { IsIn } from 'class-validator'
import { defineRoute } from '../../http/route'
import { setAssistFaults, type AssistFaults } from '../../standins/machine'

class AssistFaultsBody implements AssistFaults {
  /** What whoever sits at the machine does. */
  @IsIn(['asks', 'agrees', 'refuses'], { message: 'choose asks, agrees or refuses' })
  guest!: AssistFaults['guest']

  @IsIn(['steady', 'breaks'], { message: 'choose steady or breaks' })
  line!: AssistFaults['line']

  @IsIn(['says', 'forgets'], { message: 'choose says or forgets' })
  end!: AssistFaults['end']
}

export default defineRoute(
  {
    may: 'repeatMessages',
    summary: 'Say how the assist stand-in behaves where nobody plays',
    body: AssistFaultsBody,
  },
  ({ desk, body: { guest, line, end } }) => setAssistFaults(desk.db, { guest, line, end }),
)
