import { isRecord } from '../lookup'
import { messageOf } from '../error/messageOf'
import type { Design } from './design'
import { READ_VERSIONS, upgradeDesign } from './upgrade'

/** Writes a design as its file: JSON with two spaces, the keys of each thing in the order in which they stand. */
export function designFile(design: Design): string {
  return `${JSON.stringify(design, null, 2)}\n`
}

/**
 * Reads a design file; one of an earlier version comes in the words of this one. Its shape is checked by
 * `DESIGN_SCHEMA`, what it means by proofreading.
 * @throws RangeError when it is not JSON or not a design of this version
 */
export function readDesignFile(text: string): Design {
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
  return upgradeDesign(value as Design)
}
