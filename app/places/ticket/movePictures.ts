import {
  PhCheck,
  PhClock,
  PhFlag,
  PhHand,
  PhNote,
  PhPhone,
  PhPlay,
  PhTruck,
  PhUser,
  PhWrench,
  PhX,
} from '@phosphor-icons/vue'
import type { MoveIcon } from '~~/core/work'

/** How the icon of a move is drawn. */
export const MOVE_PICTURES: Record<MoveIcon, Component> = {
  play: PhPlay,
  flag: PhFlag,
  x: PhX,
  hand: PhHand,
  clock: PhClock,
  phone: PhPhone,
  wrench: PhWrench,
  truck: PhTruck,
  note: PhNote,
  user: PhUser,
  check: PhCheck,
}
