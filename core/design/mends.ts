import type { DesignStep, Mend } from '../finding'
import { withoutGaps } from '../json'
import { idOfThing, thingsOf, type Thing } from './compare'
import type { Design, DesignList } from './design'

// What puts right what was found, where there is one sensible way: steps of the draft, as a lead would make them.

/** What one thing of a list is called on the button that takes it out. */
const ONE = {
  questions: 'question',
  fields: 'field',
  forms: 'form',
  kinds: 'kind',
  ladders: 'ladder',
} as const

/** Takes something out of a list of the design. */
export const takeOut = (list: keyof typeof ONE, thing: object): Mend => ({
  words: `Take the ${ONE[list]} out`,
  steps: [{ list, id: idOfThing(thing as Thing), before: thing, after: null }],
})

/** Makes something of a list otherwise. */
export const makeOtherwise = <T extends object>(
  list: DesignList,
  before: T,
  change: Partial<T>,
  words: string,
): Mend => ({
  words,
  steps: [{ list, id: idOfThing(before as Thing), before, after: withoutGaps({ ...before, ...change }) }],
})

/** Makes a part of triage otherwise. */
export const makeTriageOtherwise = <P extends keyof Design['triage']>(
  { triage }: Design,
  part: P,
  after: Design['triage'][P],
  words: string,
): Mend => ({
  words,
  steps: [{ list: 'triage', id: part, before: triage[part] ?? null, after: after ?? null }],
})

/** Puts something of a list right above another. */
export function putAbove(design: Design, list: DesignList, id: string, other: string, words: string): Mend {
  const before = thingsOf(design, list).map(idOfThing)
  const after = before.flatMap((one) => (one === id ? [] : one === other ? [id, one] : [one]))
  return { words, steps: [{ list, id: '#order', before, after }] }
}

/** Adds something at the end of a list. */
export const addLast = (list: DesignList, thing: object, words: string): Mend => ({
  words,
  steps: [{ list, id: idOfThing(thing as Thing), before: null, after: thing } satisfies DesignStep],
})
