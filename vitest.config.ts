import { defineConfig } from 'vitest/config'

export default defineConfig({
  esbuild: { tsconfigRaw: { compilerOptions: { experimentalDecorators: true } } },
  test: {
    include: ['{core,app,server,cli,demo}/**/*.test.ts', 'tests/server/**/*.test.ts'],
    globalSetup: ['./tests/database.ts'],
    fileParallelism: true,
    maxWorkers: 2,
    testTimeout: 30_000,
    hookTimeout: 60_000,
  },
})
