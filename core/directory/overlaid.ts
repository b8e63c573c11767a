import type { ListName } from './list'
import type { Thing, World } from './world'

/** A directory with what a file is about to add to it, so that its lines may name each other. */
export class OverlaidWorld implements World {
  private readonly added = new Map<ListName, Map<string, Thing>>()
  private readonly texts = new Map<string, string[]>()

  constructor(readonly base: World) {}

  get zone() {
    return this.base.zone
  }
  get calendars() {
    return this.base.calendars
  }
  get priorities() {
    return this.base.priorities
  }

  add(list: ListName, thing: Thing): void {
    let those = this.added.get(list)
    if (!those) this.added.set(list, (those = new Map()))
    those.set(thing.id, thing)
    for (const [field, value] of Object.entries(thing.values)) {
      if (typeof value !== 'string' || !value.trim()) continue
      const key = `${list} ${field} ${value.trim().toLowerCase()}`
      const ids = this.texts.get(key)
      if (ids) ids.push(thing.id)
      else this.texts.set(key, [thing.id])
    }
  }

  private own(list: ListName, id: string): Thing | undefined {
    return this.added.get(list)?.get(id)
  }

  has(list: ListName, id: string): boolean {
    return this.own(list, id) !== undefined || this.base.has(list, id)
  }
  isActive(list: ListName, id: string): boolean {
    return this.own(list, id)?.active ?? this.base.isActive(list, id)
  }
  thing(list: ListName, id: string): Thing | undefined {
    return this.own(list, id) ?? this.base.thing(list, id)
  }
  standing(list: ListName, id: string): string {
    return this.own(list, id)?.mergedInto ?? this.base.standing(list, id)
  }
  nameOf(list: ListName, id: string): string {
    const own = this.own(list, id)
    return own ? String(own.values.name ?? id) : this.base.nameOf(list, id)
  }
  named(list: ListName, name: string): readonly string[] {
    return this.having(list, 'name', name).filter((id) => this.standing(list, id) === id)
  }
  having(list: ListName, field: string, text: string): readonly string[] {
    const own = this.texts.get(`${list} ${field} ${text.trim().toLowerCase()}`)
    const base = this.base.having(list, field, text)
    return own ? [...base, ...own] : base
  }
  *each(list: ListName): Iterable<Thing> {
    yield* this.base.each(list)
    yield* this.added.get(list)?.values() ?? []
  }
}
