import { definePreset } from '@primeuix/themes'
import autocomplete from '@primeuix/themes/aura/autocomplete'
import base from '@primeuix/themes/aura/base'
import button from '@primeuix/themes/aura/button'
import checkbox from '@primeuix/themes/aura/checkbox'
import chip from '@primeuix/themes/aura/chip'
import datatable from '@primeuix/themes/aura/datatable'
import datepicker from '@primeuix/themes/aura/datepicker'
import dialog from '@primeuix/themes/aura/dialog'
import iconfield from '@primeuix/themes/aura/iconfield'
import inputnumber from '@primeuix/themes/aura/inputnumber'
import inputtext from '@primeuix/themes/aura/inputtext'
import menu from '@primeuix/themes/aura/menu'
import multiselect from '@primeuix/themes/aura/multiselect'
import password from '@primeuix/themes/aura/password'
import popover from '@primeuix/themes/aura/popover'
import progressbar from '@primeuix/themes/aura/progressbar'
import radiobutton from '@primeuix/themes/aura/radiobutton'
import select from '@primeuix/themes/aura/select'
import splitter from '@primeuix/themes/aura/splitter'
import stepper from '@primeuix/themes/aura/stepper'
import tabs from '@primeuix/themes/aura/tabs'
import textarea from '@primeuix/themes/aura/textarea'
import toast from '@primeuix/themes/aura/toast'
import toggleswitch from '@primeuix/themes/aura/toggleswitch'
import tree from '@primeuix/themes/aura/tree'
import treeselect from '@primeuix/themes/aura/treeselect'
import virtualscroller from '@primeuix/themes/aura/virtualscroller'

/** The shapes we begin with, of the parts that are in use only: a portal loads all of it. */
const given = {
  ...base,
  components: {
    ...{
      autocomplete,
      button,
      checkbox,
      chip,
      datatable,
      datepicker,
      dialog,
      iconfield,
      inputnumber,
      inputtext,
    },
    ...{ menu, multiselect, password, popover, progressbar, radiobutton, select, splitter, stepper, tabs },
    ...{ textarea, toast, toggleswitch, tree, treeselect, virtualscroller },
  },
}

// The preset takes every colour from tokens.css, so that day and night watch are told apart in one file only.
const token = (name: string) => `var(--${name})`
const ramp = (name: string) =>
  Object.fromEntries(
    [50, 100, 200, 300, 400, 500, 600, 700, 800, 900, 950].map((step) => [step, token(name)]),
  )

const scheme = {
  surface: {
    0: token('page'),
    50: token('page'),
    100: token('page-2'),
    200: token('rule'),
    300: token('rule-2'),
    400: token('rule-2'),
    500: token('ink-3'),
    600: token('ink-2'),
    700: token('ink-2'),
    800: token('ink'),
    900: token('ink'),
    950: token('ink'),
  },
  primary: {
    color: token('sea'),
    contrastColor: token('page'),
    hoverColor: token('sea-deep'),
    activeColor: token('sea-deep'),
  },
  highlight: {
    background: token('sea-2'),
    focusBackground: token('sea-2'),
    color: token('ink'),
    focusColor: token('ink'),
  },
  text: {
    color: token('ink'),
    hoverColor: token('ink'),
    mutedColor: token('ink-3'),
    hoverMutedColor: token('ink-2'),
  },
  content: {
    background: token('page'),
    hoverBackground: token('page-2'),
    borderColor: token('rule-2'),
    color: token('ink'),
    hoverColor: token('ink'),
  },
  formField: {
    background: token('field'),
    disabledBackground: token('page-2'),
    borderColor: token('field-rule'),
    hoverBorderColor: token('ink-2'),
    focusBorderColor: token('sea'),
    invalidBorderColor: token('red'),
    color: token('ink'),
    disabledColor: token('ink-3'),
    placeholderColor: token('ink-3'),
    invalidPlaceholderColor: token('red'),
    iconColor: token('ink-3'),
    shadow: 'none',
  },
  navigation: {
    item: {
      color: token('ink'),
      focusColor: token('ink'),
      focusBackground: token('sea-2'),
      activeBackground: token('sea-2'),
    },
  },
  list: { option: { color: token('ink'), focusBackground: token('sea-2'), focusColor: token('ink') } },
  overlay: {
    select: { background: token('page'), borderColor: token('rule-2'), color: token('ink') },
    popover: { background: token('page'), borderColor: token('rule-2'), color: token('ink') },
    modal: { background: token('page'), borderColor: token('rule-2'), color: token('ink') },
  },
}

/** What lies over the page: ruled paper with square corners, no shadow. */
const overlay = { borderRadius: '0', shadow: 'none' }
const option = { padding: '0.3rem 0.6rem', borderRadius: '0' }

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
/** The same by day and by night: the tokens know the difference. */
const always = <T>(inks: T) => ({ light: inks, dark: inks })

const components = {
  button: {
    root: { borderRadius: '3px', paddingX: '0.8rem', paddingY: '0.3rem', label: { fontWeight: '600' } },
    colorScheme: always(buttons),
  },
  toast: {
    root: { borderRadius: '0', borderWidth: '0 0 0 4px' },
    colorScheme: always({ root: { blur: '0' }, ...tones }),
  },
  autocomplete: {
    dropdown: { width: '2.2rem' },
    colorScheme: always({
      dropdown: {
        background: token('page-2'),
        hoverBackground: token('sea-2'),
        activeBackground: token('sea-2'),
        color: token('ink-2'),
        hoverColor: token('ink'),
        activeColor: token('ink'),
      },
    }),
  },
  datatable: {
    headerCell: {
      padding: '0.25rem 0.55rem',
      background: token('page-2'),
      hoverBackground: token('page-2'),
      borderColor: token('rule-2'),
      color: token('ink-3'),
    },
    columnTitle: { fontWeight: '500' },
    bodyCell: { padding: '0.25rem 0.55rem', borderColor: token('rule') },
    row: { hoverBackground: token('page-2'), selectedBackground: token('sea-2') },
  },
  tabs: {
    tab: { padding: '0.35rem 0.8rem', color: token('ink-2'), activeColor: token('ink'), borderWidth: '0' },
    tabpanel: { padding: '0.8rem 0' },
    activeBar: { height: '3px', bottom: '0', background: token('sea') },
  },
  toggleswitch: { root: { borderRadius: '3px', gap: '3px' }, handle: { borderRadius: '2px' } },
  progressbar: { root: { height: '8px', borderRadius: '0', background: token('page-2') } },
  tree: { node: { padding: '0.15rem 0.4rem', borderRadius: '0' }, root: { padding: '0' } },
  datepicker: { panel: { borderRadius: '0', shadow: 'none' }, date: { borderRadius: '3px' } },
  stepper: {
    stepNumber: { borderRadius: '0', size: '1.6rem', fontSize: '0.93rem', shadow: 'none' },
    steppanels: { padding: '0.8rem 0' },
  },
}

const ledger = definePreset(given, {
  primitive: { borderRadius: { none: '0', xs: '2px', sm: '3px', md: '3px', lg: '3px', xl: '3px' } },
  semantic: {
    primary: ramp('sea'),
    transitionDuration: '0.12s',
    focusRing: { width: '2px', style: 'solid', color: token('sea'), offset: '1px', shadow: 'none' },
    formField: { paddingX: '0.6rem', paddingY: '0.4rem', borderRadius: '3px' },
    overlay: {
      select: overlay,
      popover: { ...overlay, padding: '0.7rem 0.9rem' },
      modal: { ...overlay, padding: '1rem' },
      navigation: { shadow: 'none' },
    },
    list: { padding: '0.2rem 0', gap: '0', option },
    navigation: { list: { padding: '0.2rem 0', gap: '0' }, item: option },
    colorScheme: always(scheme),
  },
  components,
})

/** PrimeVue's theme, drawn from our tokens; `.night` on the root element is night watch. */
const theme = {
  preset: ledger,
  options: { darkModeSelector: '.night', cssLayer: { name: 'primevue', order: 'primevue' } },
}

export default theme
