import type { ActionTerms } from '../action'

export interface ChecklistAction {
  do: 'checklist'
  checklist: string
}

/** Adds all tasks of a checklist. */
export const checklist: ActionTerms<ChecklistAction> = {
  name: 'add a checklist',
  field: { field: 'choice', of: 'checklist', key: 'checklist', label: 'which checklist' },
  fresh: (first) => ({ do: 'checklist', checklist: first.checklist }),
  said: (action, words) => `add the checklist “${words.checklist(action.checklist)}”`,
  check: (reader, place, action) => reader.refers(place, 'checklist', action.checklist),
  deed: (hands, action) => hands.addChecklist(action.checklist),
}
