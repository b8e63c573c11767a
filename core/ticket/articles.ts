import type { Change } from './change'
import { checkText } from './text'

/** An article of Knowledge belongs to a ticket, or no longer. */
export function attachArticle(change: Change, article: number, title: string, on: boolean): void {
  const has = (change.state.articles ?? []).some((one) => one.id === article)
  if (has !== on) change.enter({ kind: on ? 'articleAttached' : 'articleDetached', article, title })
}

/**
 * Somebody looked for an article that is not there.
 * @throws Refused when the words are empty or too long
 */
export function missArticle(change: Change, text: string): void {
  change.enter({ kind: 'articleMissed', text: checkText(text) })
}
