import type { PiniaColadaOptions } from '@pinia/colada'
import { askAgain } from './app/composables/askAgain'

export default { plugins: [askAgain] } satisfies PiniaColadaOptions
