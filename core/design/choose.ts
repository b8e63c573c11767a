import { idOfThing, thingsOf, type DesignChange, type Thing } from './compare'
import { LISTS, type Design } from './design'
import { oneAt, oneBy } from '../lookup'

/** Names a change among all of a draft: by its part, its thing, and whether it is only about the order. */
export const changeKey = ({ part, id, what }: Pick<DesignChange, 'part' | 'id' | 'what'>) =>
  what === 'moved' ? `${part}/#order` : `${part}/${id}`

/**
 * An edition with some of the changes that a draft makes to it, the others left out.
 * @param chosen keys of the changes, see `changeKey`; all of them give the draft, none the edition
 */
export function withChanges(edition: Design, draft: Design, chosen: ReadonlySet<string>): Design {
  const next = { ...edition }
  for (const list of LISTS)
    Object.assign(next, {
      [list]: chosenOf(
        thingsOf(edition, list),
        thingsOf(draft, list),
        (id) => chosen.has(`${list}/${id}`),
        chosen.has(`${list}/#order`),
      ),
    })
  if (chosen.has('desk/')) next.desk = draft.desk
  const sides = { ...edition.triage, ...draft.triage }
  const parts = Object.keys(sides).flatMap((id) => {
    const from: Thing = { ...(chosen.has(`triage/${id}`) ? draft.triage : edition.triage) }
    return id in from ? [[id, from[id]]] : []
  })
  return Object.assign(next, { triage: Object.fromEntries(parts) })
}

function chosenOf(
  before: Thing[],
  after: Thing[],
  isChosen: (id: string) => boolean,
  isOrderChosen: boolean,
): Thing[] {
  const changed = new Map(after.map((thing) => [idOfThing(thing), thing]))
  const known = new Set(before.map(idOfThing))
  const stays = before
    .filter((thing) => changed.has(idOfThing(thing)) || !isChosen(idOfThing(thing)))
    .map((thing) => (isChosen(idOfThing(thing)) ? oneBy(changed, idOfThing(thing)) : thing))
  const added = after.filter((thing) => !known.has(idOfThing(thing)) && isChosen(idOfThing(thing)))
  if (!isOrderChosen) return insertedInto(stays, added, after)
  const present = new Map([...stays, ...added].map((thing) => [idOfThing(thing), thing]))
  const sorted = after.flatMap((thing): Thing[] => {
    const one = present.get(idOfThing(thing))
    return one ? [one] : []
  })
  // What the draft takes away, but is not chosen, stays behind what it stood behind.
  return insertedInto(
    sorted,
    stays.filter((thing) => !changed.has(idOfThing(thing))),
    before,
  )
}

/** Puts things into a list, each behind the nearest of those before it in `order` that the list has. */
function insertedInto(list: Thing[], things: Thing[], order: Thing[]): Thing[] {
  const result = [...list]
  const place = new Map(order.map((thing, index) => [idOfThing(thing), index]))
  for (const thing of things) {
    const own = oneBy(place, idOfThing(thing))
    let at = 0
    for (const [index, one] of result.entries()) {
      const other = place.get(idOfThing(one))
      if (other !== undefined && other < own) {
        const best = at ? oneBy(place, idOfThing(oneAt(result, at - 1))) : -1
        if (other > best) at = index + 1
      }
    }
    result.splice(at, 0, thing)
  }
  return result
}
