/** JSON by which two values can be compared: keys sorted, since a database keeps its own order of them. */
export function canonicalJson(value: unknown): string {
  return JSON.stringify(value ?? null, (_, part: unknown) =>
    part && typeof part === 'object' && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
      : part,
  )
}

/** An object without the keys that have no value, as it is written down. */
export function withoutGaps<T extends object>(value: T): T {
  return Object.fromEntries(Object.entries(value).filter(([, part]) => part !== undefined)) as T
}
