import type { EntryKey } from '@pinia/colada'

/** What the stream tells: that something has changed. */
export type Notice =
  | { kind: 'tickets'; references: number[] }
  | { kind: 'draft'; version: number | null }
  | { kind: 'here'; reference: number; person: string; name: string; doing: 'reads' | 'writes' | 'left' }
  | { kind: 'clock' | 'edition' | 'adoption' | 'directory' | 'partners' | 'reconnected' }

/** Under these keys the page keeps what lists of tickets, or of what follows from tickets, had for an answer. */
const OF_TICKETS: readonly EntryKey[] = [
  ['tickets'],
  ['clocks'],
  ['arrivals'],
  ['bench'],
  ['dispatch'],
  ['plans'],
  ['messages'],
  ['told'],
  ['mailIn'],
  ['requests'],
]
const OF_EDITIONS: readonly EntryKey[] = [
  ['editions'],
  ['portals'],
  ['viewWords'],
  ['tickets'],
  ['clocks'],
  ['arrivals'],
  ['bench'],
  ['plans'],
  ['ticket'],
  // What the directory chooses of the design, and what is missing before the desk can open.
  ['directory'],
  ['choices'],
]

/**
 * Which answers of the server a notice has made old: the keys of `useQuery`, or their beginnings.
 * @example staleBy({ kind: 'tickets', references: [7] }) // [['tickets'], …, ['ticket', 7]]
 * @returns `all` where nobody knows what was missed
 */
export function staleBy(notice: Notice): readonly EntryKey[] | 'all' {
  switch (notice.kind) {
    case 'tickets':
      return [...OF_TICKETS, ...notice.references.map((reference) => ['ticket', reference])]
    case 'draft':
      return [['draft']]
    case 'edition':
    case 'adoption':
      return OF_EDITIONS
    case 'directory':
      return [['directory'], ['people'], ['rotas'], ['choices'], ['dispatch']]
    case 'partners':
      return [['partners']]
    case 'clock':
      return [['clock'], ['clocks'], ['tickets'], ['arrivals'], ['bench'], ['plans'], ['told']]
    case 'reconnected':
      return 'all'
    case 'here':
      return []
  }
}
