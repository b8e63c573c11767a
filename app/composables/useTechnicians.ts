import type { Choice } from './useChoices'

/** Those of the desk, with their teams and whether they are on shift, for choosing one. */
export async function technicians(): Promise<Choice[]> {
  const people = await api('GET /api/technicians').catch(() => [])
  return people.map((person) => ({
    value: person.id,
    label: `${person.name} · ${person.teams.join(', ') || 'desk'}${person.onShift ? ' · on shift' : ''}`,
  }))
}
