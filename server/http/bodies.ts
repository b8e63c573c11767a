import { IsArray, IsInt, IsOptional, IsString, MaxLength, Min, MinLength } from 'class-validator'

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

export class DesignFileBody {
  /** The text of the file. */
  @IsString()
  @MaxLength(8_000_000)
  text!: string
}

/** A password that is chosen. */
export class NewPasswordBody {
  @IsString()
  @MinLength(12, { message: 'use at least 12 characters; a few words are fine' })
  @MaxLength(200)
  password!: string
}
