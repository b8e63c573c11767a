import type { Choice } from './useChoices'

/** Everybody of the desk, with their teams and whether they are on shift. @param wanted whether anybody asks */
export const useDeskPeople = (wanted: () => boolean = () => true) =>
  useQuery({
    key: ['people', 'desk'],
    query: ({ signal }) => api('GET /api/technicians', { signal }),
    enabled: wanted,
  })

/** Somebody of the desk, for choosing one. */
export const technicianChoice = ({
  id,
  name,
  teams,
  onShift,
}: AnswerOf<'GET /api/technicians'>[number]): Choice => ({
  value: id,
  label: `${name} · ${teams.join(', ') || 'desk'}${onShift ? ' · on shift' : ''}`,
})
