import { turnedAwayStatus, type CompiledKind } from '../lifecycle'

/** Where work ends well: a status that is done and not the one for what is turned away. */
export function doneStatus(kind: CompiledKind) {
  const away = turnedAwayStatus(kind)
  const done = kind.statuses.filter((one) => one.group === 'done')
  return done.find((one) => one.id !== away.id) ?? done[0]
}
