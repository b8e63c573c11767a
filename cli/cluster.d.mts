export interface Cluster {
  url: string
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
  options?: { settings?: Record<string, string | number>; onEnd?: (how: unknown) => void },
): Promise<Cluster>
