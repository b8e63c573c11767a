import { Transform } from 'class-transformer'
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsObject,
  IsString,
  MaxLength,
  ValidateIf,
  ValidateNested,
} from 'class-validator'
import type { DesignStep } from '../../../core/design'
import { changeDraft } from '../../commands/draft'
import { defineRoute } from '../../http/route'

class OneChange implements DesignStep {
  /** Which list of the design (`questions`, `serviceLevels`, …) or `triage`. */
  @IsString()
  @MaxLength(60)
  list!: string

  /** Which thing of the list, or which part of triage. */
  @IsString()
  @MaxLength(120)
  id!: string

  /** The thing as it was when the change was begun; null when it is new. */
  @ValidateIf((body: OneChange) => body.before !== null && !Array.isArray(body.before))
  @IsObject()
  before!: unknown

  /** The thing as it shall be; null takes it away. */
  @ValidateIf((body: OneChange) => body.after !== null && !Array.isArray(body.after))
  @IsObject()
  after!: unknown
}

class DraftChangesBody {
  /** One after the other, all or none. */
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(500)
  @ValidateNested({ each: true })
  @Transform(({ value }) =>
    Array.isArray(value) ? value.map((one: object) => Object.assign(new OneChange(), one)) : value,
  )
  changes!: OneChange[]
}

export default defineRoute(
  {
    may: 'changeDesign',
    summary:
      'Change things in the draft, all or none; refused when somebody else changed one of them meanwhile',
    body: DraftChangesBody,
  },
  ({ desk, caller, body }) => changeDraft(desk, body.changes, caller.id),
)
