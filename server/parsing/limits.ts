/** Most rows and columns of a file that is read; a decision table or a list has fewer. */
export const MOST_ROWS = 20_000
export const MOST_COLUMNS = 200
/** Most characters of a text file that is read. */
export const MOST_CHARACTERS = 8_000_000

/** How much of a file is read. */
export interface FileLimits {
  rows: number
  /** Characters of a text file. */
  characters: number
}

/** A list of the directory is longer than any table; all of it is read apart, and taken in by a worker. */
export const LIST_LIMITS: FileLimits = { rows: 100_000, characters: 32_000_000 }

/** A file that is not read, with why; the words go to whoever sent it. */
export class FileRefused extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'FileRefused'
  }
}
