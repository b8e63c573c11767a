/** Whether a key goes to a list that is open: Escape shuts that first, and leaves what it stands in after. */
export const isListOpen = ({ target }: KeyboardEvent): boolean =>
  target instanceof Element &&
  (target.closest('[aria-expanded="true"]') !== null || target.closest('.p-select-overlay') !== null)
