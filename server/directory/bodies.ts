import {
  IsEmail,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  MinLength,
} from 'class-validator'

const DATE = /^\d{4}-\d{2}-\d{2}$/
const A_DATE = { message: 'write a date like 2026-12-01' }

/** An agreement as somebody fills it in, or as a line of a file gives it. */
export class AgreementBody {
  /** Id or name of the organisation that holds it. */
  @IsString({ message: 'name the organisation' })
  @MinLength(1, { message: 'name the organisation' })
  @MaxLength(120)
  organisation!: string

  @IsString({ message: 'say what is covered' })
  @MinLength(1, { message: 'say what is covered' })
  @MaxLength(80)
  cover!: string

  @IsOptional()
  @IsString()
  @MaxLength(80)
  type?: string

  /** First day, in the zone of the desk. */
  @Matches(DATE, A_DATE)
  first!: string

  /** Last day; a year from the first if left out. */
  @IsOptional()
  @Matches(DATE, A_DATE)
  last?: string

  @IsOptional()
  @IsNumber({ maxDecimalPlaces: 2 }, { message: 'give an amount like 1200.50' })
  @Min(0)
  @Max(999_999_999)
  amount?: number

  @IsOptional()
  @IsString()
  @MaxLength(120)
  contact?: string

  @IsOptional()
  @IsString()
  @MaxLength(60)
  phone?: string

  @IsOptional()
  @IsEmail({ require_tld: false }, { message: 'write a mail address like ines@merrow.example' })
  mail?: string

  @IsOptional()
  @IsString()
  @MaxLength(300)
  address?: string

  /** Id of the calendar of the design whose hours were bought. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  calendar?: string

  /** Id of the priority that its holder's tickets have, where the source order asks agreements. */
  @IsOptional()
  @IsString()
  @MaxLength(60)
  priority?: string

  @IsOptional()
  @IsString()
  @MaxLength(2000)
  remarks?: string
}

/** A piece of equipment as somebody fills it in, or as a line of a file gives it. */
export class EquipmentBody {
  @IsString({ message: 'say what it is' })
  @MinLength(1, { message: 'say what it is' })
  @MaxLength(120)
  name!: string

  @IsOptional()
  @IsString()
  @MaxLength(120)
  maker?: string

  @IsOptional()
  @IsString()
  @MaxLength(120)
  model?: string

  @IsOptional()
  @IsString()
  @MaxLength(120)
  serial?: string

  /** Id or name of the organisation whose it is. */
  @IsString({ message: 'name the organisation' })
  @MinLength(1, { message: 'name the organisation' })
  @MaxLength(120)
  organisation!: string

  /** Id or name of the site where it stands. */
  @IsOptional()
  @IsString()
  @MaxLength(120)
  site?: string

  /** Number of the agreement that covers it. */
  @IsOptional()
  @IsInt({ message: 'give the number of an agreement' })
  agreement?: number

  /** Last day of its maker's warranty. */
  @IsOptional()
  @Matches(DATE, A_DATE)
  warranty?: string

  @IsOptional()
  @IsString()
  @MaxLength(2000)
  remarks?: string
}

/** A file to take in, or to look at first. */
export class FileBody {
  /** The content: CSV after RFC 4180, with a line of headings. */
  @IsString()
  @MaxLength(5_000_000)
  text!: string

  /** Takes in the lines that are right; without it only the report is made. */
  @IsOptional()
  take?: boolean
}
