import base from '@primeuix/themes/aura/base'
import { definePreset } from '@primeuix/themes'
import { always, token } from './inks'

// The preset takes every colour from tokens.css, so that day and night watch are told apart in one file only.
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

const semantic = {
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
}

const primitive = { borderRadius: { none: '0', xs: '2px', sm: '3px', md: '3px', lg: '3px', xl: '3px' } }

/**
 * PrimeVue's theme, drawn from our tokens; `.night` on the root element is night watch.
 * @param components how its parts look; the very object is kept, so that more can come to it
 */
export const themeOf = (components: Record<string, object>) => ({
  preset: { ...definePreset(base, { primitive, semantic }), components },
  options: { darkModeSelector: '.night', cssLayer: { name: 'primevue', order: 'primevue' } },
})
