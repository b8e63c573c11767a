import { IsBoolean, IsOptional, IsString, MaxLength } from 'class-validator'
import { overrideRota } from '../../../commands/rotas'
import { defineRoute } from '../../../http/route'
import { readRotaCalendar } from '../../../queries/rotas'

class FileBody {
  /** The iCalendar file. */
  @IsString()
  @MaxLength(1_000_000)
  text!: string

  /** Takes it over; left out it is only said what it holds. */
  @IsOptional()
  @IsBoolean()
  take?: boolean
}

export default defineRoute(
  {
    may: 'planPeople',
    path: { rota: 'text' },
    summary: 'Read who has a rota from an iCalendar file, and take it over as swaps',
    body: FileBody,
  },
  async ({ desk, body, caller, path }) => {
    const read = await readRotaCalendar(desk, body.text)
    if (body.take && read.duties.length)
      await overrideRota(
        desk,
        path.rota,
        read.duties.map(({ from, to, person }) => ({ from, to, person, why: 'from a calendar file' })),
        caller.id,
      )
    return read
  },
)
