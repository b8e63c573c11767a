/** The processes of the parts of a desk that runs in a folder, by their name. */
export function partsIn(folder: string): Record<string, number>
/** What is known of the PostgreSQL server of a folder while it runs, or when it was killed. */
export function serverIn(folder: string): { pid: number; url: string } | undefined
/** Writes down which processes run. */
export function noteParts(folder: string, parts: Record<string, number | undefined>): void
