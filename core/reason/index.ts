/** Why a value is what it is, as data; `core/explain` says it. */
export {
  articleOf,
  isBecause,
  ruleOf,
  rulesOf,
  said,
  textOf,
  TABLE_ARTICLES,
  type Because,
  type LeftOut,
  type MovingEvent,
  type Reason,
  type TableName,
  type Told,
} from './reason'
