import { resolve } from 'node:path'

/** A path as it was meant: from the folder in which ./yare was called, which runs its commands in the project's. */
export const fromHere = (path: string): string => resolve(process.env.YARE_FROM ?? process.cwd(), path)
