import { readFileSync } from 'node:fs'
import { relative } from 'node:path'
import { defineNuxtModule } from 'nuxt/kit'

/** What the build has made, by where it was made from. */
type Manifest = Record<
  string,
  { file: string; src?: string; isEntry?: boolean; imports?: string[]; css?: string[] }
>

/** What a page needs before it can show anything, by the pattern of its address. */
interface Place {
  path: string
  files: string[]
}

/**
 * A place of the desk is drawn in the browser, which finds out file after file what it needs: the entry, then the page,
 * then its layout. Here all of it is written down once the browser's code is built; server/plugins/preloads names it in
 * the page, so that it comes at once. Places that are drawn on the server are named by the framework.
 */
export default defineNuxtModule({
  meta: { name: 'preloads' },
  setup(_, nuxt) {
    let pages: { path: string; file: string; needs: string[] }[] = []
    let places: Place[] = []
    nuxt.hook('pages:resolved', (all) => {
      pages = all.flatMap(({ path, file }) =>
        file ? [{ path, file: relative(nuxt.options.srcDir, file), needs: neededBy(file) }] : [],
      )
    })
    nuxt.hook('build:manifest', (manifest) => {
      places = pages.map(({ path, file, needs }) => ({ path, files: filesOf(manifest, [file, ...needs]) }))
    })
    nuxt.hook('nitro:config', (config) => {
      config.virtual ??= {}
      config.virtual['#yare/preloads'] = () => `export default ${JSON.stringify(places)}`
    })
  },
})

/** The layout and the middleware that a page names: the framework looks for them once it is there. */
function neededBy(page: string): string[] {
  const meta = /definePageMeta\(\{([^}]*)\}/.exec(readFileSync(page, 'utf8'))?.[1] ?? ''
  const named = (key: string) => new RegExp(`\\b${key}: '(\\w+)'`).exec(meta)?.[1]
  const [layout, middleware] = [named('layout'), named('middleware')]
  return [
    ...(layout ? [`layouts/${layout}.vue`] : []),
    ...(middleware ? [`middleware/${middleware}.ts`] : []),
  ]
}

/** The files of some modules, with all that they import; nothing of the entry, which the page has anyway. */
function filesOf(manifest: Manifest, sources: readonly string[]): string[] {
  const all = Object.values(manifest)
  const entry = all.filter((one) => one.isEntry)
  const seen = new Set(entry.flatMap((one) => [one.file, ...(one.css ?? [])]))
  const found: string[] = []
  const take = (one: Manifest[string] | undefined): void => {
    if (!one || found.includes(one.file) || seen.has(one.file)) return
    found.push(one.file)
    for (const style of one.css ?? []) if (!seen.has(style) && !found.includes(style)) found.push(style)
    for (const key of one.imports ?? []) take(manifest[key])
  }
  for (const source of sources) take(all.find((one) => one.src === source))
  return found
}
