import { misfits } from '../server/commands/draft'
import { designFileAt, writeDesignAt } from './designAt'

const USAGE =
  'Write: ./yare convert A B, such as ./yare convert design.json design-folder; B is a file where it ends in .json'

/**
 * Answers `./yare convert`: a design file becomes a folder with a file for each article, or the other way round.
 * @returns what is printed
 * @throws Error when the first is no design, or something else is where the second shall be
 */
export function convertDesign(words: string[]): string {
  const [from, to, ...rest] = words
  if (!from || !to || rest.length) throw new Error(USAGE)
  const file = designFileAt(from)
  const [first] = misfits(file.design)
  if (first) throw new Error(`${from} is not a whole design: ${first.field} ${first.message}`)
  const files = writeDesignAt(to, file)
  return files.length === 1 ? `Written: ${files[0]}` : `Written: ${files.length} files in ${to}`
}
