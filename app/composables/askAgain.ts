import type { PiniaColadaPlugin } from '@pinia/colada'

/**
 * Asks again what was called off while somebody waits for it. A question is called off once nobody shows its answer; a
 * page that is drawn anew at that moment, as when a window is made narrow, is handed the very call that was called off,
 * and would wait for good.
 */
export const askAgain: PiniaColadaPlugin = ({ queryCache }) => {
  queryCache.$onAction(({ name, args, onError }) => {
    if (name !== 'fetch') return
    const [entry] = args
    onError((error) => {
      const isCalledOff = error instanceof DOMException && error.name === 'AbortError'
      const isWaitedFor = entry.active && !entry.pending && entry.state.value.status === 'pending'
      if (isCalledOff && isWaitedFor) void queryCache.fetch(entry).catch(() => undefined)
    })
  })
}
