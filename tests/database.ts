import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { build } from 'esbuild'
import type { TestProject } from 'vitest/node'
import { ensurePostgres, startCluster } from '../cli/cluster.mjs'

/** Starts a throwaway PostgreSQL for the server tests; each test file makes a database of its own in it. */
export default async function setup(project: TestProject) {
  process.env.LOG_LEVEL ??= 'silent'
  const parser = await bundleParser()
  process.env.YARE_PARSER = parser
  // As root the server runs as another user, who must be able to walk to its folder.
  const base = process.getuid?.() === 0 ? '/var/tmp' : tmpdir()
  const folder = mkdtempSync(join(base, 'yare-test-'))
  const cluster = await startCluster(
    ensurePostgres((line: string) => console.log(line)),
    folder,
    { settings: { fsync: 'off', synchronous_commit: 'off' } },
  )
  project.provide('databaseUrl', cluster.url)
  return async () => {
    await cluster.stop()
    rmSync(folder, { recursive: true, force: true })
  }
}

/** The thread in which files are read, as the build makes it. */
async function bundleParser(): Promise<string> {
  const folder = join(import.meta.dirname, '../node_modules/.cache/yare-tests')
  const outfile = join(folder, 'parser.mjs')
  await build({
    ...{ entryPoints: [join(import.meta.dirname, '../server/parsing/thread.ts')], outfile, bundle: true },
    ...{ platform: 'node', target: 'node20', format: 'esm', packages: 'external', logLevel: 'warning' },
  })
  return outfile
}

declare module 'vitest' {
  interface ProvidedContext {
    databaseUrl: string
  }
}
