import given from '@primeuix/themes/aura/treeselect'
import { dress } from '../late'

dress('treeselect', given)
