/**
 * What is being typed into a field of the design stays while an answer of the server draws the page anew. Such a field
 * shows what the design says and tells of a change when it is left; Vue would put the old value back under the cursor.
 * Fields with `v-model` hold what is typed already and are left alone.
 */
export default defineNuxtPlugin(() => {
  const native = (field: Element) =>
    Object.getOwnPropertyDescriptor(Object.getPrototypeOf(field) as object, 'value')!
  const hasModel = (field: Element) =>
    Object.getOwnPropertySymbols(field).some((one) => one.description === '_assign')

  function hold(event: Event) {
    const field = event.target
    if (!(field instanceof HTMLInputElement || field instanceof HTMLTextAreaElement)) return
    if (!field.matches('.inline-field') || Object.hasOwn(field, 'value') || hasModel(field)) return
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
