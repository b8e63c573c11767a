import { IsInt } from 'class-validator'
import { startAdoption } from '../../commands/adoption'
import { defineRoute } from '../../http/route'

class AdoptionBody {
  /** The edition in force, as it was read. */
  @IsInt()
  edition!: number
}

export default defineRoute(
  { may: 'publishDesign', summary: 'Let every open ticket follow the edition in force', body: AdoptionBody },
  ({ desk, caller, body }) => startAdoption(desk, body.edition, caller.id),
)
