/** Arrows as they stand on the keys. */
const SIGNS: Record<string, string> = { ArrowUp: '↑', ArrowDown: '↓', ArrowLeft: '←', ArrowRight: '→' }

/**
 * A shortcut as it stands on what it does: a letter with Shift is the great one.
 * @example shownKey('Shift s') // 'S'
 */
export const shownKey = (keys: string): string =>
  keys
    .replace(/Arrow\w+/, (name) => SIGNS[name] ?? name)
    .replace(/^Shift (\w)$/, (_, letter: string) => letter.toUpperCase())
