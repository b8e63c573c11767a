import { proofread, type Finding } from '../core/design'
import { misfits } from '../server/commands/draft'
import { designAt } from './designAt'

const USAGE = 'Write: ./yare proofread FILE [--json], such as ./yare proofread design.json'

export interface Verdict {
  /** What is printed. */
  text: string
  /** Whether anything would stop publishing. */
  hasErrors: boolean
}

/**
 * Answers `./yare proofread`: reads a design file, or its folder, without a server. People, teams, sites and organisations are those of
 * an installation, so references to them are not asked.
 * @throws Error when the file cannot be read or is not a design
 */
export function proofreadFile(words: string[]): Verdict {
  const wantsJson = words.includes('--json')
  const [file, ...rest] = words.filter((one) => one !== '--json')
  if (!file || rest.length) throw new Error(USAGE)
  const design = designAt(file)
  const shape = misfits(design)
  const findings: Finding[] = shape.length
    ? shape.map(({ field, message }) => ({
        ...{ severity: 'error' as const, code: 'shapeMisfit' as const, place: field },
        message,
      }))
    : proofread(design)
  const errors = findings.filter((one) => one.severity === 'error').length
  if (wantsJson) return { text: JSON.stringify(findings, null, 2), hasErrors: errors > 0 }
  const lines = findings.map(
    (one) =>
      `${one.severity}  ${one.place}  ${one.message}${one.kept === undefined ? '' : ` (kept: ${one.kept})`}`,
  )
  const sum = `${file}: ${errors} errors, ${findings.length - errors} remarks; people, teams, sites and organisations are not asked`
  return { text: [...lines, sum].join('\n'), hasErrors: errors > 0 }
}
