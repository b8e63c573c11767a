import { wordList } from './named'

export const equipmentType = wordList({
  name: 'type of equipment',
  plural: 'types of equipment',
  title: 'Types of equipment',
  says: 'What sorts of machines the desk looks after.',
})
