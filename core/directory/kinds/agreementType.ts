import { wordList } from './named'

export const agreementType = wordList({
  name: 'type of agreement',
  plural: 'types of agreement',
  title: 'Types of agreement',
  says: 'What sorts of agreement there are: maintenance, warranty, or any other.',
})
