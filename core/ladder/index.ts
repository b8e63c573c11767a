/** Escalations: ladders and their rungs, the alarms they arm, what may set off what, and who is on rota. */
export * from './ladder'
export * from './alarms'
export type { ActionField, ActionReader, ActionVocabulary, Deed, FirstOf, Found, Hands } from './action'
export { ACTIONS, termsOf } from './actions/list'
export { RECIPIENT_NAMES, recipientInWords, type PlainRecipient } from './recipient'
export { actionInWords, EVENT_NAMES, repeatInWords, rungMomentInWords } from './words'
export { bySoonest, climb, climbingOf, rungAlarms, rungsAt, rungsDue, type Means } from './climb'
export { ringRung, type HandsOf, type Ringing } from './ringRung'
export { beginLadder } from './runs'
export { linksOf, loopsOf, wayBack, type Link } from './loops'
export {
  dutiesBetween,
  onCall,
  onRota,
  rotaFaults,
  turnEnds,
  type Duty,
  type Rota,
  type RotaFacts,
  type RotaFault,
  type RotaLayer,
  type RotaOverride,
} from './rota'
