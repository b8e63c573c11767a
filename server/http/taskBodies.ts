// Must be there before the first @Type is read, whichever route is asked first.
import 'reflect-metadata'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  MaxLength,
  ValidateIf,
  ValidateNested,
} from 'class-validator'
import type { FieldValue } from '../../core/fields'
import { EVIDENCE_KINDS, MOST_TASKS, type Evidence } from '../../core/work'
import { IsFieldValue } from './fieldValues'

class EvidenceBody {
  @IsIn(EVIDENCE_KINDS, { message: 'choose field, file or figure' })
  is!: Evidence['is']

  /** Name of a field of the ticket; for a field. */
  @ValidateIf((body: EvidenceBody) => body.is === 'field')
  @IsString()
  @MaxLength(120)
  field?: string

  /** What the figure is of; for a figure. */
  @IsOptional()
  @IsString()
  @MaxLength(20)
  unit?: string

  /** It does from here on. */
  @IsOptional()
  @IsNumber()
  least?: number

  /** It does up to here. */
  @IsOptional()
  @IsNumber()
  most?: number
}

class NewTaskBody {
  @IsString()
  @MaxLength(300)
  text!: string

  @IsOptional()
  @IsString()
  @MaxLength(2000)
  description?: string

  /** The ticket is not done before it is. */
  @IsOptional()
  @IsBoolean()
  required?: boolean

  /** Epoch milliseconds. */
  @IsOptional()
  @IsInt()
  due?: number

  /** Or due so much working time after it came, as an ISO 8601 duration: `PT4H`. */
  @IsOptional()
  @IsString()
  @MaxLength(40)
  within?: string

  /** Id of whoever does it. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  person?: string

  /** Id of the team of which somebody does it. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  team?: string

  /** What is to be given when it is ticked. */
  @IsOptional()
  @IsObject()
  @ValidateNested()
  @Type(() => EvidenceBody)
  evidence?: EvidenceBody
}

/** Tasks written out, or those of a checklist. */
export class TasksBody {
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(MOST_TASKS)
  // A list in the list would count as nothing to check.
  @IsObject({ each: true, message: 'each task is an object with its text' })
  @ValidateNested({ each: true })
  @Type(() => NewTaskBody)
  tasks?: NewTaskBody[]

  /** Id of a checklist of the edition in force, or of one that is kept: `kept:12`. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  checklist?: string
}

/** What becomes of a task; null takes something away. */
export class TaskChangeBody {
  /** True ticks it; false opens it again, ticked or not needed. */
  @IsOptional()
  @IsBoolean()
  done?: boolean

  /** The figure that is given as it is ticked. */
  @IsOptional()
  @IsNumber()
  figure?: number

  /** Id of a file of yours that is given as it is ticked. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  file?: string

  /** What the field of the ticket says from now on, where the task wants it filled in. */
  @IsOptional()
  @IsFieldValue()
  value?: FieldValue

  /** Why it is not needed. */
  @IsOptional()
  @IsString()
  @MaxLength(300)
  notNeeded?: string

  @IsOptional()
  @IsString()
  @MaxLength(300)
  text?: string

  @IsOptional()
  @IsString()
  @MaxLength(2000)
  description?: string

  @IsOptional()
  @IsBoolean()
  required?: boolean

  /** Epoch milliseconds. */
  @IsOptional()
  @ValidateIf((body: TaskChangeBody) => body.due !== null)
  @IsInt()
  due?: number | null

  /** Or due so much working time after it came, as an ISO 8601 duration: `PT4H`. */
  @IsOptional()
  @IsString()
  @MaxLength(40)
  within?: string

  /** Id of a person. */
  @IsOptional()
  @ValidateIf((body: TaskChangeBody) => body.person !== null)
  @IsString()
  @MaxLength(80)
  person?: string | null

  /** Id of a team. */
  @IsOptional()
  @ValidateIf((body: TaskChangeBody) => body.team !== null)
  @IsString()
  @MaxLength(80)
  team?: string | null

  @IsOptional()
  @ValidateIf((body: TaskChangeBody) => body.evidence !== null)
  @IsObject()
  @ValidateNested()
  @Type(() => EvidenceBody)
  evidence?: EvidenceBody | null
}

export class TaskOrderBody {
  /** Ids of tasks; those that are not named stay behind them. */
  @IsArray()
  @ArrayMaxSize(MOST_TASKS)
  @IsString({ each: true })
  @MaxLength(80, { each: true })
  order!: string[]
}

export class KeepChecklistBody {
  @IsString()
  @IsNotEmpty({ message: 'give the checklist a name' })
  @MaxLength(80)
  name!: string

  /** Id of the team that is offered it; null for everybody, where your role changes the design. */
  @ValidateIf((body: KeepChecklistBody) => body.team !== null)
  @IsString()
  @MaxLength(80)
  team!: string | null

  /** The ticket that has the tasks. */
  @IsInt()
  reference!: number

  /** Ids of those that are kept; all of them if left out. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(MOST_TASKS)
  @IsString({ each: true })
  @MaxLength(80, { each: true })
  tasks?: string[]
}

export class KeptChecklistBody {
  @IsOptional()
  @IsString()
  @IsNotEmpty({ message: 'give the checklist a name' })
  @MaxLength(80)
  name?: string

  /** Id of the team that is offered it; null for everybody. */
  @IsOptional()
  @ValidateIf((body: KeptChecklistBody) => body.team !== null)
  @IsString()
  @MaxLength(80)
  team?: string | null
}
