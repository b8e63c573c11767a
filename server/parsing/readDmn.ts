import { XMLParser, XMLValidator } from 'fast-xml-parser'
import { FileRefused, MOST_CHARACTERS } from './limits'

export type Xml = Record<string, unknown>

/** Deeper than any decision table is nested. */
const MOST_DEPTH = 60
/** More attributes than any element of a decision table has. */
const MOST_ATTRIBUTES = 60

/** The first decision with a table of a DMN file (OMG DMN 1.4). @throws FileRefused when it holds none */
export function decisionOf(text: string): Xml {
  // Entities that a document defines itself are never resolved.
  if (/<!DOCTYPE/i.test(text)) throw unreadable('it defines a document type, which is not read')
  if (text.length > MOST_CHARACTERS) throw unreadable('it is too long; take it in parts')
  refuseUnlessPlain(text)
  const valid = XMLValidator.validate(text)
  if (valid !== true) throw unreadable(`line ${valid.err.line}: ${valid.err.msg}`)
  const lists = new Set(['decision', 'input', 'output', 'rule', 'inputEntry', 'outputEntry'])
  const parser = new XMLParser({
    ignoreAttributes: false,
    removeNSPrefix: false,
    parseTagValue: false,
    parseAttributeValue: false,
    transformTagName: (name) => name.replace(/^\w+:/, ''),
    isArray: (name) => lists.has(name),
  })
  const { definitions } = parser.parse(text) as { definitions?: { decision?: Xml[] } }
  const decision = definitions?.decision?.find((one) => one.decisionTable)
  if (!decision) throw unreadable('it holds no decision table')
  return decision
}

/** Looks the text through once, before anything is made of it: how deep it goes, and how much one element carries. */
function refuseUnlessPlain(text: string): void {
  let depth = 0
  for (let at = text.indexOf('<'); at >= 0; at = text.indexOf('<', at + 1)) {
    const end = text.indexOf('>', at)
    if (end < 0) return
    const isClosing = text[at + 1] === '/'
    const isWhole = text[end - 1] === '/' || text[at + 1] === '?' || text[at + 1] === '!'
    if (isClosing) depth--
    else if (!isWhole) depth++
    if (depth > MOST_DEPTH) throw unreadable(`it is nested deeper than ${MOST_DEPTH} levels`)
    let attributes = 0
    for (let sign = text.indexOf('=', at); sign >= 0 && sign < end; sign = text.indexOf('=', sign + 1))
      if (++attributes > MOST_ATTRIBUTES)
        throw unreadable(`an element has more than ${MOST_ATTRIBUTES} attributes`)
    at = end
  }
}

const unreadable = (why: string) => new FileRefused(`This is no DMN file that can be read: ${why}.`)
