import type { DesignStep } from '~~/core/design'

/** What can be taken back in the draft, and put in again: act by act; and what was refused, until it is chosen what counts. */
export interface Steps {
  done: DesignStep[][]
  undone: DesignStep[][]
  refused: DesignStep[]
}

/** So many acts are kept, and so many letters: more is no use, and a browser keeps no more than some millions. */
const MOST_ACTS = 60
const MOST_LETTERS = 1_000_000

interface Kept extends Steps {
  /** The edition that the draft stands on: after another one is published nothing of before can be taken back. */
  edition: number
}

const storeOf = (person: string) => `yare-steps-${person}`

const isSteps = (value: unknown): value is Kept =>
  typeof value === 'object' &&
  value !== null &&
  'edition' in value &&
  'done' in value &&
  Array.isArray(value.done) &&
  'undone' in value &&
  Array.isArray(value.undone) &&
  'refused' in value &&
  Array.isArray(value.refused)

/**
 * What somebody can take back still, as this browser window knows it: it outlives a reload. Where the window keeps
 * nothing, or what it keeps cannot be read, there is nothing.
 * @param edition that the draft stands on
 */
export function readSteps(person: string, edition: number): Steps {
  try {
    const kept = JSON.parse(sessionStorage.getItem(storeOf(person)) ?? 'null') as unknown
    if (isSteps(kept) && kept.edition === edition)
      return { done: kept.done, undone: kept.undone, refused: kept.refused }
  } catch {
    // What cannot be read is as good as nothing.
  }
  return { done: [], undone: [], refused: [] }
}

/** The latest acts that are not too much together. */
function latest(acts: readonly DesignStep[][]): DesignStep[][] {
  const kept: DesignStep[][] = []
  let letters = 0
  for (const act of acts.slice(-MOST_ACTS).reverse()) {
    letters += JSON.stringify(act).length
    if (letters > MOST_LETTERS) break
    kept.unshift(act)
  }
  return kept
}

/** Keeps the latest of what can be taken back; the oldest goes where it is too much. */
export function keepSteps(person: string, edition: number, { done, undone, refused }: Steps): void {
  const kept: Kept = { edition, done: latest(done), undone: latest(undone), refused }
  try {
    if (kept.done.length || kept.undone.length || refused.length)
      sessionStorage.setItem(storeOf(person), JSON.stringify(kept))
    else sessionStorage.removeItem(storeOf(person))
  } catch {
    // A window that keeps nothing takes back what it knows itself.
  }
}
