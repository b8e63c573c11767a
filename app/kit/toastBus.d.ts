// The library's own types leave this one out.
declare module 'primevue/toasteventbus' {
  import type { ToastMessageOptions } from 'primevue/toast'

  type Heard = (message: ToastMessageOptions) => void
  const bus: {
    emit(type: 'add', message: ToastMessageOptions): void
    on(type: 'add', heard: Heard): void
    off(type: 'add', heard: Heard): void
  }
  export default bus
}
