import { definePreset } from '@primeuix/themes'
import button from '@primeuix/themes/aura/button'
import checkbox from '@primeuix/themes/aura/checkbox'
import chip from '@primeuix/themes/aura/chip'
import dialog from '@primeuix/themes/aura/dialog'
import iconfield from '@primeuix/themes/aura/iconfield'
import inputnumber from '@primeuix/themes/aura/inputnumber'
import inputtext from '@primeuix/themes/aura/inputtext'
import multiselect from '@primeuix/themes/aura/multiselect'
import password from '@primeuix/themes/aura/password'
import popover from '@primeuix/themes/aura/popover'
import radiobutton from '@primeuix/themes/aura/radiobutton'
import select from '@primeuix/themes/aura/select'
import splitter from '@primeuix/themes/aura/splitter'
import textarea from '@primeuix/themes/aura/textarea'
import toast from '@primeuix/themes/aura/toast'
import virtualscroller from '@primeuix/themes/aura/virtualscroller'
import { always, token } from './inks'

/** A button's inks: filled for what the page is there for, ruled for the rest. */
const filled = {
  background: token('sea'),
  hoverBackground: token('sea-deep'),
  activeBackground: token('sea-deep'),
  borderColor: token('sea'),
  hoverBorderColor: token('sea-deep'),
  activeBorderColor: token('sea-deep'),
  color: token('page'),
  hoverColor: token('page'),
  activeColor: token('page'),
}
const ruled = (ink: string, rule: string, ground: string) => ({
  hoverBackground: token(ground),
  activeBackground: token(ground),
  borderColor: token(rule),
  color: token(ink),
})
const buttons = {
  root: { primary: filled },
  outlined: {
    primary: ruled('sea', 'sea', 'sea-2'),
    secondary: ruled('ink-2', 'rule-2', 'page-2'),
    danger: ruled('red', 'red', 'red-2'),
  },
  text: {
    primary: { hoverBackground: 'transparent', activeBackground: 'transparent', color: token('sea') },
  },
}
const tone = (ink: string) => ({
  background: token(`${ink}-2`),
  borderColor: token(ink),
  color: token('ink'),
  detailColor: token('ink'),
  shadow: 'none',
  closeButton: { hoverBackground: 'transparent', focusRing: { color: token('sea'), shadow: 'none' } },
})
const tones = { info: tone('sea'), success: tone('sea'), warn: tone('brass'), error: tone('red') }
/** How the parts look that the server sends the styles of with each page (named in nuxt.config). */
export const sent = {
  button: definePreset(button, {
    root: { borderRadius: '3px', paddingX: '0.8rem', paddingY: '0.3rem', label: { fontWeight: '600' } },
    colorScheme: always(buttons),
  }),
  checkbox,
  chip,
  dialog,
  iconfield,
  inputnumber,
  inputtext,
  multiselect,
  password,
  popover,
  radiobutton,
  select,
  splitter,
  textarea,
  toast: definePreset(toast, {
    root: { borderRadius: '0', borderWidth: '0 0 0 4px' },
    colorScheme: always({ root: { blur: '0' }, ...tones }),
  }),
  virtualscroller,
}
