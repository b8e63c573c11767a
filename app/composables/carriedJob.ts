import { heldKey, type Held } from '~/composables/heldJob'

/** What is carried from a list onto the board, by drag and drop of the browser. */
const JOB = 'application/x-yare-job'
/** The browser says so where a link is carried, in whatever window it stood (RFC 2483, 5). */
const LINKS = 'text/uri-list'

/** While something is carried the browser tells where it is, and not what. */
const carried = shallowRef<Held>()

export function carry(event: DragEvent, held: Held): void {
  carried.value = held
  event.dataTransfer?.setData(JOB, heldKey(held))
  event.dataTransfer?.setData('text/plain', String(held.reference))
  if (event.dataTransfer) event.dataTransfer.effectAllowed = 'move'
  event.target?.addEventListener('dragend', () => (carried.value = undefined), { once: true })
}

/** What is carried now, as far as it began on this page. */
export const isCarried = (event: DragEvent): Held | undefined =>
  event.dataTransfer?.types.includes(JOB) ? carried.value : undefined

/** Whether it may be a ticket: each row of any list is a link to one. */
export const isTicket = ({ dataTransfer }: DragEvent): boolean =>
  dataTransfer?.types.includes(LINKS) === true && !dataTransfer.types.includes(JOB)

/** The number of the ticket to which a link leads that was dropped; undefined where it leads elsewhere. */
export function droppedTicket({ dataTransfer }: DragEvent): number | undefined {
  const [, reference] = /\/desk\/(\d{1,15})(?:[?#\s]|$)/.exec(dataTransfer?.getData(LINKS) ?? '') ?? []
  return reference === undefined ? undefined : Number(reference)
}
