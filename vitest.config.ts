import vue from '@vitejs/plugin-vue'
import AutoImport from 'unplugin-auto-import/vite'
import { defineConfig } from 'vitest/config'

const root = import.meta.dirname
/** Only what needs a database gets one; the core's tests share their modules, which no test changes. */
const project = (name: string, include: string[], more = {}) => ({
  extends: true as const,
  // One after the other: side by side each would have its own workers, more than there are cores.
  test: { name, include, sequence: { groupOrder: ORDER.indexOf(name) }, ...more },
})
const COLADA = [
  'useQuery',
  'useMutation',
  'useQueryCache',
  'defineMutation',
  'defineQuery',
  'defineQueryOptions',
]
const ORDER = ['core', 'app', 'server']

/** A page in a browser, as Nuxt would build it. */
const inBrowser = {
  name: 'in-browser',
  transform: (code: string) =>
    code.includes('import.meta.')
      ? code.replaceAll('import.meta.client', 'true').replaceAll('import.meta.server', 'false')
      : undefined,
}

export default defineConfig({
  esbuild: { tsconfigRaw: { compilerOptions: { experimentalDecorators: true } } },
  resolve: {
    alias: { '#yare/routes': `${root}/tests/server/routes.ts`, '~~': root, '~': `${root}/app` },
  },
  test: {
    maxWorkers: 2,
    testTimeout: 30_000,
    hookTimeout: 60_000,
    projects: [
      project('core', ['{core,demo}/**/*.test.ts'], {
        isolate: false,
        pool: 'threads',
        setupFiles: ['./tests/quick.ts'],
      }),
      {
        ...project('app', ['app/**/*.test.ts'], {
          environment: 'happy-dom',
          setupFiles: ['./app/testing/page.ts'],
        }),
        plugins: [
          vue(),
          inBrowser,
          // What Nuxt imports by itself, without starting it.
          AutoImport({
            imports: ['vue', 'vue-router', 'pinia', { '@pinia/colada': COLADA }],
            dirs: ['app/composables', 'app/stores'],
            vueTemplate: true,
            dts: false,
          }),
        ],
      },
      project('server', ['{server,cli}/**/*.test.ts', 'tests/server/**/*.test.ts'], {
        globalSetup: ['./tests/database.ts'],
      }),
    ],
  },
})
