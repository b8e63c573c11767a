import { keysOf } from '~~/core/lookup'
import { MOST_CHOICES, type NamedType } from '~~/core/intake/form'

export interface Choice {
  value: string
  label: string
  note?: string
}
type Lists = Partial<Record<NamedType, readonly Choice[]>>

/** What questions that name something may be answered with. */
export interface Choices {
  /** Those in whose name every word is found. */
  find: (type: NamedType, words: string) => Promise<readonly Choice[]>
  /** What one is called, as far as that is known here. */
  nameOf: (type: NamedType, value: string) => string | undefined
  /** Sees to it that it is known what one is called. */
  know: (type: NamedType, value: string) => Promise<void>
}

const nameAmong = (list: readonly Choice[] = [], value: string) =>
  list.find((one) => one.value === value)?.label

/** Whether every word is found in a name. */
function fits({ label }: Choice, words: string): boolean {
  const name = label.toLocaleLowerCase('en')
  const parts = words.toLocaleLowerCase('en').split(/\s+/)
  return parts.every((one) => name.includes(one))
}

/** Lists that are all there is, as in a preview. */
export const choicesAmong = (lists: () => Lists): Choices => ({
  find: (type, words) => Promise.resolve((lists()[type] ?? []).filter((one) => fits(one, words))),
  nameOf: (type, value) => nameAmong(lists()[type], value),
  know: () => Promise.resolve(),
})

/**
 * What there is to choose at the desk: the first of each list, and what is looked for among more.
 * @param organisation to which what is offered belongs, where the desk asks for somebody of it
 */
export function useChoices(organisation: () => string | undefined = () => undefined) {
  const lists = shallowReactive<Lists>({})
  const found = shallowReactive<Lists>({})
  const cache = useQueryCache()
  const ask = (type: NamedType, query: { search?: string; value?: string } = {}) =>
    api('GET /api/choices/{type}', { path: { type }, query: { ...query, organisation: organisation() } })
  /** The first of the whole desk are asked for once, however many fields of a page need them. */
  async function firstOf(type: NamedType): Promise<Choice[]> {
    if (organisation()) return ask(type)
    const { data, error } = await cache.refresh(
      cache.ensure({ key: ['choices', type], query: () => ask(type) }),
    )
    if (!data) throw asApiError(error)
    return data
  }
  const add = (type: NamedType, more: readonly Choice[]) => {
    const known = (found[type] ?? []).filter((one) => !more.some(({ value }) => value === one.value))
    found[type] = [...known, ...more].slice(-MOST_CHOICES)
  }

  /** Asks for the first of these. */
  async function need(types: readonly NamedType[]): Promise<void> {
    await Promise.all([...new Set(types)].map(async (type) => (lists[type] = await firstOf(type))))
  }
  /** There is something new among them: what was asked is asked again. */
  async function anew(): Promise<void> {
    await cache.invalidateQueries({ key: ['choices'] }).catch(() => undefined)
    await need(keysOf(lists))
  }
  const nameOf: Choices['nameOf'] = (type, value) =>
    nameAmong(lists[type], value) ?? nameAmong(found[type], value)
  const among = choicesAmong(() => lists)
  const find: Choices['find'] = async (type, words) => {
    lists[type] ??= await firstOf(type)
    // Where the first are all of them nobody else need be asked.
    if (!words.trim() || lists[type].length < MOST_CHOICES) return among.find(type, words)
    const more = await ask(type, { search: words.trim() })
    add(type, more)
    return more
  }
  const know: Choices['know'] = async (type, value) => {
    if (nameOf(type, value) === undefined) add(type, await ask(type, { value }))
  }
  return { lists, need, anew, find, nameOf, know }
}
