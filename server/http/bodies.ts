import { IsArray, IsOptional, IsString } from 'class-validator'

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
