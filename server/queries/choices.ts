import { equipmentName, type CompiledDesign, type Directory } from '../../core/design'
import { oneAt } from '../../core/lookup'
import { MOST_CHOICES, type NamedType } from '../../core/intake'

export interface Choice {
  value: string
  label: string
  /** A little more, to tell two of one name apart. */
  note?: string
}

interface Asked {
  design: CompiledDesign
  directory: Directory
  /** Part of the name. */
  search: string
  /** The one of that value alone. */
  value?: string
  /** Organisation to which what is shown is limited; all of them if left out. */
  within?: string
}

/** What a question that names something may be answered with, by name: those in whose name every word is found. */
export function choicesOf(type: NamedType, asked: Asked): Choice[] {
  const words = asked.search.toLocaleLowerCase('en').split(/\s+/)
  const fits = (label: string) => words.every((one) => label.includes(one))
  const fitting = ALL[type](asked)
    .filter(({ value }) => asked.value === undefined || value === asked.value)
    .filter(({ label }) => fits(label.toLocaleLowerCase('en')))
  return firstByName(fitting).map(({ note, ...one }) => ({ ...one, note: note?.() || undefined }))
}

const { compare } = new Intl.Collator('en')

/** The first of them by name. All fifty thousand people are not put in order for the sake of two hundred. */
function firstByName(all: readonly Found[]): Found[] {
  const first: Found[] = []
  for (const one of all) {
    const last = first.at(-1)
    if (last && first.length === MOST_CHOICES && compare(one.label, last.label) >= 0) continue
    let [from, to] = [0, first.length]
    while (from < to) {
      const middle = (from + to) >> 1
      if (compare(oneAt(first, middle).label, one.label) <= 0) from = middle + 1
      else to = middle
    }
    first.splice(from, 0, one)
    if (first.length > MOST_CHOICES) first.pop()
  }
  return first
}

/** Something that can be chosen; what tells it from another is worked out for those that are shown. */
type Found = Omit<Choice, 'note'> & { note?: () => string }

/** What is put away is chosen no more. */
const isThere = (one: { active?: boolean }) => one.active !== false

const ALL: Record<NamedType, (asked: Asked) => Found[]> = {
  person: ({ directory, within }) =>
    [...directory.people.values()]
      .filter((one) => one.active && (within === undefined || one.organisation === within))
      .map(({ id, name, department, organisation }) => ({
        value: id,
        label: name,
        note: () =>
          [department, within === undefined && directory.organisations.get(organisation ?? '')?.name]
            .filter(Boolean)
            .join(' · '),
      })),
  organisation: ({ directory, within }) =>
    [...directory.organisations.values()]
      .filter(isThere)
      .filter((one) => within === undefined || one.id === within)
      .map((one) => ({ value: one.id, label: one.name })),
  site: ({ directory, within }) =>
    [...directory.sites.values()]
      .filter(isThere)
      .filter((one) => within === undefined || one.organisation === within)
      .map((one) => ({ value: one.id, label: one.name })),
  equipment: ({ directory, within }) =>
    [...directory.equipment.values()]
      .filter(isThere)
      .filter((one) => within === undefined || one.organisation === within)
      .map((one) => ({ value: String(one.number), label: equipmentName(one)! })),
  category: ({ design }) =>
    design.design.categories.map(({ id }) => ({ value: id, label: design.categoryPath(id) })),
}
