import type { StepTerms } from '../step'

export interface ChecklistStep {
  do: 'checklist'
  checklist: string
}

/** Adds all tasks of a checklist. */
export const checklist: StepTerms<ChecklistStep> = {
  name: 'add a checklist',
  field: { field: 'choice', key: 'checklist', label: 'which checklist', of: 'checklist' },
  fresh: (first) => ({ do: 'checklist', checklist: first.checklist }),
  outlook: (at, step) => {
    const name = at.checklistName(step.checklist)
    return name === undefined
      ? { wont: { is: 'noChecklist', checklist: step.checklist } }
      : { will: { is: 'stepChecklist', name } }
  },
  deed: (at, step) => at.addChecklist(step.checklist),
  check: (reader, place, step) => reader.refers(place, 'checklist', step.checklist),
}
