import given from '@primeuix/themes/aura/stepper'
import { dress } from '../late'

dress('stepper', given, {
  stepNumber: { borderRadius: '0', size: '1.6rem', fontSize: '0.93rem', shadow: 'none' },
  steppanels: { padding: '0.8rem 0' },
})
