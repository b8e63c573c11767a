import { KINDS, type ListName, type Value } from '~~/core/directory'
import { textsIn } from '~~/core/lookup'
import { aboutRight, isRight, RIGHT_NAMES } from '~~/core/rights'
import { isLanguage, LANGUAGE_NAMES } from '~~/core/words'

/** A thing of the directory, as its page has it. */
export type ThingPage = AnswerOf<'GET /api/directory/{list}/{id}'>
export type ThingLine = AnswerOf<'GET /api/directory/{list}'>['rows'][number]
export type NamesOfThings = ThingPage['names']

/** How much each list has, and what of the design is chosen from. */
export const useLists = () =>
  useQuery({
    key: ['directory', 'lists'],
    query: ({ signal }) => api('GET /api/directory/lists', { signal }),
  })

/** One of a list in words, such as `an organisation`. */
export const aKindOf = (list: ListName) => `${KINDS[list].article ?? 'a'} ${KINDS[list].name}`

/** Where a thing, or a list, has its page. */
export const addressOfThing = (list: ListName, id?: string) =>
  id === undefined ? `/directory/${list}` : `/directory/${list}/${encodeURIComponent(id)}`

/** Things of a list that fit some words, for choosing one. */
export const findThings = (list: ListName, where?: string) => async (search: string) => {
  const { rows, names } = await api('GET /api/directory/{list}', {
    path: { list },
    query: { search: search || undefined, where, limit: 30 },
  })
  return rows.map((one) => ({
    value: one.id,
    label: labelOf(list, one, names),
    note: noteOf(list, one, names),
  }))
}

/** What a thing is called where it stands by itself. */
export function labelOf(
  list: ListName,
  { id, name, values }: Pick<ThingLine, 'id' | 'name' | 'values'>,
  names: NamesOfThings,
) {
  if (list !== 'agreements') return name
  return `${id} ${names.organisations?.[String(values.organisation)] ?? ''}`.trim()
}

/** A little more, to tell two of one name apart. */
function noteOf(list: ListName, { id, values }: ThingLine, names: NamesOfThings): string | undefined {
  const owner = names.organisations?.[String(values.organisation)]
  const notes: Partial<Record<ListName, unknown[]>> = {
    people: [values.mail, owner],
    sites: [owner],
    equipment: [id, values.serial, owner],
    agreements: [names.covers?.[String(values.cover)]],
  }
  return notes[list]?.filter(Boolean).join(' · ') || undefined
}

/** A value in words, as it stands in a list or in the record of changes. */
export function valueInWords(
  list: ListName,
  name: string,
  value: Value | undefined,
  names: NamesOfThings,
  choices: readonly { value: string; label: string }[] = [],
): string {
  const field = KINDS[list].fields[name]
  if (!field || value === null || value === undefined || value === '') return ''
  if (field.type === 'choice') return labelIn(field.options, value)
  if (field.type === 'rights') return rightsInWords(textsIn(value))
  const nameOf = (id: string) => ('of' in field ? (names[field.of]?.[id] ?? id) : id)
  if (typeof value === 'object')
    return Array.isArray(value)
      ? value.map(nameOf).join(', ')
      : Object.entries(value)
          .map(([id, said]) =>
            field.type === 'extra' ? `${id}: ${said}` : `${nameOf(id)} ${saidOf(said)}`.trim(),
          )
          .join(', ')
  if (field.type === 'ofDesign') return labelIn(choices, value)
  if (field.type === 'language' && isLanguage(value)) return LANGUAGE_NAMES[value]
  return nameOf(String(value))
}

const labelIn = (options: readonly { value: string; label: string }[], value: Value) =>
  options.find((one) => one.value === value)?.label ?? String(value)

/** How long a way is, or how well something is known where that is not just sure. */
const saidOf = (said: string | number) =>
  typeof said === 'number' ? `${said} min` : said === 'sure' ? '' : `(${said})`

/** Rights as they are called; all of them in a word. */
function rightsInWords(rights: readonly string[]): string {
  const known = rights.filter(isRight)
  if (known.length === RIGHT_NAMES.length) return 'everything'
  return known.map((one) => aboutRight(one).label).join(' · ')
}

/** What names a thing, in words: `12 people, 3 tickets (1 open)`. */
export function usesInWords({ directory, design, tickets }: AnswerOf<'GET /api/directory/{list}/{id}/uses'>) {
  const open = tickets.reduce((sum, one) => sum + one.open, 0)
  const all = tickets.reduce((sum, one) => sum + one.all, 0)
  return [
    ...directory.map(({ list, count }) => `${count} ${count === 1 ? KINDS[list].name : KINDS[list].plural}`),
    ...(all ? [`${all} ${all === 1 ? 'ticket' : 'tickets'} (${open} open)`] : []),
    ...(design.length ? [`${design.length} ${design.length === 1 ? 'place' : 'places'} of Design`] : []),
  ].join(', ')
}

type ListQuery = Partial<QueryOf<'GET /api/directory/{list}'>>

/** Things of a list as rows, page by page, with what everything is called that they name. */
export function useThingList(list: ListName | (() => ListName), query: () => ListQuery) {
  const name = () => (typeof list === 'function' ? list() : list)
  const ledger = useLedger<AnswerOf<'GET /api/directory/{list}'>>({
    key: () => ['directory', name(), 'list', JSON.stringify(query())],
    ask: async ({ limit, after, before, signal }) => {
      const ask = { ...query(), limit: query().limit ?? limit, after: after?.toString() }
      const page = await api('GET /api/directory/{list}', { path: { list: name() }, query: ask, signal })
      return before && after !== undefined ? { ...page, names: mergedNames(before.names, page.names) } : page
    },
    keyOf: (row) => row.id,
  })
  return { ...ledger, names: computed<NamesOfThings>(() => ledger.page.value?.names ?? {}) }
}

function mergedNames(one: NamesOfThings, other: NamesOfThings): NamesOfThings {
  const lists = new Set([...Object.keys(one), ...Object.keys(other)]) as Set<ListName>
  return Object.fromEntries([...lists].map((list) => [list, { ...one[list], ...other[list] }]))
}
