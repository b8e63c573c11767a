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

/** Empties the field of an event, which has been taken over. */
export function emptied(event: Event): void {
  const one = field(event)
  if (one) one.value = ''
}

/** What has been typed or chosen in the field of an event, which is emptied for the next. */
export function takenFrom(event: Event): string {
  const said = typedIn(event)
  emptied(event)
  return said
}

/** The files chosen in the field of an event; it has to be emptied once they are read. */
export const filesIn = ({ target }: Event): File[] =>
  target instanceof HTMLInputElement ? [...(target.files ?? [])] : []

/** The element that an event came from. */
export const elementOf = ({ target }: Event): Element | undefined =>
  target instanceof Element ? target : undefined
