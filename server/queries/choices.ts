import { equipmentName, type CompiledDesign, type Directory } from '../../core/design'
import type { NamedType } from '../../core/intake'

export interface Choice {
  value: string
  label: string
}

interface Asked {
  design: CompiledDesign
  directory: Directory
  /** Part of the name. */
  search: string
  /** Organisation to which what is shown is limited; all of them if left out. */
  within?: string
}

/** Most that are given at once; who looks for one among more types a part of its name. */
const MOST = 200

/** What a question that names something may be answered with, by name. */
export function choicesOf(type: NamedType, asked: Asked): Choice[] {
  const wanted = asked.search.trim().toLocaleLowerCase('en')
  return ALL[type](asked)
    .filter(({ label }) => label.toLocaleLowerCase('en').includes(wanted))
    .sort((a, b) => a.label.localeCompare(b.label, 'en'))
    .slice(0, MOST)
}

/** What is put away is chosen no more. */
const isThere = (one: { active?: boolean }) => one.active !== false

const ALL: Record<NamedType, (asked: Asked) => Choice[]> = {
  person: ({ directory, within }) =>
    [...directory.people.values()]
      .filter((one) => one.active && (within === undefined || one.organisation === within))
      .map((one) => ({ value: one.id, label: one.name })),
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
