import type { StatusGroup } from '~~/core/lifecycle'

/** The groups of statuses, in the order in which tickets go through them. */
export const GROUPS: readonly StatusGroup[] = ['new', 'active', 'waiting', 'done']
