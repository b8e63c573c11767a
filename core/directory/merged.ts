import { isRecord, textsIn } from '../lookup'
import type { Field, Value, Values } from './field'
import { KINDS } from './kinds'
import type { ListName } from './list'
import type { Thing, World } from './world'

/**
 * A value that names one thing in place of another, once; what would name itself by that names nothing.
 * @param list of which both are
 * @param own of what it is said, where that is of the same list
 */
export function renamed(
  field: Field,
  value: Value,
  list: ListName,
  from: string,
  into: string,
  own?: string,
): Value {
  if (!('of' in field) || field.type === 'extra' || field.of !== list) return value
  if (typeof value === 'string') {
    if (value !== from) return value
    return own === into ? null : into
  }
  if (Array.isArray(value)) return [...new Set(textsIn(value).map((one) => (one === from ? into : one)))]
  if (!isRecord(value)) return value
  const { [from]: said, ...others } = value as Record<string, string | number>
  const after: Record<string, string | number> = said === undefined ? others : { [into]: said, ...others }
  if (own === undefined) return after
  const { [own]: _, ...elsewhere } = after
  return elsewhere
}

/** A directory in which two things are one already, for looking at what that leads to. */
export class MergedWorld implements World {
  constructor(
    private readonly base: World,
    private readonly list: ListName,
    private readonly from: string,
    private readonly into: string,
  ) {}

  get zone() {
    return this.base.zone
  }
  get calendars() {
    return this.base.calendars
  }
  get priorities() {
    return this.base.priorities
  }
  private isGone(list: ListName, id: string): boolean {
    return list === this.list && id === this.from
  }
  standing(list: ListName, id: string): string {
    return this.isGone(list, id) ? this.into : this.base.standing(list, id)
  }
  has(list: ListName, id: string): boolean {
    return this.base.has(list, id)
  }
  isActive(list: ListName, id: string): boolean {
    return this.base.isActive(list, this.standing(list, id))
  }
  thing(list: ListName, id: string): Thing | undefined {
    const thing = this.base.thing(list, this.standing(list, id))
    return thing && { ...thing, values: this.renamedIn(list, thing) }
  }
  private renamedIn(list: ListName, { id, values }: Thing): Values {
    const { list: of, from, into } = this
    return Object.fromEntries(
      Object.entries(KINDS[list].fields).map(([name, field]) => [
        name,
        renamed(field, values[name] ?? null, of, from, into, list === of ? id : undefined),
      ]),
    )
  }
  nameOf(list: ListName, id: string): string {
    return this.base.nameOf(list, this.standing(list, id))
  }
  named(list: ListName, name: string): readonly string[] {
    return this.base.named(list, name).filter((id) => !this.isGone(list, id))
  }
  having(list: ListName, field: string, text: string): readonly string[] {
    return this.base.having(list, field, text).filter((id) => !this.isGone(list, id))
  }
  *each(list: ListName): Iterable<Thing> {
    for (const thing of this.base.each(list)) if (!this.isGone(list, thing.id)) yield thing
  }
}
