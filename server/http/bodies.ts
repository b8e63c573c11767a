import { IsArray, IsOptional, IsString } from 'class-validator'

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
