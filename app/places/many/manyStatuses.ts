import type { Option } from '~/kit/field'

export type ManyStatus = AnswerOf<'GET /api/views/words'>['statuses'][number]

/** The statuses of some kinds of ticket; those of all where none of them is known. */
export function statusesOfKinds(all: readonly ManyStatus[], kinds: readonly string[]): readonly ManyStatus[] {
  const own = all.filter((one) => kinds.includes(one.kind))
  return own.length ? own : all
}

/** Each once, whatever the kind. */
export const statusChoices = (statuses: readonly ManyStatus[]): Option<string>[] => [
  ...new Map(statuses.map(({ id, name }) => [id, { value: id, label: name }])).values(),
]

/** What the gates of one status ask for, each once, whatever the kind. */
export function gateOfMany(statuses: readonly ManyStatus[], status: unknown): ManyStatus['gate'] {
  const asked = statuses.filter((one) => one.id === status).flatMap((one) => one.gate)
  return asked.filter((one, index) => asked.findIndex((other) => other.name === one.name) === index)
}
