// Must be there before the first @Type is read, whichever route is asked first.
import 'reflect-metadata'
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsObject,
  IsOptional,
  IsString,
  MaxLength,
  ValidateIf,
} from 'class-validator'
import type { Answers } from '../../core/intake'
import { MOST_PLAN_TASKS } from '../../core/plan'
import { TEXT_LIMIT } from '../../core/ticket'

export class PlanBody {
  /** Id of a plan of the ticket's edition. */
  @IsString()
  @MaxLength(80)
  plan!: string
}

/** What becomes of a task of a plan; one of these. */
export class PlanTaskBody {
  @IsOptional()
  @IsBoolean()
  done?: boolean

  /** Why it is not needed. */
  @IsOptional()
  @IsString()
  @MaxLength(TEXT_LIMIT)
  notNeeded?: string

  /** Id of a person; null gives it back to its team. */
  @IsOptional()
  @ValidateIf((body: PlanTaskBody) => body.person !== null)
  @IsString()
  @MaxLength(80)
  person?: string | null

  /** Id of a team. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  team?: string
}

export class WordBody {
  @IsBoolean()
  yes!: boolean

  /** Needed with a no. */
  @IsOptional()
  @IsString()
  @MaxLength(TEXT_LIMIT)
  text?: string
}

export class HandWordBody {
  /** Who was asked; null where nobody could be found. */
  @ValidateIf((body: HandWordBody) => body.from !== null)
  @IsString()
  @MaxLength(80)
  from!: string | null

  /** Who is asked in their place. */
  @IsString()
  @MaxLength(80)
  to!: string
}

export class SendBackBody {
  /** Id of the stage that is entered again. */
  @IsString()
  @MaxLength(80)
  stage!: string

  /** What of it is to be done again; all that had begun if left out. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(MOST_PLAN_TASKS)
  @IsString({ each: true })
  @MaxLength(80, { each: true })
  tasks?: string[]

  @IsString()
  @MaxLength(TEXT_LIMIT)
  text!: string
}

export class EndPlanBody {
  @IsString()
  @MaxLength(TEXT_LIMIT)
  text!: string
}

export class FormAnswersBody {
  /** Answers by name of the question; checked against the form. */
  @IsObject({ message: 'give the answers as an object, by name of the question' })
  answers!: Answers
}

export class QuestionBody {
  /** What somebody wants to know before they say their word. */
  @IsString()
  @MaxLength(TEXT_LIMIT)
  text!: string
}
