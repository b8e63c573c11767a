import type { Design } from '../design'
import { AGREEMENTS } from './agreements'
import { BUILDINGS } from './buildings'
import { HOUSE } from './house'
import { designOf, type Margin, type Sketch, type StartingThing } from './sketch'

/** A design to begin with, for a desk of some sort: whole, proofread, and explained article by article. */
export interface StartingDesign extends Pick<Sketch, 'id' | 'name' | 'says' | 'teams' | 'queues'> {
  covers: readonly StartingThing[]
  margin: Margin
  /**
   * @param name of the desk
   * @param zone IANA zone of the desk
   */
  design: (name: string, zone: string) => Design
}

const startingDesign = (sketch: Sketch): StartingDesign => ({
  ...{ id: sketch.id, name: sketch.name, says: sketch.says },
  ...{ teams: sketch.teams, queues: sketch.queues, covers: sketch.covers ?? [], margin: sketch.margin },
  design: (name, zone) => designOf(sketch, name, zone),
})

/** The designs that a new installation offers. */
export const STARTING_DESIGNS: readonly StartingDesign[] = [HOUSE, AGREEMENTS, BUILDINGS].map(startingDesign)

/** One of them by its id. */
export const startingDesignOf = (id: string): StartingDesign | undefined =>
  STARTING_DESIGNS.find((one) => one.id === id)
