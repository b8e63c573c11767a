import { PiniaColada } from '@pinia/colada'
import { mount, type MountingOptions } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { defineComponent, h, type Component } from 'vue'
import { createMemoryHistory, createRouter } from 'vue-router'

const Nothing = defineComponent(() => () => h('div'))

/** What a page stands on: fresh stores, queries and a way to go about. */
export function ground() {
  const pinia = createPinia()
  setActivePinia(pinia)
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [{ path: '/:all(.*)*', component: Nothing }],
  })
  return { pinia, router, plugins: [pinia, [PiniaColada, {}] as never, router] }
}

/** Draws a component in the document, with all that it stands on. */
export function draw<C extends Component>(component: C, options: MountingOptions<object> = {}) {
  const { plugins, ...rest } = ground()
  const wrapper = mount(component as Component, {
    ...options,
    attachTo: document.body,
    global: { ...options.global, plugins: [...plugins, ...(options.global?.plugins ?? [])] },
  })
  return { ...rest, wrapper }
}

/** Calls a composable within a component, as a page does. */
export function within<T>(work: () => T): ReturnType<typeof draw> & { got: T } {
  let got: T | undefined
  const drawn = draw(
    defineComponent(() => {
      got = work()
      return () => h('div')
    }),
  )
  return { ...drawn, got: got as T }
}
