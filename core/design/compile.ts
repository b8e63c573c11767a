import type { FactValue, Vocabulary } from '../condition'
import type { CatalogItem, Form, Portal, Question } from '../intake'
import type { Rota } from '../ladder'
import type { TicketKind } from '../lifecycle'
import { CalendarTime, flattenCalendar } from '../time'
import type { Category, Design, Priority, Template } from './design'
import type { Directory } from './directory'

/** A design that lacks something it refers to; proofreading finds these before publishing. */
export class BrokenReference extends Error {
  constructor(what: string, id: string) {
    super(`The design has no ${what} “${id}”`)
    this.name = 'BrokenReference'
  }
}

function lookUp<T>(map: ReadonlyMap<string, T>, what: string, id: string): T {
  const found = map.get(id)
  if (!found) throw new BrokenReference(what, id)
  return found
}

const byId = <T extends { id: string }>(list: readonly T[]) => new Map(list.map((one) => [one.id, one]))

/** A published design made ready for deciding: everything looked up by id, calendars compiled on first use. */
export class CompiledDesign {
  readonly questions: ReadonlyMap<string, Question>
  readonly categories: ReadonlyMap<string, Category>
  private readonly maps
  private readonly hours = new Map<string, CalendarTime>()

  /**
   * @param edition number of the edition; 0 for a draft
   */
  constructor(
    readonly design: Design,
    readonly edition: number,
  ) {
    this.questions = new Map(design.questions.map((one) => [one.name, one]))
    this.categories = byId(design.categories)
    this.maps = {
      kinds: byId(design.kinds),
      items: byId(design.items),
      forms: byId(design.forms),
      portals: byId(design.portals),
      priorities: byId(design.priorities),
      queues: byId(design.queues),
      rotas: byId(design.rotas),
      templates: byId(design.templates),
      calendars: byId(design.calendars),
    }
  }

  kind = (id: string): TicketKind => lookUp(this.maps.kinds, 'ticket kind', id)
  item = (id: string): CatalogItem => lookUp(this.maps.items, 'catalog item', id)
  findItem = (id: string): CatalogItem | undefined => this.maps.items.get(id)
  form = (id: string): Form => lookUp(this.maps.forms, 'form', id)
  portal = (id: string): Portal => lookUp(this.maps.portals, 'portal', id)
  findPortal = (id: string): Portal | undefined => this.maps.portals.get(id)
  priority = (id: string): Priority => lookUp(this.maps.priorities, 'priority', id)
  rota = (id: string): Rota => lookUp(this.maps.rotas, 'rota', id)
  template = (id: string): Template => lookUp(this.maps.templates, 'template', id)
  queueName = (id: string): string => this.maps.queues.get(id)?.name ?? id

  /** A calendar of the design, compiled. */
  calendar(id: string): CalendarTime {
    let hours = this.hours.get(id)
    if (!hours) {
      const calendar = lookUp(this.maps.calendars, 'calendar', id)
      hours = new CalendarTime(flattenCalendar(calendar, (base) => this.maps.calendars.get(base)))
      this.hours.set(id, hours)
    }
    return hours
  }

  /** A category's path in names: `Gates › Scanners`. */
  categoryPath(id: string): string {
    const parts = id.split('/')
    return parts
      .map((_, index) => this.categories.get(parts.slice(0, index + 1).join('/'))?.name ?? parts[index]!)
      .join(' › ')
  }

  /** How facts and values are called, for sentences about this design's rules. */
  vocabulary(directory: Directory): Vocabulary {
    return {
      fact: (name) => this.factName(name),
      value: (fact, value) => this.valueName(fact, value, directory),
    }
  }

  /** What a fact is called: `cover`, or the question of a form. */
  factName(fact: string): string {
    if (fact.startsWith('form.')) return `the answer to “${this.questions.get(fact.slice(5))?.label ?? fact}”`
    return FACT_NAMES[fact] ?? fact
  }

  private valueName(fact: string, value: FactValue, directory: Directory): string {
    if (typeof value === 'boolean') return value ? 'yes' : 'no'
    const id = String(value)
    if (fact.startsWith('form.')) {
      const options = this.questions.get(fact.slice(5))?.options
      return options?.find((option) => option.value === id)?.label ?? id
    }
    const names: Record<string, () => string | undefined> = {
      category: () => this.categoryPath(id),
      item: () => this.maps.items.get(id)?.name,
      kind: () => this.maps.kinds.get(id)?.name,
      priority: () => this.maps.priorities.get(id)?.name,
      queue: () => this.queueName(id),
      site: () => directory.sites.get(id)?.name,
      organisation: () => directory.organisations.get(id)?.name,
      team: () => directory.teams.get(id)?.name,
      portal: () => this.maps.portals.get(id)?.name,
    }
    return names[fact]?.() ?? id
  }
}

/** The facts that any rule can use besides the answers of the form. */
export const FACT_NAMES: Record<string, string> = {
  item: 'catalog item',
  kind: 'ticket kind',
  category: 'category',
  site: 'site',
  organisation: 'organisation',
  cover: 'cover',
  requester: 'requester',
  portal: 'portal',
  channel: 'channel',
  impact: 'impact',
  urgency: 'urgency',
  priority: 'priority',
  queue: 'queue',
  team: 'team',
}
