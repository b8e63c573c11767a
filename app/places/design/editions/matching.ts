import type { DirectoryPage } from '~/composables/useNames'
import type { Option } from '~/kit/field'

/** Something that a file names and that is not here, with what becomes of it. */
export type Lacking = AnswerOf<'POST /api/design-file/preview'>['lacking'][number]
export type Matching = NonNullable<Lacking['match']>
export type Make = NonNullable<Matching['make']>

/** What can be chosen for it: one that is here, nothing, or a new one. */
export type Choice = `to ${string}` | 'leave' | 'make'

const LISTS = {
  team: 'teams',
  queue: 'queues',
  desk: 'desks',
  person: 'people',
  organisation: 'organisations',
  site: 'sites',
  role: 'roles',
} as const satisfies Record<Lacking['what'], keyof DirectoryPage>

const WORDS: Readonly<Record<Lacking['what'], string>> = {
  team: 'team',
  queue: 'queue',
  desk: 'desk',
  person: 'person',
  organisation: 'organisation',
  site: 'site',
  role: 'role',
}

/** What of its sort is here; what was put away is not chosen anew. */
const hereOf = (what: Lacking['what'], directory: DirectoryPage) =>
  (directory[LISTS[what]] as readonly { id: string; name: string; active?: boolean }[]).filter(
    (one) => one.active !== false,
  )

/** What may be chosen for something that is not here. */
export function choicesFor({ what, isNeeded }: Lacking, directory: DirectoryPage): Option<Choice>[] {
  const word = WORDS[what]
  return [
    ...(what === 'role'
      ? []
      : [{ value: 'make' as const, label: `Make a new ${word}`, group: 'Not here yet' }]),
    ...(isNeeded ? [] : [{ value: 'leave' as const, label: 'Leave it out', group: 'Not here yet' }]),
    ...hereOf(what, directory).map(({ id, name }) => ({
      ...{ value: `to ${id}` as const, label: name },
      group: `It is this ${word} here`,
    })),
  ]
}

/** What is chosen for it now. */
export function choiceOf({ match }: Lacking): Choice | null {
  if (!match) return null
  if (match.make) return 'make'
  return match.to === null || match.to === undefined ? 'leave' : `to ${match.to}`
}

/** What that choice says. A new one is called as it is in the file, until somebody calls it otherwise. */
export function matchOf({ what, id, name }: Lacking, choice: Choice): Matching {
  if (choice === 'leave') return { what, id, to: null }
  if (choice === 'make') return { what, id, make: { name: name ?? id } }
  return { what, id, to: choice.slice('to '.length) }
}

/** What a new one must have besides its name, and has not yet. */
export function missingOf({ what, match }: Lacking): 'mail' | 'organisation' | undefined {
  if (what === 'person' && match?.make && !match.make.mail) return 'mail'
  if (what === 'site' && match?.make && !match.make.organisation) return 'organisation'
  return undefined
}

/** What was said, with something said anew. */
export const saidAnew = (said: readonly Matching[], one: Matching): Matching[] => [
  ...said.filter((other) => other.what !== one.what || other.id !== one.id),
  one,
]
