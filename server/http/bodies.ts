// Must be there before the first @Type is read, whichever route is asked first.
import 'reflect-metadata'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  MaxLength,
  Min,
  MinLength,
  ValidateNested,
} from 'class-validator'
import { MOST_LACKING, type DirectoryThing } from '../../core/design'

/** The greatest number that tickets, agreements and equipment may have; far below what a column holds. */
export const MOST_NUMBER = 999_999_999_999_999

/** A text to send; how long it may be, the decider says. */
export class TextBody {
  @IsString({ message: 'please write something' })
  text!: string
}

/** The same with files. */
export class SaidBody extends TextBody {
  /** Ids of files that were sent before. */
  @IsOptional()
  @IsArray()
  @IsString({ each: true })
  files: string[] = []
}

/** The same to a requester. */
export class ReplyBody extends SaidBody {
  /** Number of the last entry that was on the screen; refused where something happened since that they should know. */
  @IsOptional()
  @IsInt()
  @Min(0)
  seen?: number
}

/** Most bytes of a call with a design file in it. */
export const DESIGN_FILE_LIMIT = 10 * 1024 * 1024

class MadeBody {
  @IsString()
  @MinLength(1, { message: 'say what it is called' })
  @MaxLength(80)
  name!: string

  /** Of a person. */
  @IsOptional()
  @IsString()
  @MaxLength(200)
  mail?: string

  /** Id of the organisation of a site. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  organisation?: string
}

class MatchBody {
  @IsIn(['team', 'queue', 'desk', 'person', 'organisation', 'site', 'role'])
  what!: DirectoryThing

  /** How the file calls it. */
  @IsString()
  @MaxLength(200)
  id!: string

  /** Which one here; null leaves it out. */
  @IsOptional()
  @IsString()
  @MaxLength(200)
  to?: string | null

  /** A new one. */
  @IsOptional()
  @IsObject({ message: 'say what the new one is called' })
  @ValidateNested()
  @Type(() => MadeBody)
  make?: MadeBody
}

export class DesignFileBody {
  /** The text of the file. */
  @IsString()
  @MaxLength(8_000_000)
  text!: string

  /** What of it that is not here becomes; what is left out is as it was last time, or as the names say. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(MOST_LACKING)
  @IsObject({ each: true, message: 'each match is an object' })
  @ValidateNested({ each: true })
  @Type(() => MatchBody)
  matches?: MatchBody[]
}

/** A password that is chosen. */
export class NewPasswordBody {
  @IsString()
  @MinLength(12, { message: 'use at least 12 characters; a few words are fine' })
  @MaxLength(200)
  password!: string
}
