import { wordList } from './named'

export const desk = {
  ...wordList(
    {
      name: 'desk',
      plural: 'desks',
      title: 'Desks',
      says: 'Several desks can work in one installation, each with teams, items and ticket kinds of its own.',
    },
    {
      leads: {
        type: 'several',
        of: 'people',
        label: 'Led by',
        help: 'They change what is the desk’s own; every lead does if nobody is named.',
        guarded: 'everyDesk',
      },
    },
  ),
  columns: ['leads'],
}
