import type { ChildProcess } from 'node:child_process'

export interface Cluster {
  url: string
  child: ChildProcess
  data: string
  stop(): Promise<void>
}

export function findPostgres(): string | undefined
export function ensurePostgres(say: (line: string) => void): string
export function installPackages(packages: string[], say: (line: string) => void): void
export function freePort(wanted?: number): Promise<number>
export function startCluster(
  bin: string,
  folder: string,
  settings?: Record<string, string | number>,
): Promise<Cluster>
