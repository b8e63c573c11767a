import { ThemeService } from '@primeuix/styled'
import PrimeVue, { defaultOptions } from 'primevue/config'
import { passThrough } from '~/kit/passThrough'
import { themeOf } from '~/theme/ground'
import { late } from '~/theme/late'

/**
 * PrimeVue with our theme. On the server its styles are made once for all pages (see nuxt.config); installing it there
 * would work the theme out anew for each page, and keep something of each page for good.
 */
export default defineNuxtPlugin(({ vueApp }) => {
  const locale = { ...defaultOptions.locale, firstDayOfWeek: 1 }
  if (import.meta.client) {
    // The server has sent the styles of what stands on every page; the rest comes with the parts of the kit.
    vueApp.use(PrimeVue, { theme: markRaw(themeOf(late)), ripple: false, locale, pt: passThrough as never })
    return
  }
  // Nor is the theme ever another one there: each part of each page would wait for that, and never be let go.
  ThemeService.on = () => ThemeService
  const fixed = { config: { ...defaultOptions, theme: 'none', ripple: false, locale, pt: passThrough } }
  vueApp.config.globalProperties.$primevue = fixed as never
})
