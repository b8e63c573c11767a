import given from '@primeuix/themes/aura/datatable'
import { token } from '../inks'
import { dress } from '../late'

dress('datatable', given, {
  headerCell: {
    padding: '0.25rem 0.55rem',
    background: token('page-2'),
    hoverBackground: token('page-2'),
    borderColor: token('rule-2'),
    color: token('ink-3'),
  },
  columnTitle: { fontWeight: '500' },
  bodyCell: { padding: '0.25rem 0.55rem', borderColor: token('rule') },
  row: { hoverBackground: token('page-2'), selectedBackground: token('sea-2') },
})
