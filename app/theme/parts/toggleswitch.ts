import given from '@primeuix/themes/aura/toggleswitch'
import { dress } from '../late'

dress('toggleswitch', given, { root: { borderRadius: '3px', gap: '3px' }, handle: { borderRadius: '2px' } })
