import type { ActionTerms } from '../action'

export interface AddTask {
  do: 'task'
  text: string
  required?: boolean
}

/** Adds something to do. */
export const task: ActionTerms<AddTask> = {
  name: 'add a task',
  field: { field: 'task' },
  fresh: () => ({ do: 'task', text: '' }),
  said: ({ text }) => `add the task “${text}”`,
  check: (reader, place, { text }) => {
    if (!text.trim()) reader.error(place, 'textEmpty', 'adds an empty task')
  },
  deed: (hands, { text, required = false }) => ({ run: () => hands.addTask(text, required) }),
}
