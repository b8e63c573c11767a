import given from '@primeuix/themes/aura/tabs'
import { token } from '../inks'
import { dress } from '../late'

dress('tabs', given, {
  tab: { padding: '0.35rem 0.8rem', color: token('ink-2'), activeColor: token('ink'), borderWidth: '0' },
  tabpanel: { padding: '0.8rem 0' },
  activeBar: { height: '3px', bottom: '0', background: token('sea') },
})
