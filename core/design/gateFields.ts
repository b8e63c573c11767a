import type { AskedField, FieldType, KindField, TicketField } from '../fields'
import type { GateAsk, TicketKind } from '../lifecycle'
import type { Move } from '../work'
import type { Design } from './design'

/** What versions 1 and 2 of the format kept at the gate itself, and a move at the move. */
export interface OldAsk {
  name: string
  label: string
  type: 'text' | 'longText' | 'technician' | 'choice' | 'number' | 'date'
  required: boolean
  options?: string[]
}
type Old<T, K extends string> = Omit<T, K> & { [key in K]: OldAsk[] }

const optionsOf = (options: readonly string[] | undefined) =>
  options && { options: options.map((value) => ({ value, label: value })) }

/** What is asked each time, whatever was said before: words, and who did something. */
const isAnew = (type: FieldType) => type === 'text' || type === 'longText' || type === 'technician'

/** Whether an old ask can be the same field: of one type, and among the same options; a text may be a longer one. */
function isLike(field: TicketField, { type, options = [] }: OldAsk): boolean {
  const texts = ['text', 'longText']
  if (texts.includes(type)) return texts.includes(field.type)
  return (
    field.type === type && (field.options ?? []).map((one) => one.value).join('\n') === options.join('\n')
  )
}

/** The library that old gates make: each thing that is asked becomes a field, once for all gates that ask it. */
class Library {
  readonly fields: TicketField[] = []

  /** The field of an old ask; one of that name which holds something else leaves it another name. */
  fieldOf(ask: OldAsk): TicketField {
    for (let number = 1; ; number++) {
      const name = number === 1 ? ask.name : `${ask.name}-${number}`
      const found = this.fields.find((one) => one.name === name)
      if (!found) {
        const fresh = { name, label: ask.label, type: ask.type, ...optionsOf(ask.options) }
        this.fields.push(fresh)
        return fresh
      }
      if (!isLike(found, ask)) continue
      if (ask.type === 'longText') found.type = 'longText'
      return found
    }
  }

  gateOf(asks: readonly OldAsk[]): GateAsk[] {
    return asks.map((ask) => {
      const { name, label } = this.fieldOf(ask)
      return {
        field: name,
        required: ask.required,
        ...(label !== ask.label && { label: ask.label }),
        ...(isAnew(ask.type) && { anew: true }),
      }
    })
  }
}

/** A design of version 1 or 2 whose gates ask for fields of the ticket. */
export function withFields(design: Design): Design {
  const library = new Library()
  const kinds = (design.kinds ?? []).map((kind): TicketKind => {
    const statuses = (kind.statuses as unknown as Old<TicketKind['statuses'][number], 'gate'>[]).map(
      (status) => ({
        ...status,
        gate: library.gateOf(status.gate ?? []),
      }),
    )
    const names = new Set(statuses.flatMap((status) => status.gate.map((ask) => ask.field)))
    return { ...kind, statuses, fields: [...names].map((field): KindField => ({ field })) }
  })
  return { ...design, kinds, fields: library.fields }
}

/** What moves of version 1 or 2 ask, in the words of this one. */
export const withAsked = (moves: readonly Move[]): Move[] =>
  (moves as unknown as Old<Move, 'asks'>[]).map((move) => ({
    ...move,
    asks: move.asks.map(({ options, ...ask }): AskedField => ({ ...ask, ...optionsOf(options) })),
  }))
