import { config, enableAutoUnmount } from '@vue/test-utils'
import PrimeVue from 'primevue/config'
import { afterEach } from 'vitest'
import { defineAsyncComponent, type Component } from 'vue'
import { RouterLink } from 'vue-router'
import { passThrough } from '../kit/passThrough'

// What a page has around it: the library's parts, and ours by name as Nuxt would find them. No theme: how it looks is
// seen in the browser.
const found = import.meta.glob<{ default: Component }>('../{components,kit,ledger,places}/**/*.vue')
const nameOf = (path: string) =>
  path
    .replace(/^\.\.\/(components|kit|ledger|places(?:\/[\w-]+)+)\//, '')
    .replace(/\.vue$/, '')
    .split('/')
    .map((part) => part[0]?.toUpperCase() + part.slice(1))
    .join('')

config.global.plugins = [[PrimeVue, { theme: 'none', ripple: false, pt: passThrough }]]
config.global.components = Object.fromEntries(
  Object.entries(found).map(([path, load]) => [
    nameOf(path),
    defineAsyncComponent(() => load().then((one) => one.default)),
  ]),
)
Object.assign(config.global.components, { NuxtLink: RouterLink })
enableAutoUnmount(afterEach)
