import 'reflect-metadata'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  IsUUID,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import { MOST_PARTS, MOST_PICTURES, REPORT_LIMIT } from '../../core/ticket'
import { FIELD_STEPS, type FieldStep, type UsedPart, type VisitReport } from '../../core/work'
import { MOST_NUMBER } from './bodies'
import { BookedBody } from './jobBodies'

class PartBody implements UsedPart {
  @IsString({ message: 'say what was used' })
  @MaxLength(300)
  what!: string

  /** How much of it: 2, 3 m. */
  @IsString()
  @MaxLength(60)
  count: string = '1'
}

class ReportBody implements VisitReport {
  @IsString()
  @MaxLength(REPORT_LIMIT)
  words: string = ''

  @IsArray()
  @ArrayMaxSize(MOST_PARTS)
  @ValidateNested({ each: true })
  @Type(() => PartBody)
  parts: PartBody[] = []

  /** Name of whoever of the customer signed. */
  @IsOptional()
  @IsString()
  @MaxLength(300)
  signedBy?: string

  /** Id of a picture of the signature that was sent before. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  signature?: string

  /** Ids of pictures that were sent before. */
  @IsArray()
  @ArrayMaxSize(MOST_PICTURES)
  @IsString({ each: true })
  pictures: string[] = []
}

export class DeedBody extends BookedBody {
  /** Made by whoever sends it: the same one is done once, however often it comes. */
  @IsUUID()
  key!: string

  /** Number of the ticket. */
  @IsInt()
  @Min(1)
  @Max(MOST_NUMBER)
  reference!: number

  /** When it was done, in epoch milliseconds; it may be sent later. */
  @IsInt()
  @Min(0)
  @Max(MOST_NUMBER)
  at!: number

  @IsOptional()
  @IsIn(FIELD_STEPS)
  step?: FieldStep

  /** What is said of the visit, instead of a step. */
  @IsOptional()
  @ValidateNested()
  @Type(() => ReportBody)
  report?: ReportBody
}
