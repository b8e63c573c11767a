import { HttpProblem } from '../../../http/problem'
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
} from 'class-validator'
import type { Command } from '../../../../core/ticket'
import { defineRoute } from '../../../http/route'

const DEEDS = ['pause', 'resume', 'extend'] as const

class ClocksBody {
  @IsIn(DEEDS, { message: `choose one of ${DEEDS.join(', ')}` })
  do!: (typeof DEEDS)[number]

  /** Names of the targets, such as resolve; none for all that run. */
  @IsArray()
  @ArrayMaxSize(20)
  @IsString({ each: true })
  targets: string[] = []

  /** The reason; it stands in the statement. Not needed to resume. */
  @IsOptional()
  @IsString()
  @MaxLength(2000)
  why: string = ''

  /** By how many minutes to extend. */
  @IsOptional()
  @IsInt({ message: 'give whole minutes' })
  @Min(1, { message: 'give at least one minute' })
  @Max(90 * 24 * 60, { message: 'give at most 90 days' })
  minutes?: number
}

function commandOf({ do: deed, targets, why, minutes }: ClocksBody): Exclude<Command, { kind: 'log' }> {
  if (deed === 'pause') return { kind: 'pauseClocks', targets, why }
  if (deed === 'resume') return { kind: 'resumeClocks', targets }
  return { kind: 'extendClock', target: targets[0] ?? '', by: (minutes ?? 0) * 60_000, why }
}

export default defineRoute(
  {
    may: ['workTickets', 'extendPromises'],
    path: { reference: 'number' },
    summary: 'Pause, resume or extend promises by hand',
    body: ClocksBody,
  },
  async ({ desk, caller, body, path }) => {
    if (body.do !== 'extend' && !caller.rights.has('workTickets'))
      throw new HttpProblem(403, 'Your role pauses and resumes no promises; ask a lead.')
    const { sequence } = await desk.run(path.reference, commandOf(body), { person: caller.id })
    return { sequence }
  },
)
