import { IsString } from 'class-validator'

/** A text to send; how long it may be, the decider says. */
export class TextBody {
  @IsString({ message: 'please write something' })
  text!: string
}
