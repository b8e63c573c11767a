import type { FieldProblem } from '../../ticket'
import type { Checked, Kind } from './kind'
import { ADMINISTRATOR, REQUESTER } from '../../rights'
import { remarks } from './remarks'

export const person: Kind = {
  name: 'person',
  plural: 'people',
  title: 'People',
  says: 'Who asks and who works. People of the desk are in teams, requesters at sites.',
  fields: {
    name: { type: 'text', label: 'Name', max: 80, needed: 'please fill in a name' },
    mail: {
      type: 'mail',
      label: 'Mail',
      needed: 'write a mail address like ines@merrow.example',
      opens: true,
    },
    phone: { type: 'telephone', label: 'Telephone' },
    role: {
      type: 'one',
      of: 'roles',
      label: 'Role',
      needed: 'choose a role',
      guarded: 'changePeople',
      free: REQUESTER,
    },
    organisation: { type: 'one', of: 'organisations', extends: true, label: 'Organisation' },
    site: {
      type: 'one',
      of: 'sites',
      extends: true,
      label: 'Site',
      help: 'Brings organisation and zone with it.',
    },
    department: { type: 'text', max: 80, label: 'Department', offers: 'departments' },
    manager: { type: 'one', of: 'people', label: 'Manager' },
    zone: { type: 'zone', label: 'Reads times in', help: 'That of the site, or of the desk, if left empty.' },
    language: { type: 'language', label: 'Reads and is written to in' },
    teams: { type: 'several', of: 'teams', extends: true, label: 'Teams' },
    skills: { type: 'graded', of: 'skills', extends: true, label: 'Knows' },
    shift: {
      type: 'week',
      label: 'On shift',
      help: 'Like Mon–Fri 09:00–17:00. What is changed holds from tomorrow.',
    },
    capacity: {
      type: 'number',
      min: 1,
      max: 9999,
      unit: 'open tickets',
      label: 'Most open tickets',
      help: 'More are given to others; any number if empty.',
    },
    daily: {
      type: 'number',
      min: 1,
      max: 24,
      unit: 'hours of fixed times',
      label: 'Most fixed times of a shift',
      help: 'Dispatch places no more than that; as much as fits if empty.',
    },
    priority: {
      type: 'ofDesign',
      what: 'priorities',
      label: 'Priority',
      help: 'Of what they ask for, where the source order asks requesters.',
    },
    identifier: {
      type: 'text',
      max: 200,
      label: 'Identifier',
      help: 'By which the organisation’s own sign-on knows them.',
      guarded: 'changePeople',
    },
    remarks,
  },
  unique: ['mail', 'identifier'],
  known: [['mail'], ['identifier']],
  columns: ['role', 'organisation', 'site', 'teams'],
  fills: (values, world) => {
    const site = values.site === null ? undefined : world.thing('sites', String(values.site))
    return {
      ...values,
      organisation: values.organisation ?? site?.values.organisation ?? null,
      zone: values.zone ?? site?.values.zone ?? world.zone,
    }
  },
  check: (checked) => [...checkPlace(checked), ...checkManagers(checked), ...checkLast(checked)],
}

/** Somebody stays who can let others in. */
function checkLast({ id, values: { role }, world }: Checked): FieldProblem[] {
  if (id === undefined || role === ADMINISTRATOR) return []
  if (world.thing('people', id)?.values.role !== ADMINISTRATOR) return []
  for (const one of world.each('people'))
    if (one.id !== id && one.active && one.values.role === ADMINISTRATOR) return []
  return [{ field: 'role', message: 'this is the last administrator; name another first' }]
}

function checkPlace({ values: { site, organisation, role, teams }, world }: Checked): FieldProblem[] {
  const problems: FieldProblem[] = []
  const owner = site === null ? undefined : world.thing('sites', String(site))?.values.organisation
  if (owner !== undefined && owner !== organisation)
    problems.push({
      field: 'site',
      message: `${world.nameOf('sites', String(site))} belongs to ${world.nameOf('organisations', String(owner))}; choose a site of theirs, or that organisation`,
    })
  if (role === REQUESTER && Array.isArray(teams) && teams.length)
    problems.push({ field: 'teams', message: 'requesters are in no team; choose another role first' })
  return problems
}

/** Above each manager there is another, and so on; who comes back to where they began has gone in a circle. */
function checkManagers({ id, values: { manager, name }, world }: Checked): FieldProblem[] {
  const names = [String(name)]
  const seen = new Set<string>()
  for (let at = manager; typeof at === 'string' && !seen.has(at);) {
    seen.add(at)
    names.push(world.nameOf('people', at))
    if (at === id)
      return [{ field: 'manager', message: `goes in a circle: ${names.join(' → ')}; choose somebody else` }]
    at = world.thing('people', at)?.values.manager ?? null
  }
  return []
}
