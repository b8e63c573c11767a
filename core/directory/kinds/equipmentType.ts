import { wordList } from './named'

export const equipmentType = {
  ...wordList(
    {
      name: 'type of equipment',
      plural: 'types of equipment',
      title: 'Types of equipment',
      says: 'What sorts of machines the desk looks after, each with fields of its own.',
    },
    {
      fields: {
        type: 'names',
        label: 'Fields of its own',
        help: 'What is written down of each machine of this type, such as a firmware or a colour.',
      },
    },
  ),
  columns: ['fields'],
}
