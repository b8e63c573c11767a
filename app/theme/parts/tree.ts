import given from '@primeuix/themes/aura/tree'
import { dress } from '../late'

dress('tree', given, { node: { padding: '0.15rem 0.4rem', borderRadius: '0' }, root: { padding: '0' } })
