import { themeOf } from './ground'
import { late } from './late'
import { sent } from './sent'
import './parts/autocomplete'
import './parts/datatable'
import './parts/datepicker'
import './parts/menu'
import './parts/progressbar'
import './parts/stepper'
import './parts/tabs'
import './parts/toggleswitch'
import './parts/tree'
import './parts/treeselect'

/** The whole of it: what the server makes styles of. A browser has only what it needs; see plugins/primevue. */
export default themeOf({ ...sent, ...late })
