import { IsInt, IsOptional, IsString, MaxLength, ValidateIf } from 'class-validator'
import { getRouterParam } from 'h3'
import { overrideRota, type Override } from '../../../commands/rotas'
import { defineRoute } from '../../../http/route'

class OverrideBody implements Override {
  /** Epoch milliseconds. */
  @IsInt({ message: 'choose when it begins' })
  from!: number

  @IsInt({ message: 'choose when it ends' })
  to!: number

  /** Who has it; null for nobody. */
  @ValidateIf((body: OverrideBody) => body.person !== null)
  @IsString({ message: 'choose who has it' })
  @MaxLength(80)
  person!: string | null

  @IsOptional()
  @IsString()
  @MaxLength(200)
  why = ''
}

export default defineRoute(
  { who: 'technician', summary: 'Somebody else has a rota for a while: a swap', body: OverrideBody },
  async ({ event, desk, body, caller }) => ({
    ids: await overrideRota(desk, getRouterParam(event, 'rota') ?? '', [body], caller.id),
  }),
)
