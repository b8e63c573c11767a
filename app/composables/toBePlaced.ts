/** The ticket to which a link leads, as each row of any list is one. */
const LINKED = /^\/desk\/(\d{1,15})$/

const ticketAt = (path: string): number | undefined => {
  const [, reference] = LINKED.exec(path) ?? []
  return reference === undefined ? undefined : Number(reference)
}

/** The ticket of the row on which somebody stands with the keyboard, else the one that is open. */
export function ticketInHand(openPath: string): number | undefined {
  const link = document.activeElement?.closest<HTMLAnchorElement>('a[href]')
  const here = link && link.origin === location.origin ? ticketAt(link.pathname) : undefined
  return here ?? ticketAt(openPath)
}

/** Work of a ticket goes to Dispatch: what is open or placed of it already, else it comes to be placed. */
export async function toBePlaced(reference: number): Promise<void> {
  const body = { once: true }
  const { id, day } = await api('POST /api/tickets/{reference}/jobs', { path: { reference }, body })
  await navigateTo({ path: '/dispatch', query: { job: `${reference}-${id}`, ...(day && { day }) } })
}
