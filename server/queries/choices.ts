import { equipmentName, type CompiledDesign, type Directory } from '../../core/design'
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
  return ALL[type](asked)
    .filter(({ value }) => asked.value === undefined || value === asked.value)
    .filter(({ label }) => fits(label.toLocaleLowerCase('en')))
    .sort((a, b) => a.label.localeCompare(b.label, 'en'))
    .slice(0, MOST_CHOICES)
}

/** What is put away is chosen no more. */
const isThere = (one: { active?: boolean }) => one.active !== false

const ALL: Record<NamedType, (asked: Asked) => Choice[]> = {
  person: ({ directory, within }) =>
    [...directory.people.values()]
      .filter((one) => one.active && (within === undefined || one.organisation === within))
      .map(({ id, name, department, organisation }) => {
        const notes = [
          department,
          within === undefined && directory.organisations.get(organisation ?? '')?.name,
        ]
        return { value: id, label: name, note: notes.filter(Boolean).join(' · ') || undefined }
      }),
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
