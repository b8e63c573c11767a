import given from '@primeuix/themes/aura/datepicker'
import { dress } from '../late'

dress('datepicker', given, { panel: { borderRadius: '0', shadow: 'none' }, date: { borderRadius: '3px' } })
