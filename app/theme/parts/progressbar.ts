import given from '@primeuix/themes/aura/progressbar'
import { token } from '../inks'
import { dress } from '../late'

dress('progressbar', given, { root: { height: '8px', borderRadius: '0', background: token('page-2') } })
