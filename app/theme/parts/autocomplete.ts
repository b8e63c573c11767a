import given from '@primeuix/themes/aura/autocomplete'
import { always, token } from '../inks'
import { dress } from '../late'

dress('autocomplete', given, {
  dropdown: { width: '2.2rem' },
  colorScheme: always({
    dropdown: {
      background: token('page-2'),
      hoverBackground: token('sea-2'),
      activeBackground: token('sea-2'),
      color: token('ink-2'),
      hoverColor: token('ink'),
      activeColor: token('ink'),
    },
  }),
})
