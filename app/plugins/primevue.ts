import { ThemeService } from '@primeuix/styled'
import PrimeVue, { defaultOptions } from 'primevue/config'
import theme from '~/theme'

/**
 * PrimeVue with our theme. On the server its styles are made once for all pages (see nuxt.config); installing it there
 * would work the theme out anew for each page, and keep something of each page for good.
 */
export default defineNuxtPlugin(({ vueApp }) => {
  if (import.meta.client) {
    vueApp.use(PrimeVue, { theme: markRaw(theme), ripple: false })
    return
  }
  // Nor is the theme ever another one there: each part of each page would wait for that, and never be let go.
  ThemeService.on = () => ThemeService
  const fixed = { config: { ...defaultOptions, theme: 'none', ripple: false } }
  vueApp.config.globalProperties.$primevue = fixed as never
})
