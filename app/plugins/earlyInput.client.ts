/**
 * Keeps what somebody types or chooses before the page has come to life.
 *
 * The server sends finished HTML, so a form can be filled while its script still loads. Taking over the page would
 * set such fields back to what the server knew. This collects what was entered until then and enters it again.
 */
type Field = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement

interface Entered {
  value: string
  checked: boolean
}

const entered = new Map<Field, Entered>()

function isField(target: unknown): target is Field {
  return (
    target instanceof HTMLInputElement ||
    target instanceof HTMLTextAreaElement ||
    target instanceof HTMLSelectElement
  )
}

function keep(field: Field) {
  entered.set(field, { value: field.value, checked: field instanceof HTMLInputElement && field.checked })
}

function differsFromServer(field: Field): boolean {
  if (field instanceof HTMLSelectElement)
    return [...field.options].some((one) => one.selected !== one.defaultSelected)
  if (field instanceof HTMLInputElement && field.checked !== field.defaultChecked) return true
  return field.value !== field.defaultValue
}

/** Enters one kept value again, as its person did: the page's own listeners hear of it. */
function enterAgain(field: Field, was: Entered) {
  if (!field.isConnected) return
  if (field instanceof HTMLInputElement && (field.type === 'checkbox' || field.type === 'radio')) {
    if (field.checked !== was.checked) field.click()
    return
  }
  field.value = was.value
  field.dispatchEvent(new Event('input', { bubbles: true }))
  field.dispatchEvent(new Event('change', { bubbles: true }))
}

export default defineNuxtPlugin((nuxt) => {
  const listen = (event: Event) => isField(event.target) && keep(event.target)
  for (const field of document.querySelectorAll<Field>('input, textarea, select'))
    if (differsFromServer(field)) keep(field)
  document.addEventListener('input', listen, true)
  document.addEventListener('change', listen, true)

  nuxt.hooks.hookOnce('app:suspense:resolve', async () => {
    document.removeEventListener('input', listen, true)
    document.removeEventListener('change', listen, true)
    await nextTick()
    for (const [field, was] of entered) enterAgain(field, was)
    entered.clear()
  })
})
