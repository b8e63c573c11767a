import 'reflect-metadata'
import { Transform, Type } from 'class-transformer'
import {
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import type { JobWords } from '../../core/dispatch'
import { MOST_NUMBER } from './bodies'

const DAY = /^\d{4}-\d{2}-\d{2}$/

/** What of a job is said when it is wanted; what is left out follows from its ticket. */
export class JobBody {
  @IsOptional()
  @IsString()
  @MaxLength(300)
  what?: string

  /** In milliseconds. */
  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(MOST_NUMBER)
  takes?: number

  /** Id of what whoever does it must know; null for nothing. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  skill?: string | null

  /** Id of the site; null where that does not matter. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  site?: string | null

  /** Epoch milliseconds; null for no limit. */
  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(MOST_NUMBER)
  earliest?: number | null

  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(MOST_NUMBER)
  latest?: number | null

  /** The requester is told when somebody comes, and may confirm, move or call it off. */
  @IsOptional()
  @IsBoolean()
  visit?: boolean

  /** Who must be there. */
  @IsOptional()
  @IsString()
  @MaxLength(300)
  meets?: string
}

/** What a job is when some of its words change. */
export function jobWords(before: JobWords, body: JobBody): JobWords {
  /** Left out it stays, null takes it away. */
  const of = <K extends 'skill' | 'site' | 'earliest' | 'latest'>(name: K): JobWords[K] =>
    body[name] === undefined ? before[name] : ((body[name] ?? undefined) as JobWords[K])
  return {
    ...{ what: body.what ?? before.what, takes: body.takes ?? before.takes },
    ...{ skill: of('skill'), site: of('site'), earliest: of('earliest'), latest: of('latest') },
    meets: body.meets ?? before.meets,
    ...((body.visit ?? before.visit) && { visit: true }),
  }
}

export class SeriesBody {
  /** As RFC 5545 writes it, such as FREQ=YEARLY;BYMONTH=3,9;BYDAY=1MO. */
  @IsString()
  @MaxLength(200)
  rule!: string

  /** The day from which on it counts. */
  @Matches(DAY, { message: 'write the day as 2026-11-16' })
  first!: string

  /** So many days there are for each, from the day that the rule names. */
  @IsInt()
  @Min(1)
  @Max(92)
  days: number = 14
}

export class WantedBody extends JobBody {
  /** A job that is open or placed already is meant, where there is one. */
  @IsOptional()
  @IsBoolean()
  once?: boolean

  /** The work repeats, with a job for each day that a rule names. */
  @IsOptional()
  @ValidateNested()
  @Type(() => SeriesBody)
  repeats?: SeriesBody
}

export class JobChangeBody extends JobBody {
  /** It is not wanted any more; its fixed time goes with it. */
  @IsOptional()
  @IsIn([true])
  calledOff?: true

  /** All that repeat with it and are not begun are called off as well. */
  @IsOptional()
  @IsIn([true])
  series?: true
}

export class BookedBody {
  /** Id of the fixed time. */
  @IsInt()
  @Min(1)
  @Max(MOST_NUMBER)
  booking!: number
}

/** A fixed time as it was read by whoever says something of it. */
export class ReadBody extends BookedBody {
  /** When it begins, in epoch milliseconds. */
  @IsInt()
  @Min(0)
  @Max(MOST_NUMBER)
  from!: number
}

export class StandsBody extends ReadBody {
  @IsString()
  @MaxLength(80)
  person!: string
}

export class PlaceBody {
  /** Id of whoever is sent. */
  @IsString({ message: 'choose somebody' })
  @MaxLength(80)
  person!: string

  /** Epoch milliseconds. */
  @IsInt()
  @Min(0)
  @Max(MOST_NUMBER)
  from!: number

  /** How long it takes then, in milliseconds; as long as it did if left out. */
  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(MOST_NUMBER)
  takes?: number

  /** Where it stood before, as it was seen; left out where it was not placed. */
  @IsOptional()
  @ValidateNested()
  @Type(() => StandsBody)
  now?: StandsBody

  /** Why it is placed there although something speaks against it. */
  @IsOptional()
  @IsString()
  @MaxLength(300)
  insists?: string

  /** Whether whoever is sent is told at once; later, or when the day is told, if not. */
  @IsBoolean()
  tell: boolean = true
}

export class SplitBody {
  /** How long it takes from now on, in milliseconds; what is left is a job of its own. */
  @IsInt()
  @Min(0)
  @Max(MOST_NUMBER)
  first!: number
}

export class DayBody {
  /** In the zone of the desk; today if left out. */
  @IsOptional()
  @Matches(DAY, { message: 'write the day as 2026-11-16' })
  day?: string
}

export class BoardQuery extends DayBody {
  /** So many days: 1, 7 or 14. */
  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsIn([1, 7, 14])
  days: number = 1
}

export class PlacesQuery extends DayBody {
  /** Number of the ticket. */
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  @Max(MOST_NUMBER)
  reference!: number

  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  @Max(MOST_NUMBER)
  job!: number
}

export class JobsQuery extends DayBody {
  /** Words of a job or its ticket, its site, its requester or their organisation, or its number. */
  @IsOptional()
  @IsString()
  @MaxLength(200)
  search?: string

  /** Where the page before ended, as it said in `next`. */
  @IsOptional()
  @Matches(/^\d{1,16}_\d{1,15}_\d{1,9}$/, { message: 'give back what the page before said in next' })
  after?: string

  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  @Max(200)
  limit: number = 60
}
