import 'reflect-metadata'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  IsUUID,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import {
  ASSIST_MEANS,
  FACT_LIMIT,
  MACHINE_DEEDS,
  MOST_DISKS,
  type AssistMeans,
  type MachineDeed,
} from '../../core/assist'
import { ASSIST_WORDS, type AssistWordKind } from '../assist/heard'
import { LINE_LIMIT } from '../assist/sessions'
import { MOST_NUMBER } from './bodies'

/** What somebody of the desk asks whoever sits at a machine for. */
export class AssistBody {
  /** To see the screen comes with all of them. */
  @IsArray()
  @ArrayMaxSize(ASSIST_MEANS.length)
  @IsIn(ASSIST_MEANS, { each: true, message: `choose from ${ASSIST_MEANS.join(', ')}` })
  allows!: AssistMeans[]

  @IsBoolean({ message: 'say whether it is recorded' })
  recorded!: boolean

  /** Number of a piece of equipment; left out where the desk does not know the machine. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  machine?: string
}

export class AssistLineBody {
  @IsString({ message: 'write something' })
  @MaxLength(LINE_LIMIT)
  text!: string
}

export class AssistInviteBody {
  @IsString({ message: 'choose somebody' })
  @MaxLength(120)
  person!: string
}

class DiskBody {
  @IsString()
  @MaxLength(FACT_LIMIT)
  name!: string

  @IsNumber()
  @Min(0)
  @Max(MOST_NUMBER)
  size!: number

  @IsNumber()
  @Min(0)
  @Max(MOST_NUMBER)
  free!: number
}

class FactsBody {
  @IsOptional()
  @IsString()
  @MaxLength(FACT_LIMIT)
  system?: string

  /** In bytes. */
  @IsOptional()
  @IsNumber()
  @Min(0)
  @Max(MOST_NUMBER)
  memory?: number

  /** Sizes in bytes. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(MOST_DISKS)
  @ValidateNested({ each: true })
  @Type(() => DiskBody)
  disks?: DiskBody[]

  @IsOptional()
  @IsString()
  @MaxLength(FACT_LIMIT)
  network?: string

  /** In epoch milliseconds. */
  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(MOST_NUMBER)
  lastRestart?: number

  @IsOptional()
  @IsString()
  @MaxLength(FACT_LIMIT)
  person?: string
}

/** What the assist service says of a session. */
export class AssistWordBody {
  @IsIn(ASSIST_WORDS, { message: `choose one of ${ASSIST_WORDS.join(', ')}` })
  type!: AssistWordKind

  /** As the desk called it when it began. */
  @IsUUID()
  session!: string

  @IsOptional()
  @ValidateNested()
  @Type(() => FactsBody)
  facts?: FactsBody

  /** Id of somebody of the desk, as the desk said it; left out for whoever sits at the machine. */
  @IsOptional()
  @IsString()
  @MaxLength(120)
  person?: string

  @IsOptional()
  @IsString()
  @MaxLength(LINE_LIMIT)
  text?: string

  /** Of a file. */
  @IsOptional()
  @IsString()
  @MaxLength(200)
  name?: string

  /** In bytes. */
  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(MOST_NUMBER)
  size?: number

  @IsOptional()
  @IsIn(['machine', 'desk'])
  to?: 'machine' | 'desk'

  /** Whether whoever sits at the machine agrees. */
  @IsOptional()
  @IsBoolean()
  yes?: boolean

  @IsOptional()
  @IsIn(['left', 'done', 'failed'])
  why?: 'left' | 'done' | 'failed'
}

/** What somebody does on the machine of the stand-in. */
export class MachineBody {
  /** By which their window was opened. */
  @IsUUID()
  as!: string

  @IsIn(MACHINE_DEEDS, { message: `choose one of ${MACHINE_DEEDS.join(', ')}` })
  deed!: MachineDeed

  @IsOptional()
  @IsString()
  @MaxLength(LINE_LIMIT)
  text?: string

  @IsOptional()
  @IsString()
  @MaxLength(200)
  name?: string

  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(MOST_NUMBER)
  size?: number
}
