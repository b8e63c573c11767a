import { IsIn } from 'class-validator'
import { defineRoute } from '../../http/route'
import { setMonitorFaults } from '../../standins/monitor'

class MonitorBody {
  /** How the stand-in answers when it is asked to set something right itself. */
  @IsIn(['works', 'fails', 'silent'], { message: 'choose works, fails or silent' })
  fixes!: 'works' | 'fails' | 'silent'
}

export default defineRoute(
  {
    may: 'repeatMessages',
    summary: 'Say how the monitor stand-in answers when it is asked for a first fix',
    body: MonitorBody,
  },
  ({ desk, body }) => setMonitorFaults(desk.db, body),
)
