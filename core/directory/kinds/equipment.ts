import type { FieldProblem } from '../../ticket'
import type { Checked, Kind } from './kind'
import { remarks } from './remarks'

/** Where a machine is in its life. */
const EQUIPMENT_STATES = ['in use', 'in store', 'broken', 'retired'] as const

export const equipment: Kind = {
  name: 'piece of equipment',
  plural: 'pieces of equipment',
  title: 'Equipment',
  says: 'The machines that the desk looks after: whose they are, what covers them, and where they are.',
  fields: {
    name: { type: 'text', label: 'What it is', needed: 'say what it is' },
    type: { type: 'one', of: 'equipment-types', extends: true, label: 'Type' },
    maker: { type: 'text', label: 'Maker' },
    model: { type: 'text', label: 'Model' },
    serial: { type: 'text', label: 'Serial number' },
    organisation: {
      type: 'one',
      of: 'organisations',
      extends: true,
      label: 'Organisation',
      needed: 'say whose it is',
    },
    site: { type: 'one', of: 'sites', extends: true, label: 'Site' },
    user: { type: 'one', of: 'people', label: 'Used by' },
    agreement: { type: 'one', of: 'agreements', label: 'Covered by agreement' },
    warranty: { type: 'day', label: 'Last day of warranty' },
    state: {
      type: 'choice',
      label: 'State',
      options: EQUIPMENT_STATES.map((value) => ({ value, label: value })),
    },
    parts: {
      type: 'names',
      label: 'Parts',
      help: 'What belongs to it and can be lost or changed by itself.',
    },
    extra: { type: 'extra', of: 'equipment-types', by: 'type', label: 'Fields of its type' },
    remarks,
  },
  unique: [],
  known: [['serial'], ['organisation', 'site', 'name']],
  columns: ['type', 'serial', 'organisation', 'site', 'user', 'agreement', 'warranty'],
  numbered: true,
  fills: (values, world) => ({
    ...values,
    organisation:
      values.organisation ??
      (values.site === null
        ? null
        : (world.thing('sites', String(values.site))?.values.organisation ?? null)),
  }),
  check: checkOwners,
}

function checkOwners({ values: { organisation, site, agreement }, world }: Checked): FieldProblem[] {
  const problems: FieldProblem[] = []
  const ownerOf = (list: 'sites' | 'agreements', id: string) => world.thing(list, id)?.values.organisation
  if (site !== null && ownerOf('sites', String(site)) !== organisation)
    problems.push({
      field: 'site',
      message: `${world.nameOf('sites', String(site))} is another organisation’s; choose a site of the one whose it is`,
    })
  if (agreement !== null && ownerOf('agreements', String(agreement)) !== organisation)
    problems.push({ field: 'agreement', message: `agreement ${String(agreement)} is another organisation’s` })
  return problems
}
