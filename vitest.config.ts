import { defineConfig } from 'vitest/config'

export default defineConfig({
  esbuild: { tsconfigRaw: { compilerOptions: { experimentalDecorators: true } } },
  resolve: {
    alias: {
      '#yare/routes': `${import.meta.dirname}/tests/server/routes.ts`,
      '~~': import.meta.dirname,
      '~': `${import.meta.dirname}/app`,
    },
  },
  test: {
    include: ['{core,app,server,cli,demo}/**/*.test.ts', 'tests/server/**/*.test.ts'],
    globalSetup: ['./tests/database.ts'],
    fileParallelism: true,
    maxWorkers: 2,
    testTimeout: 30_000,
    hookTimeout: 60_000,
  },
})
