import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { TestProject } from 'vitest/node'
import { ensurePostgres, startCluster } from '../cli/cluster.mjs'

/** Starts a throwaway PostgreSQL for the server tests; each test file makes a database of its own in it. */
export default async function setup(project: TestProject) {
  process.env.LOG_LEVEL ??= 'silent'
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

declare module 'vitest' {
  interface ProvidedContext {
    databaseUrl: string
  }
}
