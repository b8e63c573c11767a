/**
 * Keeps what somebody types, chooses or presses before the page has come to life.
 *
 * The server sends finished HTML, so a form can be filled and sent while its script still loads. Taking over the page
 * would set such fields back to what the server knew, and nobody would hear of the press. This collects what was
 * entered until then and enters it again, and then presses what was pressed (collected in the page's head, see
 * nuxt.config), each once.
 */
type Field = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement

interface Entered {
  value: string
  checked: boolean
}

/** What the script in the page's head has collected, and its listener. */
declare global {
  interface Window {
    yareEarly: (HTMLButtonElement | HTMLFormElement)[]
    /** Only where a page comes as HTML; places of the desk are drawn by their script. */
    yareWait?: (event: Event) => void
  }
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

/** What a list shows as long as nobody chooses: the option that is marked in the HTML, else the first one. */
function firstChoice(field: HTMLSelectElement): number {
  const marked = [...field.options].findIndex((one) => one.defaultSelected)
  return marked < 0 && field.options.length ? 0 : marked
}

/** The server writes what is chosen as the list's `value`, which browsers do not read from HTML. */
function showChosen(field: HTMLSelectElement) {
  const chosen = field.getAttribute('value')
  if (chosen !== null) field.value = chosen
}

function differsFromServer(field: Field): boolean {
  if (field instanceof HTMLSelectElement) return field.selectedIndex !== firstChoice(field)
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

function pressAgain(pressed: HTMLButtonElement | HTMLFormElement) {
  if (!pressed.isConnected) return
  if (pressed instanceof HTMLFormElement) pressed.requestSubmit()
  else pressed.click()
}

export default defineNuxtPlugin((nuxt) => {
  const wait = window.yareWait
  if (!wait) return
  const listen = (event: Event) => isField(event.target) && keep(event.target)
  for (const field of document.querySelectorAll<Field>('input, textarea, select'))
    if (differsFromServer(field)) keep(field)
    else if (field instanceof HTMLSelectElement) showChosen(field)
  document.addEventListener('input', listen, true)
  document.addEventListener('change', listen, true)

  nuxt.hooks.hookOnce('app:suspense:resolve', async () => {
    document.removeEventListener('input', listen, true)
    document.removeEventListener('change', listen, true)
    await nextTick()
    for (const [field, was] of entered) enterAgain(field, was)
    entered.clear()
    for (const type of ['click', 'submit']) removeEventListener(type, wait, true)
    await nextTick()
    for (const pressed of window.yareEarly.splice(0)) pressAgain(pressed)
  })
})
