import { inWords, type Condition, type FactValue } from '../../condition'
import { fieldFact, type FieldValue } from '../../fields'
import type { ActionVocabulary } from '../../ladder'
import { statusNames } from '../../lifecycle'
import { targetNames } from '../../clock'
import { CompiledDesign } from '../compile'
import type { Design } from '../design'
import type { Directory } from '../directory'
import { categoryName } from '../placeWords'

type Named = { id: string; name: string }

/** What a reference in a design is to. */
export type NamedThing =
  | 'calendar'
  | 'category'
  | 'checklist'
  | 'plan'
  | 'desk'
  | 'field'
  | 'form'
  | 'group'
  | 'item'
  | 'kind'
  | 'ladder'
  | 'move'
  | 'organisation'
  | 'person'
  | 'portal'
  | 'priority'
  | 'question'
  | 'queue'
  | 'role'
  | 'rota'
  | 'status'
  | 'target'
  | 'team'
  | 'template'
  | 'webhook'

const nameIn = (list: readonly Named[], id: string) => list.find((one) => one.id === id)?.name
const labelIn = (list: readonly { name: string; label: string }[], id: string) =>
  list.find((one) => one.name === id)?.label

/** How a design calls what it has, and what of the directory it refers to. */
const NAMES: Readonly<
  Record<NamedThing, (design: Design, id: string, directory: Directory) => string | undefined>
> = {
  calendar: (design, id) => nameIn(design.calendars, id),
  category: (design, id) => categoryName(design, id),
  checklist: (design, id) => nameIn(design.checklists, id),
  plan: (design, id) => nameIn(design.plans, id),
  desk: (_, id, directory) => directory.desks.get(id)?.name,
  field: (design, id) => labelIn(design.fields, id),
  form: (design, id) => nameIn(design.forms, id),
  group: (design, id) => nameIn(design.groups, id),
  item: (design, id) => nameIn(design.items, id),
  kind: (design, id) => nameIn(design.kinds, id),
  ladder: (design, id) => nameIn(design.ladders, id),
  move: (design, id) => nameIn(design.moves, id),
  organisation: (_, id, directory) => directory.organisations.get(id)?.name,
  person: (_, id, directory) => directory.people.get(id)?.name,
  portal: (design, id) => nameIn(design.portals, id),
  priority: (design, id) => {
    const one = design.priorities.find((each) => each.id === id)
    return one && `${one.numeral} ${one.name}`
  },
  question: (design, id) => labelIn(design.questions, id),
  queue: (_, id, directory) => directory.queues.get(id)?.name,
  role: (_, id, directory) => directory.roles.get(id)?.name,
  rota: (design, id) => nameIn(design.rotas, id),
  status: (design, id) => statusNames(design.kinds)[id],
  target: (design, id) => targetNames(design)[id],
  team: (_, id, directory) => directory.teams.get(id)?.name,
  template: (design, id) => nameIn(design.templates, id),
  webhook: (design, id) => nameIn(design.webhooks, id),
}

/** How what changed is called: by the design as it is after, and what is gone from it by the one before. */
export class Naming {
  private readonly compiled: readonly CompiledDesign[]

  constructor(
    readonly before: Design,
    readonly after: Design,
    readonly directory: Directory,
  ) {
    this.compiled = [new CompiledDesign(after, 0), new CompiledDesign(before, 0)]
  }

  nameOf(what: NamedThing, id: string): string {
    return (
      NAMES[what](this.after, id, this.directory) ??
      NAMES[what](this.before, id, this.directory) ??
      `a ${what} that is not there`
    )
  }

  /** A condition in words: “cover is Office hours”. */
  condition(when: Condition): string {
    const [first, second] = this.compiled.map((one) => one.vocabulary(this.directory))
    return inWords(when, {
      fact: (fact) => {
        const name = first!.fact(fact)
        return name.includes(fact) ? second!.fact(fact) : name
      },
      value: (fact, value) => {
        const name = first!.value(fact, value)
        return name === String(value) ? second!.value(fact, value) : name
      },
      says: (fact) => first!.says?.(fact),
    })
  }

  /** What a fact is called. */
  factName(fact: string): string {
    const name = this.compiled[0]!.factName(fact)
    return name.includes(fact) ? this.compiled[1]!.factName(fact) : name
  }

  /** A value of a fact: “Hallin”. */
  value(fact: string, value: FactValue): string {
    return this.compiled[0]!.vocabulary(this.directory).value(fact, value)
  }

  /** A value of a field of tickets. */
  fieldValue(name: string, value: FieldValue | null | undefined): string {
    return value === null || value === undefined ? 'nothing' : this.value(fieldFact(name), value as FactValue)
  }

  /** How actions of ladders call what they name. */
  get actions(): ActionVocabulary {
    const named = (what: NamedThing) => (id: string) => this.nameOf(what, id)
    return {
      person: named('person'),
      rota: named('rota'),
      question: named('question'),
      team: named('team'),
      queue: named('queue'),
      priority: named('priority'),
      status: named('status'),
      field: named('field'),
      fieldValue: (name, value) => this.fieldValue(name, value),
      webhook: named('webhook'),
      checklist: named('checklist'),
      ladder: named('ladder'),
      plan: named('plan'),
    }
  }
}
