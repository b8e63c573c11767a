import type { ActionTerms } from '../action'

export interface TaskAction {
  do: 'task'
  text: string
  required?: boolean
}

/** Adds something to do. */
export const task: ActionTerms<TaskAction> = {
  name: 'add a task',
  field: { field: 'task' },
  fresh: () => ({ do: 'task', text: '' }),
  said: ({ text }) => `add the task “${text}”`,
  check: (reader, place, { text }) => {
    if (!text.trim()) reader.error(place, 'textEmpty', 'adds an empty task')
  },
  deed: (hands, { text, required = false }) => ({ run: () => hands.addTask(text, required) }),
}
