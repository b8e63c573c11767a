import type { Calendar } from '../../time'
import type { ServiceLevel, Target } from '../../clock'
import type { CatalogItem, Form, FormQuestion, Question } from '../../intake'
import type { Ladder } from '../../ladder'
import type { GateAsk, Status, TicketKind } from '../../lifecycle'
import type { Cell, DecisionTable } from '../../table'
import type { Checklist } from '../../work'
import type { Category, Design, SignalRules, Triage } from '../design'
import { firstDesign } from '../first'

/** Something of the directory that a starting design needs. */
export interface StartingThing {
  id: string
  name: string
}

/** An article, and why it begins as it does. */
export type Margin = Readonly<Record<string, string>>

/** What an item is, with the questions that its form asks. */
export interface ItemSketch extends Pick<
  CatalogItem,
  'id' | 'name' | 'description' | 'keywords' | 'group' | 'kind' | 'category'
> {
  asks: readonly (string | FormQuestion)[]
  icon?: CatalogItem['icon']
  title?: string[]
  expected?: string
}

/** What a starting design has besides that with which every desk begins. */
export interface Sketch {
  id: string
  name: string
  /** For whom it is, in a sentence. */
  says: string
  teams: readonly StartingThing[]
  /** Each with the team that works it. */
  queues: readonly (StartingThing & { team: string })[]
  covers?: readonly StartingThing[]
  groups: readonly StartingThing[]
  categories: readonly Category[]
  kinds: readonly KindSketch[]
  questions: readonly Question[]
  items: readonly ItemSketch[]
  calendars: (zone: string) => Calendar[]
  sourceOrder: Triage['sourceOrder']
  weight: Pick<DecisionTable, 'columns' | 'rows'>
  /** By category: queue and team. The first is where all else goes. */
  routes: readonly [category: string, queue: string, team: string][]
  levels: readonly ServiceLevel[]
  ladders: readonly Ladder[]
  checklists?: readonly Checklist[]
  signals?: SignalRules
  /** Why each article begins as it does, by its address in Design. */
  margin: Margin
}

/** A kind like that for what is broken, with other words and statuses between. */
export interface KindSketch {
  id: string
  name: string
  /** After “in hand”, in their order. */
  statuses?: readonly Status[]
  /** Ways besides those that all kinds have. */
  ways?: readonly [from: string, to: string, label: string][]
  /** Words of the last status. */
  solved?: Pick<Status, 'name' | 'plainly'>
}

export const required = (question: string): FormQuestion => ({ question, required: true })

const ask = (one: string | FormQuestion): FormQuestion => (typeof one === 'string' ? { question: one } : one)

/** What a gate asks that need not be answered. */
export const asksPerhaps = (field: string, label: string): GateAsk => ({ field, label, required: false })

export const is = (value: string | boolean): Cell => ({ op: 'is', value })
export const under = (value: string): Cell => ({ op: 'under', value })

/** Times by priority, from the most urgent on. */
const times = (durations: readonly string[]) =>
  Object.fromEntries(durations.map((one, at) => [`p${at + 1}`, one]))

/** The two promises that every desk makes. */
export const promises = (
  respond: readonly string[],
  resolve: readonly string[],
  calendar: Target['calendar'] = 'site',
): Target[] => [
  {
    ...{ target: 'respond', label: 'Answer', granted: times(respond), calendar },
    ...{ pauseIn: [], stopOn: 'reply' },
  },
  {
    ...{ target: 'resolve', label: 'Solve', granted: times(resolve), calendar },
    ...{ pauseIn: ['waiting'], stopOn: 'done' },
  },
]

function kindOf(pattern: TicketKind, { id, name, statuses = [], ways = [], solved }: KindSketch): TicketKind {
  const at = pattern.statuses.findIndex((one) => one.id === 'solved')
  const ends = pattern.statuses.slice(at).map((one) => (one.id === 'solved' ? { ...one, ...solved } : one))
  return {
    ...pattern,
    ...{ id, name },
    statuses: [...pattern.statuses.slice(0, at), ...statuses, ...ends],
    transitions: [...pattern.transitions, ...ways.map(([from, to, label]) => ({ from, to, label }))],
  }
}

const formOf = ({ id, name, asks }: ItemSketch): Form => ({
  id,
  name,
  steps: [{ title: 'What it is about', questions: asks.map(ask) }],
})

const itemOf = ({ asks: _, ...item }: ItemSketch): CatalogItem => ({ ...item, form: item.id, portals: [] })

/** A whole design made of a sketch. */
export function designOf(sketch: Sketch, name: string, zone: string): Design {
  const [[, queue, team] = ['', '', '']] = sketch.routes
  const first = firstDesign(name, zone, team)
  const [fault] = first.kinds
  const routing: DecisionTable['rows'] = sketch.routes.slice(1).map(([category, to, by], at) => ({
    id: `row-${at + 1}`,
    cells: [under(category)],
    outcome: { queue: to, team: by },
  }))
  return {
    ...first,
    calendars: sketch.calendars(zone),
    categories: [...sketch.categories],
    kinds: sketch.kinds.map((one) => kindOf(fault!, one)),
    questions: [...first.questions, ...sketch.questions],
    forms: sketch.items.map(formOf),
    groups: [...sketch.groups],
    items: sketch.items.map(itemOf),
    triage: {
      ...first.triage,
      sourceOrder: sketch.sourceOrder,
      weight: { ...first.triage.weight, ...sketch.weight },
      routing: { ...first.triage.routing, rows: routing },
      otherwise: { queue, team },
      assignment: Object.fromEntries(sketch.teams.map((one) => [one.id, 'leastLoaded' as const])),
      ...(sketch.signals && { signals: sketch.signals }),
    },
    serviceLevels: [...sketch.levels],
    ladders: [...sketch.ladders],
    checklists: [...(sketch.checklists ?? [])],
    plans: [],
  }
}
