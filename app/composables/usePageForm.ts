// Not by its name alone: such calls are taken out of what the browser gets, and then Vue would number the fields of the
// page (`useId`) in another way there than the server did.
import * as vue from 'vue'

/** What stands in the fields of a form, by their names; undefined for a field that nobody has touched. */
export type FieldsSent = (name: string) => FormDataEntryValue[] | undefined

interface PageForm {
  /** By which it is known on its page. */
  id: string
  /** Takes over what stands in its fields; false where that cannot be, so that nothing is done. */
  take?: (fields: FieldsSent) => unknown
  /** Does what was pressed: the word of a button. */
  act: (pressed: string) => unknown
}

/** The fields of a form that somebody has touched before the page's script was there. */
function touchedIn(form: HTMLFormElement): FieldsSent | undefined {
  const touched = new Set<string>()
  for (const one of form.elements) {
    if (one instanceof HTMLTextAreaElement && one.value !== one.defaultValue) touched.add(one.name)
    if (!(one instanceof HTMLInputElement) || one.type === 'file') continue
    const isBox = one.type === 'checkbox' || one.type === 'radio'
    if (isBox ? one.checked !== one.defaultChecked : one.value !== one.defaultValue) touched.add(one.name)
  }
  const fields = new FormData(form)
  return touched.size ? (name) => (touched.has(name) ? fields.getAll(name) : undefined) : undefined
}

/**
 * A form of a page that comes as HTML. It works before the page's script is there, and without it: the browser sends it
 * to the address of the page, which is drawn as what came of it. Once the script is there, the same is done in place,
 * and what was typed until then is taken over.
 *
 * @example
 * const form = usePageForm({ id: 'answer', take: (fields) => …, act: (pressed) => … })
 * // <form v-bind="form.attrs" @submit.prevent="form.submit"> … <KitButton type="submit" v-bind="form.button('send')">
 */
export function usePageForm({ id, take, act }: PageForm) {
  const nuxt = useNuxtApp()
  let early: FieldsSent | undefined
  if (import.meta.client && nuxt.isHydrating) {
    // Drawing takes what stands in the fields away: it is read just before, and put in again just after.
    onBeforeMount(() => {
      const form = document.getElementById(id)
      early = form instanceof HTMLFormElement ? touchedIn(form) : undefined
    })
    onMounted(() => early && take?.(early))
  }

  async function takeSent(): Promise<void> {
    const posted = useRequestEvent()?.context.posted
    const [form, pressed] = String(posted?.get('go') ?? '').split(/:(.*)/s)
    if (!posted || form !== id) return
    if ((await take?.((name) => posted.getAll(name))) !== false) await act(pressed ?? '')
  }
  // On the server it is done before the page is drawn, once it knows what it shows.
  vue.onServerPrefetch(() => nuxt.runWithContext(takeSent))

  return {
    attrs: { id, method: 'post', enctype: 'multipart/form-data', novalidate: true } as const,
    button: (pressed: string) => ({ type: 'submit', name: 'go', value: `${id}:${pressed}` }) as const,
    /** What the script does instead of the browser. */
    submit(event: Event): unknown {
      const button = 'submitter' in event ? event.submitter : null
      const value = button instanceof HTMLButtonElement ? button.value : ''
      return act(value.slice(id.length + 1))
    },
  }
}

/** What a page has come to, from the server on: gone with its page. */
export function usePageState<T>(key: string, first: () => T): Ref<T> {
  const state = useState<T>(key, first)
  onScopeDispose(() => import.meta.client && clearNuxtState(key))
  return state
}
