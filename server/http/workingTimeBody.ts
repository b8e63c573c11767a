import {
  IsString,
  MaxLength,
  Validate,
  ValidatorConstraint,
  type ValidatorConstraintInterface,
} from 'class-validator'

@ValidatorConstraint()
class CalendarOrName implements ValidatorConstraintInterface {
  validate(value: unknown) {
    return typeof value === 'string' ? value.length <= 120 : typeof value === 'object' && value !== null
  }
  defaultMessage() {
    return 'give the name of a calendar of the design, or a whole calendar'
  }
}

/** What both questions about working time need. */
export class WorkingTimeBody {
  /** Id or name of a calendar of the edition in force, or a calendar written out. */
  @Validate(CalendarOrName)
  calendar!: string | object

  /** ISO 8601; without an offset local time of the calendar's zone. */
  @IsString()
  @MaxLength(40)
  start!: string
}
