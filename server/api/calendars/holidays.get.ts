import { Transform } from 'class-transformer'
import { IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'
import { countries, publicHolidays, regions } from '../../calendars/holidays'
import { defineRoute } from '../../http/route'

class HolidaysQuery {
  /** ISO 3166-1 code; without one the answer lists the countries. */
  @IsOptional()
  @IsString()
  @MaxLength(2)
  country?: string

  @IsOptional()
  @IsString()
  @MaxLength(8)
  region?: string

  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt({ message: 'give a year such as 2026' })
  @Min(2000)
  @Max(2100)
  from?: number

  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt({ message: 'give a number of years' })
  @Min(1)
  @Max(10)
  years: number = 1
}

export default defineRoute(
  {
    may: 'changeDesign',
    summary: 'Public holidays of a country and region, as days for a calendar',
    query: HolidaysQuery,
  },
  ({ query: { country, region, from, years } }) => {
    if (!country) return { countries: countries() }
    const list = from === undefined ? [] : Array.from({ length: years }, (_, index) => from + index)
    return { regions: regions(country), exceptions: publicHolidays(country, region, list) }
  },
)
