import { mustSee } from '../../../queries/sight'
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  MaxLength,
} from 'class-validator'
import { endMajorIncident, gatherTickets, updateMajorIncident } from '../../../commands/major'
import { defineRoute } from '../../../http/route'

const STEPS = ['declare', 'gather', 'update', 'end'] as const

type Gathered = Awaited<ReturnType<typeof gatherTickets>>
type Ended = Awaited<ReturnType<typeof endMajorIncident>>

class MajorBody {
  @IsIn(STEPS, { message: 'choose declare, gather, update or end' })
  step!: (typeof STEPS)[number]

  /** What everybody it concerns is told. */
  @IsOptional()
  @IsString()
  @MaxLength(5000)
  text?: string

  /** Tickets that belong to it. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(200)
  @IsInt({ each: true })
  tickets?: number[]

  /** Gathers tickets that are done as well. */
  @IsOptional()
  @IsBoolean()
  evenDone?: boolean
}

export default defineRoute(
  {
    may: 'declareMajor',
    path: { reference: 'number' },
    summary: 'Declare a major incident, gather tickets to it, tell everybody it concerns, or end it',
    body: MajorBody,
  },
  async ({ desk, caller, body, path }): Promise<Partial<Gathered & Ended>> => {
    const reference = path.reference
    const actor = { person: caller.id }
    const { step, text = '', tickets = [], evenDone } = body
    await mustSee(desk, caller, tickets)
    if (step === 'gather') return gatherTickets(desk, reference, tickets, actor, evenDone)
    if (step === 'end') return endMajorIncident(desk, reference, text, actor)
    if (step === 'update') await updateMajorIncident(desk, reference, text, actor)
    else await desk.run(reference, { kind: 'declareMajor', text }, actor)
    return {}
  },
)
