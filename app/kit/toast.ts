import ToastEventBus from 'primevue/toasteventbus'

interface Said {
  /** Takes back what was done, while it is told. */
  undo?: () => unknown
  /** It did not work. */
  bad?: boolean
}

/** How long it stays, in milliseconds: something that can be taken back stays longer, what went wrong until it is shut. */
const STAYS = 5_000
const STAYS_TO_UNDO = 12_000

/** Says in a corner of the page what was done elsewhere on it. */
export function toast(text: string, { undo, bad }: Said = {}): void {
  const life = bad ? undefined : undo ? STAYS_TO_UNDO : STAYS
  ToastEventBus.emit('add', { severity: bad ? 'error' : 'success', summary: text, detail: undo, life })
}
