/** JSON by which two values can be compared: keys sorted, since a database keeps its own order of them. */
export function canonicalJson(value: unknown): string {
  return JSON.stringify(value ?? null, (_, part: unknown) =>
    part && typeof part === 'object' && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
      : part,
  )
}
