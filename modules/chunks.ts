import { defineNuxtModule } from 'nuxt/kit'

/** What Rollup tells of a module, as far as it matters here. */
interface Module {
  importedIds: readonly string[]
}
type InfoOf = (id: string) => Module | null

/** From so many places on, what they share is in one file: whoever works at the desk goes on to others of them. */
const MANY = 4

/**
 * A part of the kit alone is a file of a few hundred bytes, and a place of the desk took eighty of them, six at a time.
 * So there is a file for what every page needs, `base`, and for what places have in common: `counter` for what the first
 * page of a portal has too, `forms` for what its other pages have too, and `desk` for what only the desk has. A page at a
 * portal fetches nothing that only the desk needs, and its first page nothing that it does not need itself.
 */
export default defineNuxtModule({
  meta: { name: 'chunks' },
  setup(_, nuxt) {
    nuxt.hook('vite:extendConfig', (config, { isClient }) => {
      if (!isClient || nuxt.options.dev) return
      let named: Map<string, string> | undefined
      // The type says that it cannot be changed; it can, and Nuxt says so.
      const build = (config as { build: { rollupOptions?: { output?: object } } }).build
      build.rollupOptions ??= {}
      build.rollupOptions.output = {
        ...build.rollupOptions.output,
        // What it imports is not drawn into it.
        onlyExplicitManualChunks: true,
        manualChunks(id: string, { getModuleIds, getModuleInfo }: Graph) {
          named ??= namedChunks([...getModuleIds()], getModuleInfo)
          return named.get(id)
        },
      }
    })
  },
})

interface Graph {
  getModuleIds: () => Iterable<string>
  getModuleInfo: InfoOf
}

/** Where the browser begins: it imports, and nothing imports it. */
const ENTRY = /\/nuxt\/dist\/app\/entry(?:\.async)?\.js$/
const PAGE = /\/app\/(?:pages|layouts)\/([^?]*)\.vue$/
/** Whose code a page is by its file: of every page, of a portal, of its first page, of the desk, or of nobody's day. */
function whose(id: string): 'all' | 'first' | 'portal' | 'desk' | 'none' | undefined {
  const page = PAGE.exec(id)?.[1]
  if (page === undefined) return ENTRY.test(id) ? 'all' : undefined
  if (page === 'kit' || page === 'default') return 'none'
  if (/^portal\/[^/]+\/index$/.test(page) || page === 'portal') return 'first'
  return /^(?:portal|acknowledge)\//.test(page) ? 'portal' : 'desk'
}

/** Who needs which modules: every page, the first page of a portal, its others, and which places of the desk. */
function usersOf(ids: readonly string[], infoOf: InfoOf) {
  const users = { all: new Set<string>(), first: new Set<string>(), portal: new Set<string>() }
  const places = new Map<string, { pages: number; names: Set<string> }>()
  for (const id of ids) {
    const owner = whose(id)
    if (owner === undefined || owner === 'none') continue
    for (const one of reached(id, infoOf))
      if (owner === 'desk') {
        const { pages, names } = places.get(one) ?? { pages: 0, names: new Set() }
        places.set(one, { pages: pages + 1, names: names.add(nameOf(id)) })
      } else users[owner].add(one)
  }
  return { ...users, places }
}

/**
 * In which file the modules are that places have in common. Whatever a module imports is needed wherever it is needed
 * itself, so no two of these files need each other.
 */
function namedChunks(ids: readonly string[], infoOf: InfoOf): Map<string, string> {
  const { all, first, portal, places } = usersOf(ids, infoOf)
  // Left to itself it would fall apart along what the files below need of it.
  const named = new Map<string, string>(
    [...all].flatMap((id) => (ENTRY.test(id) ? [] : [[id, 'base'] as [string, string]])),
  )
  for (const [id, { pages, names }] of places) {
    if (all.has(id) || whose(id)) continue
    const isForMany = names.size >= MANY || names.has('staff')
    const isForPortals = first.has(id) || portal.has(id)
    if (isForMany) named.set(id, first.has(id) ? 'counter' : isForPortals ? 'forms' : 'desk')
    else if (pages > 1 && !isForPortals) named.set(id, [...names].sort().join('-'))
  }
  return named
}

/** The name of a page in the name of a file: `desk-bench` is what these two share. */
const nameOf = (page: string) => (PAGE.exec(page)?.[1] ?? '').split('/')[0]!

/** All that a module imports, and what that imports. */
function reached(from: string, infoOf: InfoOf): Set<string> {
  const seen = new Set<string>()
  const next = [from]
  for (let id = next.pop(); id !== undefined; id = next.pop()) {
    if (seen.has(id)) continue
    seen.add(id)
    next.push(...(infoOf(id)?.importedIds ?? []))
  }
  return seen
}
