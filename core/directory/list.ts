/** The lists of a directory; by these names they stand in addresses, files and the trail. */
export const LIST_NAMES = [
  'organisations',
  'sites',
  'teams',
  'people',
  'queues',
  'desks',
  'roles',
  'skills',
  'covers',
  'agreement-types',
  'equipment-types',
  'agreements',
  'equipment',
] as const
export type ListName = (typeof LIST_NAMES)[number]

/** Words that stand in addresses where an id does, so that nothing is called so. */
export const NO_IDS: readonly string[] = ['file', 'sent']
