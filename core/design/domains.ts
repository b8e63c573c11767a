import type { Domain, Domains } from '../table'
import { fieldFact, FIELD_TYPES } from '../fields'
import { QUESTION_TYPES } from '../intake'
import type { Design } from './design'
import type { Names } from './names'

const GRADES = ['high', 'medium', 'low']
const CHANNELS = ['portal', 'desk', 'api', 'mail', 'signal']

const ids = (list: Iterable<{ id: string }>) => [...list].map((one) => one.id)

/**
 * What values facts can have in a design, for the analysis of its tables.
 * @param names of what is in the directory; without it nothing is known of sites, organisations, teams and covers
 */
export function domainsOf(design: Design, names?: Names): Domains {
  const choice = (values: readonly (string | boolean)[], always = true): Domain => ({
    type: 'choice',
    values,
    always,
  })
  const domains: Record<string, Domain> = {
    category: { type: 'path', values: ids(design.categories), always: true },
    item: choice(ids(design.items)),
    kind: choice(ids(design.kinds)),
    desk: choice(ids(design.desks), false),
    portal: choice(ids(design.portals), false),
    channel: choice(CHANNELS),
    impact: choice(GRADES),
    urgency: choice(GRADES),
    priority: choice(design.priorities.filter((one) => one.active).map((one) => one.id)),
    queue: choice(ids(design.queues)),
    statusGroup: choice(['new', 'active', 'waiting', 'done']),
    status: choice([...new Set(design.kinds.flatMap((kind) => ids(kind.statuses)))]),
  }
  for (const fact of ['site', 'organisation', 'cover', 'team'])
    if (names?.[fact]?.length)
      domains[fact] = choice(
        names[fact].map((one) => one.value),
        fact === 'team',
      )
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
