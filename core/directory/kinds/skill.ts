import { wordList } from './named'

export const skill = wordList({
  name: 'skill',
  plural: 'skills',
  title: 'Skills',
  says: 'What not everybody of a team knows. Triage can ask for it, and then only those get the ticket.',
})
