import type { CompiledDesign, Directory } from '../../core/design'
import { answersInWords } from '../../core/intake'
import type { Compared } from '../../core/similar'
import { codeOf, languageOf, termsIn, tokensIn } from '../../core/terms'
import { languagesOf, type Language } from '../../core/words'
import type { KeptState } from '../db/tables'

type Asked = Pick<
  KeptState,
  'summary' | 'answers' | 'attachments' | 'item' | 'portal' | 'site' | 'requester' | 'equipment' | 'loggedAt'
>

/** Two texts of one ticket by the codes of their terms, both in the language in which they are together. */
export function termCodes(
  summary: string,
  said: string,
  otherwise: Language,
): { summary: number[]; said: number[] } {
  const language = languageOf(`${summary} ${said}`, otherwise)
  const [one, other] = [summary, said].map((text) => termsIn(text, language).map(codeOf))
  return { summary: one!, said: other! }
}

/** What was answered as a ticket was logged, in words. */
export function answeredIn(
  state: Pick<KeptState, 'answers' | 'attachments' | 'item'>,
  design: CompiledDesign,
  directory: Directory,
): string {
  const form = design.form(design.item(state.item).form)
  // A yes or a no, and how many, are in the words of no one.
  const answers = Object.fromEntries(
    Object.entries(state.answers).filter(([, one]) => typeof one !== 'boolean' && typeof one !== 'number'),
  )
  return answersInWords(form, design.questions, answers, design.nameOf(directory, state.attachments))
    .map((one) => one.answer)
    .join('\n')
}

/** What of a ticket is compared with others: what was said as it was logged, not what became of it. */
export function comparedOf(state: Asked, design: CompiledDesign, directory: Directory): Compared {
  const { summary, item, site, requester, equipment, loggedAt } = state
  const portal = state.portal === null ? undefined : design.findPortal(state.portal)
  return {
    ...termCodes(summary, answeredIn(state, design, directory), languagesOf(portal ?? {})[0]!),
    ...{ item, requester, at: loggedAt },
    ...(site && { site }),
    ...(equipment && { machine: equipment.number }),
  }
}

/** The words of a ticket by the code of their term, as they stand in it first: what was compared, said again. */
export function wordsByCode(state: Asked, design: CompiledDesign, directory: Directory): Map<number, string> {
  const text = `${state.summary} ${answeredIn(state, design, directory)}`
  const portal = state.portal === null ? undefined : design.findPortal(state.portal)
  return wordsOfTerms(text, languagesOf(portal ?? {})[0]!)
}

function wordsOfTerms(text: string, otherwise: Language): Map<number, string> {
  const language = languageOf(text, otherwise)
  const words = new Map<number, string>()
  for (const word of new Set(tokensIn(text)))
    for (const term of termsIn(word, language)) if (!words.has(codeOf(term))) words.set(codeOf(term), word)
  return words
}
