import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import {
  designFile,
  designFolder,
  FOLDER_FILES,
  readDesignFolder,
  readNamedDesign,
  type Design,
  type DesignFile,
} from '../core/design'
import { fromHere } from './fromHere'

/** So many bytes a file of a design has at most; more is no design. */
const MOST_BYTES = 64 * 1024 * 1024

/**
 * Reads a design from its file, or from its folder with a file for each article.
 * @param path as it was meant where ./yare was called
 * @throws Error when there is none, or what is there is no design
 */
export const designAt = (path: string): Design => designFileAt(path).design

/**
 * The same, with the names of what it refers to.
 * @throws Error when there is none, or what is there is no design
 */
export function designFileAt(path: string): DesignFile {
  const place = fromHere(path)
  if (!statSync(place).isDirectory()) return readNamedDesign(textOf(place))
  const names = readdirSync(place, { recursive: true, encoding: 'utf8' })
    .map((one) => one.replaceAll('\\', '/'))
    .filter((one) => one.endsWith('.json'))
  return readDesignFolder(new Map(names.map((one) => [one, textOf(join(place, one))])))
}

function textOf(file: string): string {
  if (statSync(file).size > MOST_BYTES) throw new Error(`${file} is too large to be a design`)
  return readFileSync(file, 'utf8')
}

/**
 * Writes a design to a file, or to a folder with a file for each article where the path does not end in `.json`.
 * @throws Error where something else is in the way: nothing is written over that is no part of a design
 */
export function writeDesignAt(path: string, { design, names }: DesignFile): string[] {
  const place = fromHere(path)
  if (path.endsWith('.json')) {
    mkdirSync(dirname(place), { recursive: true })
    writeFileSync(place, designFile(design, names))
    return [path]
  }
  refuseOthers(path, place)
  const files = designFolder(design, names)
  for (const name of FOLDER_FILES) {
    const file = join(place, name)
    const text = files.get(name)
    mkdirSync(dirname(file), { recursive: true })
    if (text === undefined) rmSync(file, { force: true })
    else writeFileSync(file, text)
  }
  return [...files.keys()].map((one) => join(path, one))
}

/** A folder that holds something else than a design is somebody's: what it has is left alone. */
function refuseOthers(path: string, place: string): void {
  if (!existsSync(place)) return
  if (!statSync(place).isDirectory()) throw new Error(`${path} is a file; a file of a design ends in .json`)
  const own = new Set(FOLDER_FILES)
  const others = readdirSync(place, { recursive: true, encoding: 'utf8' })
    .map((one) => one.replaceAll('\\', '/'))
    .filter((one) => one !== 'triage' && !own.has(one) && !one.startsWith('.'))
  if (others.length)
    throw new Error(`${path} holds something else (${others.slice(0, 3).join(', ')}); choose another folder`)
}
