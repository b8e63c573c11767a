import type { OperatorTerms } from '../operator'
import { after } from './after'
import { atLeast } from './atLeast'
import { atMost } from './atMost'
import { before } from './before'
import { between } from './between'
import { contains } from './contains'
import { empty } from './empty'
import { filled } from './filled'
import { greater } from './greater'
import { inTheLast } from './inTheLast'
import { is } from './is'
import { isNot } from './isNot'
import { isWorkingDay } from './isWorkingDay'
import { less } from './less'
import { matches } from './matches'
import { noneOf } from './noneOf'
import { oneOf } from './oneOf'
import { startsWith } from './startsWith'
import { under } from './under'

const ALL = {
  is,
  isNot,
  oneOf,
  noneOf,
  under,
  startsWith,
  contains,
  matches,
  greater,
  atLeast,
  less,
  atMost,
  between,
  before,
  after,
  inTheLast,
  isWorkingDay,
  empty,
  filled,
}

/** The name of an operator, as conditions write it. */
export type Operator = keyof typeof ALL

/** Every operator that there is, by name. To add one is to add a file beside this one, and its name here. */
export const OPERATORS: Readonly<Record<Operator, OperatorTerms>> = ALL
