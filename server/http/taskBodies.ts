// Must be there before the first @Type is read, whichever route is asked first.
import 'reflect-metadata'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  MaxLength,
  ValidateIf,
  ValidateNested,
} from 'class-validator'
import { MOST_TASKS } from '../../core/work'

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

  @IsOptional()
  @IsString()
  @MaxLength(80)
  person?: string
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

  /** Id of a checklist of the edition in force. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  checklist?: string
}

export class TaskChangeBody {
  @IsOptional()
  @IsBoolean()
  done?: boolean

  @IsOptional()
  @IsString()
  @MaxLength(300)
  text?: string

  /** Epoch milliseconds; null takes the day away. */
  @IsOptional()
  @ValidateIf((body: TaskChangeBody) => body.due !== null)
  @IsInt()
  due?: number | null

  /** Id of a person; null takes the person away. */
  @IsOptional()
  @ValidateIf((body: TaskChangeBody) => body.person !== null)
  @IsString()
  @MaxLength(80)
  person?: string | null
}
