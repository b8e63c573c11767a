import { readdirSync } from 'node:fs'
import { join, relative } from 'node:path'
import { addTypeTemplate, defineNuxtModule, updateTemplates } from 'nuxt/kit'
import { operationOf } from '../server/http/operation'

const FILE = 'types/apiMap.d.ts'

/**
 * What each call of the API takes and gives, by name (`GET /api/tickets/{reference}`): one map of types, made from the
 * files of the routes. `api(…)` of the page reads it.
 */
export default defineNuxtModule({
  meta: { name: 'api-map' },
  setup(_, nuxt) {
    const folder = join(nuxt.options.serverDir, 'api')
    const getContents = () => mapOf(folder, join(nuxt.options.buildDir, 'types'))
    addTypeTemplate({ filename: FILE, getContents }, { nuxt: true })
    nuxt.hook('builder:watch', async (event, path) => {
      const isList = event === 'add' || event === 'unlink'
      if (isList && /server\/api\//.test(path))
        await updateTemplates({ filter: (one) => one.filename === FILE })
    })
  },
})

function mapOf(folder: string, from: string): string {
  const lines = readdirSync(folder, { recursive: true })
    .map(String)
    .sort()
    .flatMap((file) => {
      const call = operationOf(file)
      const path = relative(from, join(folder, file)).replace(/\.ts$/, '')
      return call ? [`    ${JSON.stringify(call.name)}: typeof import(${JSON.stringify(path)}).default`] : []
    })
  return `declare global {\n  interface ApiMap {\n${lines.join('\n')}\n  }\n}\nexport {}\n`
}
