// The library's own types leave this one out.
declare module 'primevue/toasteventbus' {
  import type { ToastMessageOptions } from 'primevue/toast'

  const bus: { emit(type: 'add', message: ToastMessageOptions): void }
  export default bus
}
