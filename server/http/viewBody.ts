import { IsBoolean, IsNotEmpty, IsObject, IsString, MaxLength } from 'class-validator'
import type { ViewDefinition } from '../../core/work'

export class ViewBody {
  @IsString()
  @IsNotEmpty({ message: 'give the view a name' })
  @MaxLength(80)
  name!: string

  /** Everybody of the desk sees it; leads only. */
  @IsBoolean()
  shared: boolean = false

  /** Condition, order, groups, columns: see docs/API.md. */
  @IsObject()
  definition!: Partial<ViewDefinition>
}
