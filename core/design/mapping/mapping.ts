import { ALWAYS, type Condition } from '../../condition'
import { fieldOf, type Audience, type FieldType, type FieldValue, type TicketField } from '../../fields'
import type { CatalogItem, Form, Portal } from '../../intake'
import type { Action, Ladder, Recipient, Rota, Rung } from '../../ladder'
import { ADMINISTRATOR } from '../../rights'
import type { Checklist, ListedTask, Move, MoveStep } from '../../work'
import type { ServiceLevel, Target } from '../../clock'
import { withoutGaps } from '../../json'
import type { Exchange, SentField, TakenField } from '../../partner'
import type { Doer, Plan, PlanTask } from '../../plan'
import type { Design, SignalRules, Triage } from '../design'
import { directoryThing, foldedCondition, mappedTable, type Decide, type DirectoryThing } from './conditions'

/**
 * A design in the words of another directory: every team, queue, desk, person, organisation, site and role that it names is
 * called as it is called there. What is left out is nothing and nobody there: what was for it alone is gone, and what
 * named it among others does without. Nothing comes to be for more tickets or people than it was.
 * @param decide what each is called; what a design cannot do without keeps its name where it is left out
 */
export function mappedDesign(design: Design, decide: Decide): Design {
  const own = new Mapping(decide, design.fields)
  return {
    ...design,
    kinds: design.kinds.map((one) => own.perhaps(one, 'desk', 'desk')),
    fields: design.fields.map((one) => own.field(one)),
    forms: design.forms.map((one) => own.form(one)),
    items: design.items.map((one) => own.item(one)),
    portals: design.portals.flatMap((one) => own.portal(one) ?? []),
    triage: own.triage(design.triage),
    serviceLevels: design.serviceLevels.flatMap((one) => own.level(one) ?? []),
    ladders: design.ladders.flatMap((one) => own.ladder(one) ?? []),
    rotas: design.rotas.map((one) => own.rota(one)),
    moves: design.moves.flatMap((one) => own.move(one) ?? []),
    shelves: design.shelves.flatMap((one) => own.needed(one, 'id', 'role') ?? []),
    checklists: design.checklists.flatMap((one) => own.checklist(one) ?? []),
    plans: design.plans.map((one) => own.plan(one)),
    savedReplies: design.savedReplies.flatMap((one) => own.needed(one, 'team', 'team') ?? []),
    exchanges: design.exchanges.map((one) => own.exchange(one)),
    layouts: design.layouts.flatMap((one) => {
      const ofTeam = own.needed(one, 'team', 'team')
      return (ofTeam && own.needed(ofTeam, 'role', 'role')) ?? []
    }),
  }
}

/** What holds for nothing. */
const NEVER: Condition = { any: [] }

/** A condition that may be left out: gone where it never holds. */
type Optional = Condition | undefined

const FIELDS: Partial<Record<FieldType, DirectoryThing>> = {
  technician: 'person',
  organisation: 'organisation',
  site: 'site',
}

class Mapping {
  /** The fields whose values are of the directory. */
  private readonly ofFields = new Map<string, DirectoryThing>()

  constructor(
    private readonly decide: Decide,
    fields: readonly TicketField[],
  ) {
    for (const { name, type } of fields) {
      const what = FIELDS[type]
      if (what) this.ofFields.set(name, what)
    }
  }

  /** What can be without what it names. */
  perhaps<T extends object>(thing: T, key: keyof T, what: DirectoryThing): T {
    const id = thing[key]
    if (typeof id !== 'string') return thing
    return withoutGaps({ ...thing, [key]: this.decide(what, id) })
  }

  /** What is gone with what it names. */
  needed<T extends object>(thing: T, key: keyof T, what: DirectoryThing): T | undefined {
    const id = thing[key]
    if (typeof id !== 'string') return thing
    const now = this.decide(what, id)
    return now === undefined ? undefined : { ...thing, [key]: now }
  }

  private ids(what: DirectoryThing, ids: readonly string[]): string[] {
    return [...new Set(ids.flatMap((id) => this.decide(what, id) ?? []))]
  }

  /** Those for whom something is, where it is for some only; undefined where none of them is left. */
  private among<K extends string>(
    thing: Readonly<Partial<Record<K, string[]>>>,
    keys: Readonly<Record<K, DirectoryThing>>,
  ): Partial<Record<K, string[]>> | undefined {
    const found: Partial<Record<K, string[]>> = {}
    for (const [key, what] of Object.entries(keys) as [K, DirectoryThing][]) {
      const said = thing[key]
      if (said) found[key] = this.ids(what, said)
      if (said?.length && !found[key]?.length) return undefined
    }
    return found
  }

  /** Without it where it never holds. */
  private when(condition: Optional): Optional {
    const folded = condition && foldedCondition(condition, this.decide)
    return folded === true ? ALWAYS : folded === false ? undefined : folded
  }

  /** Whether there is a condition, and it never holds. */
  private isNever(condition: Optional): boolean {
    return condition !== undefined && this.when(condition) === undefined
  }

  /** Conditions of a thing, each gone where it never holds. */
  private whens<T extends object, K extends keyof T>(thing: T, ...keys: K[]): T {
    const said = keys.filter((key) => thing[key] !== undefined)
    if (!said.length) return thing
    const mapped = said.map((key) => [key, this.when(thing[key] as Condition)])
    return withoutGaps({ ...thing, ...(Object.fromEntries(mapped) as Partial<T>) })
  }

  field(field: TicketField): TicketField {
    const { sees, changes } = field
    const what = FIELDS[field.type]
    return withoutGaps({
      ...(what ? this.perhaps(field, 'default', what) : field),
      ...(sees && { sees: this.audience(sees) }),
      ...(changes && { changes: this.audience(changes) }),
    })
  }

  /** Where nobody is left of those who might, it is for administrators: it was never for all. */
  private audience({ roles = [], teams = [] }: Audience): Audience {
    const left = { roles: this.ids('role', roles), teams: this.ids('team', teams) }
    const isGone = roles.length + teams.length > 0 && left.roles.length + left.teams.length === 0
    if (isGone) return { roles: [ADMINISTRATOR] }
    return {
      ...(left.roles.length && { roles: left.roles }),
      ...(left.teams.length && { teams: left.teams }),
    }
  }

  form(form: Form): Form {
    const steps = form.steps.map((step) => ({
      ...step,
      questions: step.questions
        .filter((one) => !this.isNever(one.showWhen))
        .map((one) => this.whens(one, 'showWhen', 'requireWhen')),
    }))
    return { ...form, steps }
  }

  /** An item that nobody would see is one that may be asked for no more. */
  item(item: CatalogItem): CatalogItem {
    const own = this.perhaps(item, 'desk', 'desk')
    return this.isNever(own.showWhen)
      ? withoutGaps({ ...own, showWhen: undefined, retired: own.retired ?? {} })
      : this.whens(own, 'showWhen')
  }

  portal(portal: Portal): Portal | undefined {
    const some = this.among({ organisations: portal.organisations }, { organisations: 'organisation' })
    return some && this.perhaps(this.perhaps({ ...portal, ...some }, 'team', 'team'), 'person', 'person')
  }

  triage(triage: Triage): Triage {
    const { what, skills, signals, teamOrders, otherwise } = triage
    return {
      ...triage,
      weight: mappedTable(triage.weight, this.decide),
      routing: mappedTable(triage.routing, this.decide),
      ...(what && { what: mappedTable(what, this.decide) }),
      ...(skills && { skills: mappedTable(skills, this.decide) }),
      // Tickets that no row fits must go somewhere.
      otherwise: {
        queue: this.decide('queue', otherwise.queue) ?? otherwise.queue,
        team: this.decide('team', otherwise.team) ?? otherwise.team,
      },
      assignment: this.keyed('team', triage.assignment),
      ...(teamOrders && { teamOrders: this.keyed('team', teamOrders) }),
      ...(signals && { signals: this.signals(signals) }),
    }
  }

  private keyed<T>(what: DirectoryThing, record: Readonly<Record<string, T>>): Record<string, T> {
    const found: Record<string, T> = {}
    for (const [id, value] of Object.entries(record)) {
      const now = this.decide(what, id)
      // Of two that are one here, the first counts.
      if (now !== undefined && !Object.hasOwn(found, now)) found[now] = value
    }
    return found
  }

  private signals(signals: SignalRules): SignalRules {
    const map = Object.entries(signals.map).map(([kind, row]) => [
      kind,
      Object.fromEntries(
        Object.entries(row).map(([cover, cell]) => [cover, cell && this.perhaps(cell, 'queue', 'queue')]),
      ),
    ])
    return { ...signals, map: Object.fromEntries(map) as SignalRules['map'] }
  }

  level(level: ServiceLevel): ServiceLevel | undefined {
    if (this.isNever(level.when)) return undefined
    const targets = level.targets.flatMap((one) => this.target(one) ?? [])
    return { ...this.whens(level, 'when'), targets }
  }

  private target(target: Target): Target | undefined {
    if (this.isNever(target.startWhen) || this.isNever(target.stopWhen)) return undefined
    return this.whens(target, 'startWhen', 'pauseWhen', 'stopWhen', 'cancelWhen')
  }

  ladder(ladder: Ladder): Ladder | undefined {
    if (this.isNever(ladder.when) || this.isNever(ladder.startWhen)) return undefined
    const rungs = ladder.rungs.flatMap((one) => this.rung(one) ?? [])
    return { ...this.whens(ladder, 'when', 'startWhen', 'stopWhen'), rungs }
  }

  private rung(rung: Rung): Rung | undefined {
    const actions = rung.actions.flatMap((one) => this.action(one) ?? [])
    return actions.length || !rung.actions.length ? { ...rung, actions } : undefined
  }

  private action(action: Action): Action | undefined {
    switch (action.do) {
      case 'team':
        return this.needed(action, 'team', 'team')
      case 'queue':
        return this.needed(action, 'queue', 'queue')
      case 'assign':
      case 'handOn': {
        const to = this.recipient(action.to)
        return to && { ...action, to }
      }
      case 'notify': {
        const tell = action.tell.flatMap((one) => this.recipient(one) ?? [])
        return tell.length || !action.tell.length ? { ...action, tell } : undefined
      }
      case 'set':
        return this.setting(action)
      default:
        return action
    }
  }

  private recipient(one: Recipient): Recipient | undefined {
    return one.to === 'person' ? this.needed(one, 'person', 'person') : one
  }

  rota(rota: Rota): Rota {
    const members = (one: { members: string[] }) => ({ members: this.ids('person', one.members) })
    const layers = rota.layers?.map((one) => ({ ...one, ...members(one) }))
    return { ...rota, ...members(rota), ...(layers && { layers }) }
  }

  move(move: Move): Move | undefined {
    const { roles = [], teams = [] } = move
    const some = this.among({ roles, teams }, { roles: 'role', teams: 'team' })
    if (!some || this.isNever(move.when)) return undefined
    return {
      ...this.whens(move, 'when'),
      ...(move.roles && { roles: some.roles ?? [] }),
      ...(move.teams && { teams: some.teams ?? [] }),
      steps: move.steps.flatMap((one) => this.step(one) ?? []),
    }
  }

  private step(one: MoveStep): MoveStep | undefined {
    if (one.do === 'set') return this.setting(one)
    const isSorted = one.do === 'sort' && (one.field === 'queue' || one.field === 'team')
    return isSorted ? this.needed(one, 'value', one.field as 'queue') : one
  }

  /** What sets a field to somebody or something of the directory. */
  private setting<T extends { field: string; value?: FieldValue | null }>(one: T): T | undefined {
    const what = this.ofFields.get(one.field)
    return what ? this.needed(one, 'value', what) : one
  }

  /** A plan that never begins by itself is still there to be begun. */
  plan(plan: Plan): Plan {
    return {
      ...this.whens(plan, 'when'),
      stages: plan.stages.map((stage) => ({
        ...this.orNever(stage),
        tasks: stage.tasks.map((one) => this.planTask(one)),
      })),
    }
  }

  /** What is only where something never holds is still only there. */
  private orNever<T extends { when?: Condition }>(thing: T): T {
    return this.isNever(thing.when) ? { ...thing, when: NEVER } : this.whens(thing, 'when')
  }

  private planTask(task: PlanTask): PlanTask {
    const who = task.who && this.doer(task.who)
    const one = withoutGaps({ ...this.orNever(task), who })
    if (one.do === 'approval') {
      const ask = one.ask.flatMap((each) => {
        const whom = this.doer(each.who)
        return whom ? [{ ...each, who: whom }] : []
      })
      // An approval that nobody is asked for would hold up everything after it.
      const instead = one.instead && this.doer(one.instead)
      return withoutGaps({ ...one, ask: ask.length ? ask : one.ask, instead })
    }
    if (one.do === 'message') {
      const tell = one.tell.flatMap((each) => this.recipient(each) ?? [])
      return { ...one, tell: tell.length ? tell : one.tell }
    }
    if (one.do === 'wait' && one.holds)
      return { ...one, holds: this.isNever(one.holds) ? NEVER : this.when(one.holds) }
    return one
  }

  private doer(doer: Doer): Doer | undefined {
    if (doer.by === 'team') return this.needed(doer, 'team', 'team')
    return doer.by === 'person' ? this.needed(doer, 'person', 'person') : doer
  }

  /** A field whose condition never holds is said or taken nowhere; a value that is nobody's here is none. */
  exchange(exchange: Exchange): Exchange {
    const { sends, takes } = exchange
    const { rule } = sends
    const when = rule && this.when(rule.when)
    const begins = takes.begins && this.needed(takes.begins, 'requester', 'person')
    return {
      ...exchange,
      sends: withoutGaps({
        ...sends,
        rule: when && { ...rule, when },
        fields: sends.fields.flatMap((one) => this.sent(one) ?? []),
      }),
      takes: withoutGaps({
        ...takes,
        begins: begins && { ...begins, table: mappedTable(begins.table, this.decide) },
        fields: takes.fields.flatMap((one) => this.taken(one) ?? []),
        // What can never be kept is owed by nobody.
        owed: takes.owed?.flatMap((one) =>
          this.isNever(one.keptWhen) ? [] : this.whens(one, 'keptWhen', 'restsWhen'),
        ),
      }),
    }
  }

  private sent(field: SentField): SentField | undefined {
    if (this.isNever(field.when)) return undefined
    const what = 'fact' in field.from ? this.thingOf(field.from.fact) : undefined
    const values = what && field.values?.flatMap((one) => this.needed(one, 'ours', what) ?? [])
    return { ...this.whens(field, 'when'), ...(values && { values }) }
  }

  private taken(field: TakenField): TakenField | undefined {
    if (this.isNever(field.when)) return undefined
    const what = this.thingOf(field.to)
    if (!what) return this.whens(field, 'when')
    const values = field.values?.flatMap((one) => this.needed(one, 'ours', what) ?? [])
    return { ...this.whens(this.perhaps(field, 'otherwise', what), 'when'), ...(values && { values }) }
  }

  /** What of the directory the values of a fact are, of a ticket itself or of a field. */
  private thingOf(fact: string): DirectoryThing | undefined {
    const field = fieldOf(fact)
    return field === undefined ? directoryThing(fact) : this.ofFields.get(field)
  }

  /** A list that never comes by itself is still there to be taken. */
  checklist(checklist: Checklist): Checklist | undefined {
    const own = this.needed(checklist, 'team', 'team')
    return own && { ...this.whens(own, 'when'), tasks: own.tasks.map((one) => this.listedTask(one)) }
  }

  /** What somebody was to do who is not here is there for everybody. */
  private listedTask({ team, person, ...task }: ListedTask): ListedTask {
    return { ...task, ...this.kept({ team }, 'team', 'team'), ...this.kept({ person }, 'person', 'person') }
  }

  private kept<T extends object>(thing: T, key: keyof T, what: DirectoryThing): Partial<T> {
    return thing[key] === undefined ? {} : (this.needed(thing, key, what) ?? {})
  }
}
