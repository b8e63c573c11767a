import given from '@primeuix/themes/aura/menu'
import { dress } from '../late'

dress('menu', given)
