/** Escalations: ladders and their rungs, the alarms they arm, what may set off what, and who is on rota. */
export * from './ladder'
export * from './alarms'
export {
  ACTION_NAMES,
  actionInWords,
  EVENT_NAMES,
  RECIPIENT_NAMES,
  recipientInWords,
  repeatInWords,
  rungMomentInWords,
  type ActionVocabulary,
} from './words'
export { linksOf, loopsOf, type Link } from './loops'
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
