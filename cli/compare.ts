import { changesInWords, type Design } from '../core/design'
import { misfits } from '../server/commands/draft'
import { designAt } from './designAt'

const USAGE = 'Write: ./yare compare A B [--json], such as ./yare compare before.json after.json'

export interface Comparison {
  /** What is printed. */
  text: string
  isSame: boolean
}

function designIn(file: string): Design {
  const design = designAt(file)
  const [first] = misfits(design)
  if (first) throw new Error(`${file} is not a whole design: ${first.field} ${first.message}`)
  return design
}

/**
 * Answers `./yare compare`: what is different between two design files or folders, by article, in sentences. People, teams, sites
 * and organisations are those of an installation, so what refers to them is told without their names.
 * @throws Error when a file cannot be read or is not a design
 */
export function compareFiles(words: string[]): Comparison {
  const wantsJson = words.includes('--json')
  const [a, b, ...rest] = words.filter((one) => one !== '--json')
  if (!a || !b || rest.length) throw new Error(USAGE)
  const changes = changesInWords(designIn(a), designIn(b))
  const isSame = changes.length === 0
  if (wantsJson) return { text: JSON.stringify(changes, null, 2), isSame }
  if (isSame) return { text: 'Nothing is different.', isSame }
  const articles = [...new Set(changes.map((one) => one.article))]
  const lines = articles.flatMap((article) => [
    article,
    ...changes
      .filter((one) => one.article === article)
      .flatMap(({ name, says }) => [`  ${name}`, ...says.map((one) => `    ${one}`)]),
  ])
  return { text: lines.join('\n'), isSame }
}
