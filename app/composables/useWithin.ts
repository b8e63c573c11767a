/**
 * Whether the focus is within a part of the page; from one thing in it to the next it does not leave it.
 * @returns with what is listened for, to be bound to that part
 */
export function useWithin() {
  const within = ref(false)
  const listens = {
    focusin: () => void (within.value = true),
    focusout: ({ currentTarget, relatedTarget }: FocusEvent) =>
      void (within.value =
        currentTarget instanceof Element &&
        relatedTarget instanceof Node &&
        currentTarget.contains(relatedTarget)),
  }
  return { within, listens }
}
