import { Transform } from 'class-transformer'
import { IsIn, IsInt, IsOptional, IsString, Matches, Max, MaxLength, Min } from 'class-validator'
import { isOperator, testsOf, type Condition } from '../../core/condition'
import { FIELD_COLUMN, VIEW_GROUPS, VIEW_SORTS, type ViewGroup, type ViewSort } from '../../core/work'
import { CannotFilter, conditionSql } from '../queries/conditionSql'
import type { View } from '../queries/ticketList'
import { HttpProblem } from './problem'

/** One of a list, or a field of ticket kinds. */
const oneOfOr = (list: readonly string[]) =>
  new RegExp(`^(?:${list.join('|')}|${FIELD_COLUMN.source.slice(1, -1)})$`)

const VIEWS = ['all', 'open', 'mine', 'team', 'unassigned', 'over', 'done'] as const

/** Which tickets a list shows, and in what order. */
export class WhichQuery {
  @IsOptional()
  @IsIn(VIEWS, { message: `choose one of ${VIEWS.join(', ')}` })
  view: View = 'open'

  @IsOptional()
  @IsString()
  @MaxLength(200)
  search?: string

  /** A condition of the design's language as JSON, by which the list is limited as well. */
  @IsOptional()
  @IsString()
  @MaxLength(8000)
  where?: string

  @IsOptional()
  @Matches(oneOfOr(VIEW_SORTS), { message: `choose one of ${VIEW_SORTS.join(', ')}, or field.NAME` })
  sort?: ViewSort

  /** The other way round. */
  @IsOptional()
  @IsIn(['true', 'false'], { message: 'choose true or false' })
  turned?: 'true' | 'false'

  @IsOptional()
  @Matches(oneOfOr(VIEW_GROUPS), { message: `choose one of ${VIEW_GROUPS.join(', ')}, or field.NAME` })
  group?: ViewGroup

  /** A rule of Design that decided something about the tickets in the last 90 days: `triage/where-it-goes#r2`. */
  @IsOptional()
  @IsString()
  @MaxLength(200, { message: 'give the address of a rule of Design' })
  rule?: string
}

/** The same, a page at a time. */
export class ListQueryBody extends WhichQuery {
  /** Where the page before ended, as it said in `next`. */
  @IsOptional()
  @Matches(
    /^(?:-?(?:\d{1,16}(?:\.\d{1,20})?(?:e[+-]?\d{1,3})?|Infinity)|\.[\w.-]{0,1100})_\d{1,15}(_[\w.-]{0,1100})?$/,
    {
      message: 'give back what the page before said in next',
    },
  )
  after?: string

  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  @Max(200)
  limit: number = 60
}

/**
 * Reads what a list asks for.
 * @throws HttpProblem when its condition cannot be read, or lists cannot be filtered by it
 */
export function readWhich({ view, search, where, sort, turned, group, rule }: WhichQuery) {
  return {
    ...{ view, search, sort, group, rule },
    isTurned: turned === 'true',
    ...(where && { where: readCondition(where) }),
  }
}

/** Most tests of one condition; each is asked of every ticket of a list. */
export const MOST_TESTS = 100

export function readCondition(text: string): Condition {
  let condition: unknown
  try {
    condition = JSON.parse(text)
  } catch {
    throw unusable('where', 'give a condition as JSON')
  }
  return checkedCondition(condition, 'where')
}

const unusable = (field: string, message: string) =>
  new HttpProblem(422, 'The condition cannot be used.', [{ field, message }])

/**
 * Something that was sent as a condition.
 * @param field by which it was sent
 * @throws HttpProblem where it is none, asks too much, or lists cannot be filtered by it
 */
export function checkedCondition(condition: unknown, field: string): Condition {
  const wrong = (message: string) => unusable(field, message)
  if (!isCondition(condition, 0)) throw wrong('a condition is a test, or a group “all”, “any” or “none”')
  if (testsOf(condition).length > MOST_TESTS) throw wrong(`ask ${MOST_TESTS} things at most`)
  try {
    conditionSql(condition, { now: 0 })
  } catch (error) {
    if (error instanceof CannotFilter) throw wrong(error.message)
    throw error
  }
  return condition
}

/** Whether something has the shape of a condition, not deeper and not wider than anybody would build one. */
export function isCondition(value: unknown, depth: number): value is Condition {
  if (!value || typeof value !== 'object' || depth > 8) return false
  if ('fact' in value) {
    const { fact, op } = value as { fact: unknown; op?: unknown }
    return typeof fact === 'string' && isOperator(op)
  }
  const [key, parts] = Object.entries(value)[0] ?? []
  return (
    ['all', 'any', 'none'].includes(key ?? '') &&
    Array.isArray(parts) &&
    parts.length <= 50 &&
    parts.every((one) => isCondition(one, depth + 1))
  )
}
