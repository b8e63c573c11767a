import { compareDesigns, idOfThing, thingsOf, type DesignChange, type Thing } from '../compare'
import type { Design, DesignList } from '../design'
import { Directory } from '../directory'
import { exchange } from './exchanges'
import { Naming } from './naming'
import * as parts from './parts'
import { bookOf, type Phrase } from './phrase'
import { plan } from './plans'
import * as rules from './rules'

/** A change of a design as a lead says it. */
export interface ChangeInWords extends DesignChange {
  /** The article that it belongs to: “Service levels”. */
  article: string
  /** What it is about: “Level “Office hours””. */
  name: string
  /** What became of it, a sentence each without its subject. */
  says: string[]
}

type Told<L extends DesignList> = {
  /** What one of the list is called. */
  one: string
  /** The article that shows it. */
  article: string
  said: Phrase<Design[L][number]>
}

/** How the things of each list are told. */
const LISTS: { readonly [L in DesignList]: Told<L> } = {
  items: { one: 'Item', article: 'Catalog and forms', said: bookOf(parts.item) },
  groups: { one: 'Group', article: 'Catalog and forms', said: bookOf(parts.group) },
  forms: { one: 'Form', article: 'Catalog and forms', said: bookOf(parts.form) },
  questions: { one: 'Question', article: 'Catalog and forms', said: bookOf(parts.question) },
  kinds: { one: 'Ticket kind', article: 'Ticket kinds', said: bookOf(parts.kind) },
  fields: { one: 'Field', article: 'Ticket kinds', said: bookOf(parts.field) },
  categories: { one: 'Category', article: 'Triage', said: bookOf(parts.category) },
  priorities: { one: 'Priority', article: 'Triage', said: bookOf(parts.priority) },
  calendars: { one: 'Calendar', article: 'Working time', said: bookOf(parts.calendar) },
  serviceLevels: { one: 'Level', article: 'Service levels', said: bookOf(parts.serviceLevel) },
  ladders: { one: 'Ladder', article: 'Ladders and rota', said: rules.ladder },
  rotas: { one: 'Rota', article: 'Ladders and rota', said: bookOf(rules.rota) },
  webhooks: { one: 'Call', article: 'Ladders and rota', said: bookOf(rules.webhook) },
  moves: { one: 'Move', article: 'Moves and Bench', said: bookOf(rules.move) },
  shelves: { one: 'Shelf', article: 'Moves and Bench', said: bookOf(rules.shelf) },
  checklists: { one: 'Checklist', article: 'Plans and checklists', said: bookOf(rules.checklist) },
  plans: { one: 'Plan', article: 'Plans', said: plan },
  savedReplies: { one: 'Saved reply', article: 'Moves and Bench', said: bookOf(rules.savedReply) },
  layouts: { one: 'Layout', article: 'Moves and Bench', said: bookOf(rules.layout) },
  exchanges: { one: 'Exchange with', article: 'Partner desks', said: exchange },
  templates: { one: 'Message', article: 'Messages in words', said: bookOf(rules.template) },
  portals: { one: 'Portal', article: 'Portals', said: bookOf(parts.portal) },
  translations: { one: 'Words in', article: 'Languages', said: bookOf(rules.translation) },
  kept: { one: 'Kept remark', article: 'Editions and draft', said: bookOf(rules.keptRemark) },
}
const ARTICLES = [...new Set(Object.values(LISTS).map((one) => one.article))]

/** What the parts of triage are called. */
const TRIAGE: Readonly<Record<keyof Design['triage'], string>> = {
  sourceOrder: 'Source order',
  weight: 'Table “How bad, how soon”',
  matrix: 'Impact and urgency',
  routing: 'Table “Where it goes”',
  otherwise: 'Where all else goes',
  assignment: 'Who gets it',
  what: 'Table “What it is”',
  teamOrders: 'Source orders of teams',
  departments: 'Priorities of departments',
  skills: 'Table “Who knows what”',
  signals: 'Signals',
  learnt: 'Past tickets',
  similar: 'Similar tickets',
}

/** How a thing is called where it is told of. */
function nameOfThing(list: DesignList, thing: Thing): string {
  if (list === 'kept') return `“${String(thing.says)}”`
  if (list === 'translations') return parts.languageOf(String(thing.id))
  if (list === 'shelves') return `“${String(thing.name)}”`
  return `“${String(thing.label ?? thing.name)}”`
}

/**
 * Compares two designs as a lead tells it: by article, each thing by its name, what became of it in sentences, and no id
 * anywhere.
 * @param directory what people, teams and places are called; without it they are told as such that are not there
 */
export function changesInWords(
  before: Design,
  after: Design,
  directory: Directory = new Directory({
    people: [],
    teams: [],
    sites: [],
    organisations: [],
    agreements: [],
  }),
): ChangeInWords[] {
  const naming = new Naming(before, after, directory)
  return compareDesigns(before, after)
    .map((change) => ({ ...change, ...inWords(change, naming) }))
    .sort((a, b) => ARTICLES.indexOf(a.article) - ARTICLES.indexOf(b.article))
}

function inWords({ part, id, what }: DesignChange, naming: Naming): Omit<ChangeInWords, keyof DesignChange> {
  const { before, after } = naming
  if (part === 'desk')
    return {
      article: 'Working time',
      name: 'The desk',
      says: bookOf(rules.desk)(before.desk, after.desk, naming),
    }
  if (part === 'triage') {
    const key = id as keyof Design['triage']
    const said = rules.triage[key] as Phrase<unknown>
    return { article: 'Triage', name: TRIAGE[key], says: said(before.triage[key], after.triage[key], naming) }
  }
  const list = part as DesignList
  const { one, article, said } = LISTS[list]
  if (what === 'moved') return { article, name: plural(one), says: ['stand in another order'] }
  const of = (design: Design) => thingsOf(design, list).find((thing) => idOfThing(thing) === id)
  const [was, is] = [of(before), of(after)]
  const name = `${one} ${nameOfThing(list, (is ?? was)!)}`
  if (what !== 'changed') return { article, name, says: [what === 'added' ? 'is new' : 'is gone'] }
  return { article, name, says: (said as Phrase<unknown>)(was, is, naming) }
}

const plural = (one: string) =>
  one === 'Saved reply'
    ? 'Saved replies'
    : one === 'Category'
      ? 'Categories'
      : one === 'Shelf'
        ? 'Shelves'
        : one === 'Priority'
          ? 'Priorities'
          : `${one}s`
