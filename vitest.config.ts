import { defineConfig } from 'vitest/config'

const root = import.meta.dirname
/** Only what needs a database gets one; the core's tests share their modules, which no test changes. */
const project = (name: string, include: string[], more = {}) => ({
  extends: true as const,
  test: { name, include, ...more },
})

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
      project('app', ['app/**/*.test.ts']),
      project('server', ['{server,cli}/**/*.test.ts', 'tests/server/**/*.test.ts'], {
        globalSetup: ['./tests/database.ts'],
      }),
    ],
  },
})
