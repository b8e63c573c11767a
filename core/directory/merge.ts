import { isRecord, textsIn } from '../lookup'
import { FIXED_ROLES, REQUESTER, type Right } from '../rights'
import type { FieldProblem } from '../ticket'
import { changesOf, namedBy, outcomeOf, type FieldChanged, type Outcome } from './change'
import { SKILL_GRADES, type Field, type Value, type Values } from './field'
import { KINDS } from './kinds'
import type { ListName } from './list'
import { MergedWorld, renamed } from './merged'
import { isEmpty } from './types'
import { FIELDS_NAMING } from './uses'
import type { Thing, World } from './world'
import type { DirectoryWorld } from './worldOf'

/** Two things that are one. */
export interface Merging {
  list: ListName
  /** What goes into the other, and is put away. */
  from: string
  into: string
  /** Fields in which what goes has it right; in all others what stays has, where it says anything. */
  chosen?: readonly string[]
  rights: ReadonlySet<Right>
  world: DirectoryWorld
}

/** A field in which they say something different, of which only one can stay. */
export interface Differing {
  field: string
  from: Value
  into: Value
  keeps: 'from' | 'into'
}

/** Something that named what goes, and names what stays. */
export interface Following {
  list: ListName
  id: string
  changed: Record<string, FieldChanged>
}

/** What becomes of two things that are one; nothing may be done where there are problems. */
export interface Merged {
  outcome: Outcome
  differing: Differing[]
  follow: Following[]
  problems: FieldProblem[]
}

/**
 * What becomes of two things that are one. What stays takes over what only the other says, lists are united, and
 * whatever named the other names what stays. What only one of them can have right stays written down at the other, and
 * is told.
 * @example mergedOf({ list: 'sites', from: 'varnes-2', into: 'varnes', rights, world })
 */
export function mergedOf(merging: Merging): Merged {
  const { list, from, into, world } = merging
  const [gone, stays] = [world.thing(list, from), world.thing(list, into)]
  const problems = whyNot(merging, gone, stays)
  if (!gone || !stays || problems.length)
    return { outcome: { values: {}, changed: {}, problems }, differing: [], follow: [], problems }
  const { outcome, differing } = united(merging, gone, stays)
  return { outcome, differing, follow: following(merging), problems: outcome.problems }
}

/** Why two things cannot be one at all. */
function whyNot({ list, from, into, world }: Merging, gone?: Thing, stays?: Thing): FieldProblem[] {
  const { name, plural } = KINDS[list]
  const problem = (message: string) => [{ field: 'into', message }]
  if (!gone || !stays) return problem(`there is no ${name} “${gone ? into : from}”`)
  if (from === into) return problem(`these are the same ${name} already; choose another`)
  for (const one of [gone, stays])
    if (one.mergedInto !== undefined)
      return problem(
        `${world.nameOf(list, one.id)} was merged into ${world.nameOf(list, one.mergedInto)} already; choose that one`,
      )
  if (!stays.active)
    return problem(
      `${world.nameOf(list, into)} is put away; take it back first, or merge it the other way round`,
    )
  if (list === 'roles' && (FIXED_ROLES.includes(from) || into === REQUESTER))
    return problem('requesters and administrators stay what they are; merge roles of the desk')
  const owners = [gone, stays].map((one) => one.values.organisation ?? null)
  // What is in one place, or is one machine, has one owner.
  if (OF_ONE_OWNER.includes(list) && owners[0] !== owners[1])
    return problem(
      `the two ${plural} belong to ${owners.map((one) => world.nameOf('organisations', String(one))).join(' and ')}; give both to one organisation first, or merge the organisations`,
    )
  return []
}

const OF_ONE_OWNER: readonly ListName[] = ['sites', 'equipment', 'agreements']

/** What stays, as it will be. What it would take over and cannot have stays with the other. */
function united(merging: Merging, gone: Thing, stays: Thing) {
  const { list, into, rights } = merging
  const world = new MergedWorld(merging.world, list, merging.from, into)
  const refused = new Set<string>()
  const attempt = () => {
    const given = givenTo(merging, gone, stays, refused)
    return outcomeOf({ list, before: stays, given, rights, world })
  }
  let outcome = attempt()
  for (const { field } of outcome.problems) if (!merging.chosen?.includes(field)) refused.add(field)
  if (refused.size) outcome = attempt()
  return { outcome, differing: differingIn(merging, gone, stays, outcome.values) }
}

function givenTo(merging: Merging, gone: Thing, stays: Thing, refused: ReadonlySet<string>) {
  const { list, from, into, chosen = [], world } = merging
  const given: Record<string, Value> = {}
  for (const [name, field] of Object.entries(KINDS[list].fields)) {
    const own = stays.values[name] ?? null
    const other = withoutAway(field, gone.values[name] ?? null, world)
    const both = refused.has(name) ? own : chosen.includes(name) ? other : unite(field, name, other, own)
    given[name] = renamed(field, both, list, from, into, into)
  }
  return given
}

/** What is put away is named by nothing new. */
function withoutAway(field: Field, value: Value, world: World): Value {
  const away = 'of' in field ? namedBy(field, value).filter((id) => !world.isActive(field.of, id)) : []
  if (!away.length || !('of' in field)) return value
  if (Array.isArray(value)) return textsIn(value).filter((one) => !away.includes(one))
  if (isRecord(value))
    return Object.fromEntries(Object.entries(value).filter(([id]) => !away.includes(id))) as Value
  return null
}

/** The fields in which one of them says what is not kept. */
function differingIn({ list, from, into }: Merging, gone: Thing, stays: Thing, kept: Values): Differing[] {
  return Object.entries(KINDS[list].fields).flatMap(([field, descriptor]): Differing[] => {
    const [a, b] = [gone.values[field] ?? null, stays.values[field] ?? null]
    const isKept = (one: Value) =>
      holdsAll(renamed(descriptor, one, list, from, into, into), kept[field] ?? null, field)
    const [keepsFrom, keepsInto] = [isKept(a), isKept(b)]
    return keepsFrom && keepsInto ? [] : [{ field, from: a, into: b, keeps: keepsFrom ? 'from' : 'into' }]
  })
}

/** What two values make together: a list has the parts of both; of anything else the first stays, where it says anything. */
function unite(field: Field, name: string, gone: Value, stays: Value): Value {
  if (isEmpty(gone)) return stays
  if (isEmpty(stays)) return gone
  if (Array.isArray(gone)) return [...new Set([...textsIn(stays), ...textsIn(gone)])]
  if (isRecord(gone) && isRecord(stays))
    return field.type === 'graded' ? bestGrades(gone, stays) : ({ ...gone, ...stays } as Value)
  return name === REMARKS && !holdsAll(gone, stays, name) ? `${String(stays)}\n${String(gone)}` : stays
}

const REMARKS = 'remarks'
const rankOf = (grade: unknown) => (SKILL_GRADES as readonly unknown[]).indexOf(grade)

function bestGrades(gone: Record<string, unknown>, stays: Record<string, unknown>): Value {
  const grades: Record<string, unknown> = { ...stays }
  for (const [skill, grade] of Object.entries(gone))
    if (rankOf(grade) > rankOf(grades[skill])) grades[skill] = grade
  return grades as Value
}

/** Whether a value says all that another does. */
function holdsAll(part: Value, whole: Value, name: string): boolean {
  if (isEmpty(part)) return true
  if (Array.isArray(part)) return textsIn(part).every((one) => textsIn(whole).includes(one))
  if (isRecord(part))
    return Object.entries(part).every(([key, value]) => {
      const kept = isRecord(whole) ? whole[key] : undefined
      return kept === value || (rankOf(value) >= 0 && rankOf(kept) > rankOf(value))
    })
  if (name === REMARKS && typeof whole === 'string') return whole.includes(String(part))
  return part === whole
}

/** Everything that names what goes, with what it will say then. */
function following(merging: Merging): Following[] {
  const { list, from, into, world } = merging
  const naming = FIELDS_NAMING.get(list) ?? []
  const lists = [...new Set(naming.map((one) => one.list))]
  return lists.flatMap((other) => {
    const fields = naming.filter((one) => one.list === other).map((one) => one.field)
    const ids = new Set(fields.flatMap((field) => world.naming(other, field, from)))
    return [...ids].flatMap((id): Following[] => {
      if (other === list && (id === into || id === from)) return []
      const values = world.thing(other, id)?.values ?? {}
      const after: Record<string, Value> = { ...values }
      for (const name of fields) {
        const field = KINDS[other].fields[name]!
        after[name] = renamed(field, values[name] ?? null, list, from, into, other === list ? id : undefined)
      }
      const changed = changesOf(KINDS[other].fields, values, after)
      const isMoved = other === 'sites' && 'organisation' in changed
      return [{ list: other, id, changed: { ...(isMoved && nameBeside(values, merging)), ...changed } }]
    })
  })
}

/** Two organisations may each have a head office: the one that comes is told apart by where it comes from. */
function nameBeside({ name }: Values, { from, into, world }: Merging): Record<string, FieldChanged> {
  const said = String(name)
  const isTaken = (wanted: string) =>
    world.named('sites', wanted).some((one) => {
      const owner = world.thing('sites', one)?.values.organisation
      return owner === into || (owner === from && wanted !== said)
    })
  if (!isTaken(said)) return {}
  const beside = (number: number) =>
    `${said} (${world.nameOf('organisations', from)}${number > 1 ? ` ${number}` : ''})`
  let number = 1
  while (isTaken(beside(number))) number++
  return { name: { before: said, after: beside(number) } }
}
