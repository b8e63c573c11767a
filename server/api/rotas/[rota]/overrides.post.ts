import { IsInt, IsOptional, IsString, MaxLength, ValidateIf } from 'class-validator'
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
  {
    may: ['planPeople', 'workTickets'],
    path: { rota: 'text' },
    summary: 'Somebody else has a rota for a while: a swap',
    body: OverrideBody,
  },
  async ({ desk, body, caller, path }) => ({
    ids: await overrideRota(desk, path.rota, [body], caller.id),
  }),
)
