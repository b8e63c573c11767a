const field = ({ target }: Event) =>
  target instanceof HTMLInputElement ||
  target instanceof HTMLSelectElement ||
  target instanceof HTMLTextAreaElement
    ? target
    : undefined

/** What has been typed or chosen in the field of an event. */
export const typedIn = (event: Event): string => field(event)?.value ?? ''

/** Whether the box of an event is ticked. */
export const isTicked = ({ target }: Event): boolean => target instanceof HTMLInputElement && target.checked

/** The element that an event came from. */
export const elementOf = ({ target }: Event): Element | undefined =>
  target instanceof Element ? target : undefined
