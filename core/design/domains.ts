import type { Domain, Domains } from '../table'
import { fieldFact, FIELD_TYPES } from '../fields'
import { QUESTION_TYPES } from '../intake'
import { COUNTERPART_STANDS } from '../partner'
import type { Design } from './design'
import type { ValueSet } from '../facts'
import { FACTS } from '../facts'
import { CHANNELS, GRADES, STATUS_GROUPS, type Names } from './names'

const ids = (list: Iterable<{ id: string }>) => [...list].map((one) => one.id)

/**
 * What values facts can have in a design, for the analysis of its tables.
 * @param names of what is in the directory; without it nothing is known of sites, organisations, teams, queues, desks and covers
 */
export function domainsOf(design: Design, names?: Names): Domains {
  const choice = (values: readonly (string | boolean)[], always = true): Domain => ({
    type: 'choice',
    values,
    always,
  })
  const fromDirectory = (fact: string, always = false) =>
    names?.[fact]?.length
      ? choice(
          names[fact].map((one) => one.value),
          always,
        )
      : undefined
  const sets: Record<ValueSet, Domain | undefined> = {
    category: { type: 'path', values: ids(design.categories), always: true },
    item: choice(ids(design.items)),
    kind: choice(ids(design.kinds)),
    desk: fromDirectory('desk'),
    portal: choice(ids(design.portals), false),
    channel: choice(CHANNELS),
    grade: choice(GRADES),
    priority: choice(design.priorities.filter((one) => one.active).map((one) => one.id)),
    queue: fromDirectory('queue', true),
    statusGroup: choice(STATUS_GROUPS),
    exchange: choice(COUNTERPART_STANDS, false),
    partner: design.exchanges.length ? choice(ids(design.exchanges), false) : undefined,
    status: choice([...new Set(design.kinds.flatMap((kind) => ids(kind.statuses)))]),
    site: fromDirectory('site'),
    organisation: fromDirectory('organisation'),
    cover: fromDirectory('cover'),
    team: fromDirectory('team', true),
    requester: undefined,
    technician: undefined,
  }
  const domains: Record<string, Domain> = {}
  for (const [fact, { kind, values, mayBeEmpty }] of Object.entries(FACTS)) {
    const domain = kind === 'yesNo' ? choice([true, false]) : values && sets[values]
    if (domain) domains[fact] = mayBeEmpty ? ({ ...domain, always: false } as Domain) : domain
  }
  for (const question of design.questions) {
    const domain = QUESTION_TYPES[question.type].domain?.(question)
    if (domain) domains[`form.${question.name}`] = domain
  }
  for (const field of design.fields) {
    const domain = FIELD_TYPES[field.type].domain?.(field)
    if (domain) domains[fieldFact(field.name)] = domain
  }
  return domains
}
