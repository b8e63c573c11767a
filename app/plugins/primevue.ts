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
  const fixed = { config: { ...defaultOptions, theme: 'none', ripple: false } }
  vueApp.config.globalProperties.$primevue = fixed as never
})
