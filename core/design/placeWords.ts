import { numbersOf } from '../plan'
import { isOneOf } from '../lookup'
import { say } from '../words'
import { PRIORITY_SOURCES, type Design } from './design'

type Named = { id: string; name: string }

const quoted = (what: string, name: string | undefined, id: string) => `${what} “${name ?? id}”`
const nameIn = (list: readonly Named[], id: string) => list.find((one) => one.id === id)?.name

/** The tables of triage by the end of their address, with what they are called. */
const TABLES: Readonly<Record<string, { part: 'what' | 'weight' | 'routing' | 'skills'; name: string }>> = {
  what: { part: 'what', name: 'What it is' },
  'how-bad': { part: 'weight', name: 'How bad, how soon' },
  'where-it-goes': { part: 'routing', name: 'Where it goes' },
  skills: { part: 'skills', name: 'Who knows what' },
}

const ARTICLES: Readonly<Record<string, string>> = {
  categories: 'Categories',
  priorities: 'Priorities',
  'source-order': 'Source order',
  'who-gets-it': 'Who gets it',
  signals: 'Signals',
  similar: 'Similar tickets',
}

function inTriage(design: Design, article: string, hash: string | undefined): string {
  const table = TABLES[article]
  if (table) {
    const row = design.triage[table.part]?.rows.findIndex((one) => one.id === hash) ?? -1
    return row < 0 ? `Table “${table.name}”` : `Table “${table.name}”, row ${row + 1}`
  }
  if (article === 'categories' && hash) return quoted('Category', categoryName(design, hash), hash)
  if (article === 'priorities' && hash) return quoted('Priority', nameIn(design.priorities, hash), hash)
  if (article === 'signals' && hash)
    return quoted('Signal', nameIn(design.triage.signals?.kinds ?? [], hash), hash)
  if (article === 'source-order' && hash) return `Source order, ${sourceName(hash)}`
  return ARTICLES[article] ?? 'Triage'
}

/** The source of a line in an order of sources; those of teams begin with the team. */
function sourceName(line: string): string {
  const source = line.split('-').at(-1)
  return isOneOf(PRIORITY_SOURCES, source) ? say('en', `source.${source}`) : line
}

/** The names of a category and those above it. */
export function categoryName({ categories }: Design, id: string): string | undefined {
  const path = id.split('/').map((_, at, parts) => parts.slice(0, at + 1).join('/'))
  const names = path.map((one) => nameIn(categories, one))
  return names.every((one) => one !== undefined) ? names.join(' › ') : undefined
}

function inKind(design: Design, id: string, hash: string | undefined): string {
  const kind = design.kinds.find((one) => one.id === id)
  const own = quoted('Ticket kind', kind?.name, id)
  return hash ? `${own}, ${partOfKind(design, kind?.statuses ?? [], kind?.idle ?? [], hash)}` : own
}

function partOfKind(
  { fields }: Design,
  statuses: readonly Named[],
  idle: readonly { id: string; status: string }[],
  hash: string,
): string {
  const [beginning = '', ...rest] = hash.split('-')
  const id = rest.join('-')
  if (beginning === 'field') return quoted('field', fields.find((one) => one.name === id)?.label, id)
  const timer = beginning === 'idle' && idle.find((one) => one.id === id)
  if (timer) return quoted('idle timer of', nameIn(statuses, timer.status), timer.status)
  return quoted('status', nameIn(statuses, hash), hash)
}

function inForm(design: Design, id: string, hash: string | undefined): string {
  const form = quoted('Form', nameIn(design.forms, id), id)
  return hash ? `${form}, “${questionName(design, hash)}”` : form
}

const questionName = ({ questions }: Design, name: string) =>
  questions.find((one) => one.name === name)?.label ?? name

function onLadders(design: Design, id: string, hash: string | undefined): string {
  if (id.startsWith('rota-')) return quoted('Rota', nameIn(design.rotas, id.slice(5)), id.slice(5))
  if (id.startsWith('webhook-')) return quoted('Call', nameIn(design.webhooks, id.slice(8)), id.slice(8))
  const ladder = design.ladders.find((one) => one.id === id)
  const rung = ladder?.rungs.findIndex((one) => one.id === hash) ?? -1
  return quoted('Ladder', ladder?.name, id) + (rung < 0 ? '' : `, rung ${rung + 1}`)
}

/** How tickets are exchanged with a partner, and the field of it that is sent or taken. */
function onPartners(design: Design, id: string, hash: string | undefined): string {
  const exchange = quoted('Exchange with', nameIn(design.exchanges, id), id)
  const [way, ...rest] = (hash ?? '').split('-')
  const field = rest.join('-')
  if (!field) return exchange
  return `${exchange}, ${way === 'sends' ? 'what is sent' : 'what is taken in'}: ${field}`
}

/** What stands beside the moves, by the beginning of its address. */
const BESIDE_MOVES: readonly [string, (design: Design, id: string) => string][] = [
  ['reply-', (design, id) => quoted('Saved reply', nameIn(design.savedReplies, id), id)],
  ['layout-', () => 'A layout'],
  ['shelf-', () => 'A shelf'],
]

function onMoves(design: Design, id: string): string {
  const beside = BESIDE_MOVES.find(([prefix]) => id.startsWith(prefix))
  return beside ? beside[1](design, id.slice(beside[0].length)) : quoted('Move', nameIn(design.moves, id), id)
}

/** A checklist, and the task in it by its number. */
function inChecklist(design: Design, hash: string | undefined): string {
  const [id = '', at] = (hash ?? '').split('/')
  return id
    ? quoted('Checklist', nameIn(design.checklists, id), id) + (at === undefined ? '' : `, ${at}`)
    : 'Checklists'
}

/** A plan, and the stage or task in it by its number. */
function onPlans(design: Design, id: string, hash: string | undefined): string {
  if (id === 'checklists') return inChecklist(design, hash)
  const plan = design.plans.find((one) => one.id === id)
  const number =
    plan && hash !== undefined ? numbersOf(plan).get(hash.replace(/^stage-/, 'stage ')) : undefined
  return quoted('Plan', plan?.name, id) + (number === undefined ? '' : `, ${number}`)
}

const PARTS: Readonly<Record<string, (design: Design, id: string, hash: string | undefined) => string>> = {
  catalog: (design, id) => quoted('Item', nameIn(design.items, id), id),
  forms: inForm,
  questions: (design, id) => `Question “${questionName(design, id)}”`,
  fields: (design, id) => quoted('Field', design.fields.find((one) => one.name === id)?.label, id),
  kinds: inKind,
  triage: inTriage,
  'working-time': (design, id) => quoted('Calendar', nameIn(design.calendars, id), id),
  'service-levels': (design, id) => quoted('Level', nameIn(design.serviceLevels, id), id),
  ladders: onLadders,
  partners: onPartners,
  moves: (design, id) => onMoves(design, id),
  plans: onPlans,
  templates: (design, id) => quoted('Message', nameIn(design.templates, id), id),
  portals: (design, id) => quoted('Portal', nameIn(design.portals, id), id),
}

const WHOLE: Readonly<Record<string, string>> = {
  catalog: 'Catalog',
  kinds: 'Ticket kinds',
  triage: 'Triage',
  'working-time': 'Working time',
  'service-levels': 'Service levels',
  ladders: 'Ladders',
  moves: 'Moves',
  plans: 'Plans',
  templates: 'Messages',
  portals: 'Portals',
  languages: 'Languages',
}

/**
 * Where something in a design stands, in words.
 * @param place as findings have it
 * @example placeInWords(design, 'service-levels/office-hours') // Level “Office hours”
 */
export function placeInWords(design: Design, place: string): string {
  const [path = '', hash] = place.split('#')
  const [part = '', ...rest] = path.split('/')
  const id = rest.join('/')
  if (!id) return WHOLE[part] ?? part
  return PARTS[part]?.(design, id, hash) ?? place
}
