/**
 * What is being typed into a field of the design stays while an answer of the server draws the page anew. Such a field
 * shows what the design says and tells of a change when it is left; Vue would put the old value back under the cursor.
 * Fields
 * that tell of each letter, such as those with `v-model`, hold what is typed already and are left alone.
 */
export default defineNuxtPlugin(() => {
  const native = (field: Element) =>
    Object.getOwnPropertyDescriptor(Object.getPrototypeOf(field) as object, 'value')!
  const ofVue = (field: Element, name: string) => {
    const symbol = Object.getOwnPropertySymbols(field).find((one) => one.description === name)
    return symbol && (field as unknown as Record<symbol, object>)[symbol]
  }
  /** Whether it tells of a change only when it is left. */
  const tellsLate = (field: Element) => {
    const listeners = ofVue(field, '_vei') ?? {}
    return 'onChange' in listeners && !('onInput' in listeners) && !ofVue(field, '_assign')
  }

  function hold(event: Event) {
    const field = event.target
    if (!(field instanceof HTMLInputElement || field instanceof HTMLTextAreaElement)) return
    if (Object.hasOwn(field, 'value') || !tellsLate(field)) return
    const { get, set } = native(field)
    Object.defineProperty(field, 'value', {
      configurable: true,
      get: () => get!.call(field) as string,
      set: (value: string) => {
        if (document.activeElement !== field) set!.call(field, value)
      },
    })
  }
  function release(event: Event) {
    if (event.target instanceof Element) Reflect.deleteProperty(event.target, 'value')
  }
  // Before the handlers of the page, so that they find the field as it is.
  document.addEventListener('input', hold, true)
  document.addEventListener('change', release, true)
  document.addEventListener('focusout', release, true)
})
