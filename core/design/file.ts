import { isRecord } from '../lookup'
import { messageOf } from '../error/messageOf'
import type { Design } from './design'
import type { NamesInFile } from './mapping'
import { READ_VERSIONS, upgradeDesign } from './upgrade'

/** What a file of a design holds. */
export interface DesignFile {
  design: Design
  /** The names of what it refers to in the directory that it comes from. */
  names: NamesInFile
}

/**
 * Writes a design as its file: JSON with two spaces, the keys of each thing in the order in which they stand.
 * @param names of what it refers to, for whoever reads it elsewhere
 */
export function designFile(design: Design, names: NamesInFile = {}): string {
  return `${JSON.stringify({ ...design, ...(hasAny(names) && { names }) }, null, 2)}\n`
}

export const hasAny = (names: NamesInFile) => Object.keys(names).length > 0

/**
 * Reads a design file; one of an earlier version comes in the words of this one. Its shape is checked by
 * `DESIGN_SCHEMA`, what it means by proofreading.
 * @throws RangeError when it is not JSON or not a design of this version
 */
export const readDesignFile = (text: string): Design => readNamedDesign(text).design

/**
 * Reads a design file with the names that it tells of what it refers to.
 * @throws RangeError when it is not JSON or not a design of this version
 */
export function readNamedDesign(text: string): DesignFile {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch (error) {
    throw new RangeError(`this is not JSON: ${messageOf(error)}`, { cause: error })
  }
  const { format, version } = isRecord(value) ? value : {}
  if (format !== 'yare-design')
    throw new RangeError('this is not a design file: its format is not “yare-design”')
  if (!READ_VERSIONS.some((one) => one === version))
    throw new RangeError(
      `this design file has version ${String(version)}; this release reads versions ${READ_VERSIONS.join(', ')}`,
    )
  const { names, ...design } = value as Design & { names?: unknown }
  return { design: upgradeDesign(design), names: namesIn(names) }
}

/** What of the names can be read; without the rest the design is no other. */
function namesIn(value: unknown): NamesInFile {
  if (!isRecord(value)) return {}
  const sorts = Object.entries(value).flatMap(([what, names]) =>
    isRecord(names)
      ? [[what, Object.fromEntries(Object.entries(names).filter(([, one]) => typeof one === 'string'))]]
      : [],
  )
  return Object.fromEntries(sorts) as NamesInFile
}
