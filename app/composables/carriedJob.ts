import type { Held } from '~/composables/heldJob'

/** What is carried from a list onto the board, by drag and drop of the browser. */
const JOB = 'application/x-yare-job'
/** A ticket of any list, which becomes a job where it is dropped. */
export const TICKET = 'application/x-yare-ticket'

/** While something is carried the browser tells where it is, and not what. */
const carried = shallowRef<Held>()

export function carry(event: DragEvent, held: Held): void {
  carried.value = held
  event.dataTransfer?.setData(JOB, `${held.reference}-${held.id}`)
  event.dataTransfer?.setData('text/plain', String(held.reference))
  if (event.dataTransfer) event.dataTransfer.effectAllowed = 'move'
  event.target?.addEventListener('dragend', () => (carried.value = undefined), { once: true })
}

/** What is carried now, as far as it began on this page. */
export const isCarried = (event: DragEvent): Held | undefined =>
  event.dataTransfer?.types.includes(JOB) ? carried.value : undefined

export const isTicket = (event: DragEvent): boolean => event.dataTransfer?.types.includes(TICKET) === true

/** The number of the ticket that was dropped. */
export const droppedTicket = (event: DragEvent): number | undefined =>
  Number(event.dataTransfer?.getData(TICKET)) || undefined
