import type { FieldProblem } from '../../ticket'
import { isOneOf, textsIn } from '../../lookup'
import { aboutRight, FIXED_ROLES, LETTING_IN, REACHES, type Right } from '../../rights'
import { canonicalJson } from '../../json'
import type { Checked, Kind } from './kind'
import { remarks } from './remarks'

const COMPOSED: Right = 'composeRoles'

export const role: Kind = {
  name: 'role',
  plural: 'roles',
  title: 'Roles',
  says: 'What people of the desk may do. Each of them has one; put together as many as the desk needs.',
  fields: {
    name: {
      type: 'text',
      label: 'Name',
      max: 80,
      needed: 'say what the role is called',
      guarded: COMPOSED,
    },
    reach: {
      type: 'choice',
      label: 'Which tickets it is about',
      options: REACHES,
      help: 'What somebody has in hand they always see. A desk’s tickets are those of the teams that work at it.',
      needed: 'choose how far it goes',
      guarded: COMPOSED,
    },
    rights: { type: 'rights', label: 'May', guarded: COMPOSED },
    remarks,
  },
  unique: ['name'],
  known: [['name']],
  columns: ['reach'],
  check: (checked) => [...checkFixed(checked), ...checkReach(checked)],
}

/** Whoever lets others in could give them a wider reach than their own, so that they have the widest. */
function checkReach({ values: { rights, reach } }: Checked): FieldProblem[] {
  const lets = textsIn(rights).find((one) => isOneOf(LETTING_IN, one))
  if (lets === undefined || reach === 'all') return []
  const message = `“${aboutRight(lets).label}” goes with all tickets only; choose those, or take the right away`
  return [{ field: 'reach', message }]
}

/** Rights stand in no order: one that came later may stand last. */
const inOrder = (value: unknown) =>
  canonicalJson(Array.isArray(value) ? [...(value as string[])].sort() : (value ?? null))

/** Who asks has no rights at the desk, and an administrator all of them: with fewer nobody could mend the rest. */
function checkFixed({ id, values, world }: Checked): FieldProblem[] {
  if (id === undefined || !FIXED_ROLES.includes(id)) return []
  const was = world.thing('roles', id)?.values
  return (['rights', 'reach'] as const).flatMap((field) =>
    inOrder(was?.[field]) === inOrder(values[field])
      ? []
      : [{ field, message: `${String(values.name)} is as it is; put another role together` }],
  )
}
