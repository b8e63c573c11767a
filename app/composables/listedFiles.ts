import type { Attached } from '~~/core/ticket'
import { fileIn } from '~~/core/writing'

/** The files of an article that do not stand among its words already. */
export const listedFiles = ({ body, files }: { body: string; files: readonly Attached[] }): Attached[] =>
  files.filter((one) => !body.includes(`](${fileIn(one.id)})`))
