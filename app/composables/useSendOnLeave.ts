/** Most bytes of a request that outlives its page: browsers allow 64 KiB together. */
const MOST = 60_000

/** Whether a body may go with a request that the browser finishes after its page is gone. */
export const outlivesPage = (body: unknown) => new TextEncoder().encode(JSON.stringify(body)).length < MOST

/**
 * Lets nothing be lost that waits to be sent when its page is left: it goes out with a request that outlives the page,
 * and where that cannot be, the browser asks before it leaves.
 * @param waiting the request that is still to be made; undefined where nothing waits
 * @param isAway whether the desk cannot be reached just now
 */
export function useSendOnLeave(
  waiting: () => { url: string; method: string; body: unknown } | undefined,
  isAway: () => boolean,
) {
  function ask(event: BeforeUnloadEvent) {
    const left = waiting()
    if (left && (isAway() || !outlivesPage(left.body))) event.preventDefault()
  }
  function send() {
    const left = waiting()
    if (!left || !outlivesPage(left.body)) return
    const { url, method, body } = left
    const headers = { 'content-type': 'application/json' }
    void fetch(url, { method, headers, body: JSON.stringify(body), keepalive: true }).catch(() => undefined)
  }
  onMounted(() => {
    window.addEventListener('beforeunload', ask)
    window.addEventListener('pagehide', send)
  })
  onBeforeUnmount(() => {
    window.removeEventListener('beforeunload', ask)
    window.removeEventListener('pagehide', send)
  })
}
