import { Type } from 'class-transformer'
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
  ValidateNested,
} from 'class-validator'
import { endNoticesOf, openNotice } from '../../../commands/knowledge'
import { NoticeBody } from '../../../http/knowledgeBodies'
import { HttpProblem } from '../../../http/problem'
import { endMajorIncident, gatherTickets, updateMajorIncident } from '../../../commands/major'
import { defineRoute } from '../../../http/route'

const STEPS = ['declare', 'gather', 'update', 'end'] as const

type Gathered = Awaited<ReturnType<typeof gatherTickets>>
type Ended = Awaited<ReturnType<typeof endMajorIncident>>
interface Taken {
  /** How many notices of it were taken away. */
  notices: number
}

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

  /** What the visitors of portals are told of it from its declaration until it ends. */
  @IsOptional()
  @ValidateNested()
  @Type(() => NoticeBody)
  notice?: NoticeBody
}

export default defineRoute(
  {
    may: 'declareMajor',
    path: { reference: 'number' },
    summary: 'Declare a major incident, gather tickets to it, tell everybody it concerns, or end it',
    body: MajorBody,
  },
  async ({ desk, caller, body, path }): Promise<Partial<Gathered & Ended & Taken>> => {
    const reference = path.reference
    const actor = { person: caller.id }
    const { step, text = '', tickets = [], evenDone, notice } = body
    await mustSee(desk, caller, tickets)
    if (step === 'gather') return gatherTickets(desk, reference, tickets, actor, evenDone)
    if (step === 'end') {
      const ended = await endMajorIncident(desk, reference, text, actor)
      return { ...ended, notices: await endNoticesOf(desk, reference) }
    }
    if (step === 'update') await updateMajorIncident(desk, reference, text, actor)
    else {
      if (notice && !caller.rights.has('writeNotices'))
        throw new HttpProblem(
          403,
          'Your role tells the visitors of portals nothing; ask a lead, or leave the notice out.',
        )
      await desk.run(reference, { kind: 'declareMajor', text }, actor)
      if (notice) await openNotice(desk, notice, caller.id, reference)
    }
    return {}
  },
)
