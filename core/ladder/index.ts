/** Escalations: ladders and their rungs, the alarms they arm, and who is on rota. */
export * from './ladder'
export { onRota, turnEnds, type Rota } from './rota'
