/** Tickets that are exchanged with another desk: what is said, what is taken in, and how both stay in step. */
export * from './offer'
export * from './map'
export { offerOf, sentLines, wireOf, withTheirs, type SentLine, type Told } from './sending'
export { clockDeedOf, itemOf, takenLines, type TakenLine, type UntakenWhy } from './taking'
export { misfitsOf, type Misfit } from './fit'
export * from './exchange'
export * from './pairing'
export * from './counterpart'
