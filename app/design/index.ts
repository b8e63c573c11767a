import type { Article } from './article'

// The articles of Design, each from a file of its own in `articles/`: to add one is to add a file there.
const FILES = import.meta.glob<Article>('./articles/*.ts', { eager: true, import: 'default' })

const byPlace = <T extends { place: number }>(list: T[]) => list.sort((a, b) => a.place - b.place)

/** A line of the outline, with its number. */
export interface Line {
  path: string
  name: string
  number: string
  articles?: Line[]
}

const all = Object.values(FILES)
const parts = [...new Map(all.flatMap(({ part }) => (part ? [[part.path, part] as const] : []))).values()]

/** The outline: articles by themselves, and parts with the articles in them. */
export const OUTLINE: readonly Line[] = byPlace([
  ...all.filter((one) => !one.part).map(({ path, name, place }) => ({ path, name, place })),
  ...parts.map(({ path, name, place }) => ({ path, name, place })),
]).map(({ path, name }, index) => {
  const inner = byPlace(all.filter((one) => one.part?.path === path))
  const number = String(index + 1)
  const lines = inner.map((one, at) => ({ path: one.path, name: one.name, number: `${number}.${at + 1}` }))
  return { path, name, number, ...(lines.length && { articles: lines }) }
})

/** Every article with its number, in the order of the outline. */
export const ARTICLES: readonly (Article & { number: string; heading: string })[] = OUTLINE.flatMap(
  (line) => line.articles ?? [line],
).map(({ path, number, name }) => ({
  ...all.find((one) => one.path === path)!,
  ...{ number, heading: `${number} ${name}` },
}))

/** The article at the end of an address, and the id of the thing that the address is about where it is about one. */
export function articleAt(address: string): { article: (typeof ARTICLES)[number]; id?: string } | undefined {
  const exact = ARTICLES.find((one) => one.path === address)
  if (exact) return { article: exact }
  const article = ARTICLES.find((one) => address.startsWith(`${one.path}/`))
  if (!article) return undefined
  const id = address.slice(article.path.length + 1).split('/')[0]
  return article.each ? { article, id } : { article }
}
