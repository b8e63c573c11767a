import { wordList } from './named'

export const cover = wordList({
  name: 'cover',
  plural: 'covers',
  title: 'Covers',
  says: 'How much service an organisation can buy. Agreements name one, and the signal map has a column for each.',
})
