import { PiniaColada } from '@pinia/colada'
import coladaOptions from '../../colada.options'
import { flushPromises, mount, type MountingOptions } from '@vue/test-utils'
import { vi } from 'vitest'
import { createPinia, setActivePinia } from 'pinia'
import { defineComponent, h, ref, Suspense, type Component, type Ref } from 'vue'
import { createMemoryHistory, createRouter, type RouteLocationRaw } from 'vue-router'

const Nothing = defineComponent(() => () => h('div'))

/** What a page stands on: fresh stores, queries and a way to go about. */
export function ground() {
  const pinia = createPinia()
  setActivePinia(pinia)
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [{ path: '/:all(.*)*', component: Nothing }],
  })
  const states = new Map<string, Ref<unknown>>()
  // What Nuxt gives a page besides its router: while one way is looked at, it goes no other.
  let looksAtAWay = false
  router.beforeEach(async () => {
    looksAtAWay = true
    await Promise.resolve()
  })
  router.afterEach(() => void (looksAtAWay = false))
  const navigateTo = (to: RouteLocationRaw, { replace = false } = {}) =>
    looksAtAWay ? to : replace ? router.replace(to) : router.push(to)
  Object.assign(globalThis, {
    navigateTo,
    useState<T>(key: string, first: () => T): Ref<T> {
      if (!states.has(key)) states.set(key, ref(first()) as Ref<unknown>)
      return states.get(key) as Ref<T>
    },
    clearNuxtState: (key: string) => states.delete(key),
    useNuxtApp: () => ({ isHydrating: false }),
    useHead: () => undefined,
  })
  return {
    pinia,
    router,
    mocks: { navigateTo },
    plugins: [pinia, [PiniaColada, coladaOptions] as never, router],
  }
}

/** Lets everything come that is on its way: answers, parts that are fetched when they are needed, and what they ask. */
export async function settled(): Promise<void> {
  for (let times = 0; times < 3; times++) {
    await flushPromises()
    await vi.dynamicImportSettled()
  }
  await flushPromises()
}

/** Draws a component in the document, with all that it stands on. */
export function draw<C extends Component>(component: C, options: MountingOptions<object> = {}) {
  const { plugins, mocks, ...rest } = ground()
  const wrapper = mount(component as Component, {
    ...options,
    attachTo: document.body,
    global: { ...options.global, mocks, plugins: [...plugins, ...(options.global?.plugins ?? [])] },
  })
  return { ...rest, wrapper }
}

/** Draws a component that waits for something before it is there. */
export async function drawn<C extends Component>(component: C, props: Record<string, unknown> = {}) {
  const waiting = defineComponent(() => () => h(Suspense, null, { default: () => h(component, props) }))
  const all = draw(waiting)
  await settled()
  return all
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
