import type { Actor } from './entry'

/** The id of whoever caused something; of what the desk did by itself its name in a record. */
export const nameOfActor = ({ actor }: { actor: Actor }): string =>
  'person' in actor ? actor.person : (actor.called ?? 'the desk')
