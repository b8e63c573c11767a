import type { Facts } from '../../core/condition'
import type { CompiledDesign, Directory, Equipment } from '../../core/design'
import { showsItem, type CatalogItem, type Portal } from '../../core/intake'
import { isoDate } from '../../core/time'
import { deskNow } from '../clock/deskClock'

/** Whether a portal is for an organisation: for its own, or for all where it names none. */
export function admits(
  { organisations }: Pick<Portal, 'organisations'>,
  organisation: string | null,
): boolean {
  return organisations.length === 0 || organisations.includes(organisation ?? '')
}

/** Today at the desk, as `2026-11-27`: catalog items are offered by its days. */
export const todayAt = ({ design }: CompiledDesign): string => isoDate(deskNow(), design.desk.zone)

/** A machine of the organisation of whoever asks; of any for people of the desk. */
export function ownEquipment(
  directory: Directory,
  { id, role }: { id: string; role: string },
  number: number,
): Equipment | undefined {
  const found = directory.equipment.get(String(number))
  const own = directory.people.get(id)?.organisation
  return found?.active !== false && (role !== 'requester' || found?.organisation === own) ? found : undefined
}

/** Whether somebody may ask at a portal in the name of another: a colleague of their organisation, where it lets them. */
export function mayAskFor(
  { colleagues }: Pick<Portal, 'colleagues'>,
  { people }: Directory,
  person: string,
  other: string,
): boolean {
  const organisation = people.get(person)?.organisation
  const colleague = people.get(other)
  return (
    colleagues?.includes('ask') === true &&
    organisation !== undefined &&
    colleague?.active === true &&
    colleague.organisation === organisation
  )
}

/** The question of an item's form that asks for a machine. */
export const equipmentQuestion = (design: CompiledDesign, item: CatalogItem): string | undefined =>
  design
    .form(item.form)
    .steps.flatMap((step) => step.questions.map((one) => one.question))
    .find((one) => design.questions.get(one)?.type === 'equipment')

/** What a portal shows that is about a machine. */
export const itemsAbout = (design: CompiledDesign, portal: Portal, asker: Facts) =>
  design.design.items
    .filter(
      (item) =>
        showsItem(item, portal, asker, todayAt(design)) && equipmentQuestion(design, item) !== undefined,
    )
    .map(({ id, name, description }) => ({ id, name, description }))
