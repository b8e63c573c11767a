/** How often somebody says that they are still here, and after how long they are taken to be gone. */
const BEAT = 15_000
const GONE = 35_000

/** Somebody else who has the ticket open. */
export interface Other {
  person: string
  name: string
  doing: 'reads' | 'writes'
  /** Since when they do. */
  since: number
  /** When they last said so. */
  at: number
}

/**
 * Who else has a ticket open, and what they do; says the same of us for as long as the component is on the screen.
 * @param writes whether we are writing something
 */
export function usePresence(reference: () => number, writes: () => boolean) {
  const session = useSession()
  const live = useLive()
  const others = ref<Other[]>([])

  function say(doing: 'reads' | 'writes' | 'left' = writes() ? 'writes' : 'reads') {
    void api('POST /api/tickets/{reference}/here', {
      path: { reference: reference() },
      body: { doing },
    }).catch(() => undefined)
  }
  live.on((notice) => {
    if (notice.kind !== 'here' || notice.reference !== reference() || notice.person === session.me?.id) return
    const { person, name, doing } = notice
    const before = others.value.find((one) => one.person === person)
    const rest = others.value.filter((one) => one.person !== person)
    const at = Date.now()
    const since = before?.doing === doing ? before.since : at
    others.value = doing === 'left' ? rest : [...rest, { person, name, doing, since, at }]
    // Whoever comes is told at once who is here already.
    if (!before && doing !== 'left') say()
  })
  watch(writes, () => say())
  let beat: ReturnType<typeof setInterval> | undefined
  let isHere = true
  onMounted(() => {
    // Who is here says so as soon as they hear; before it listens, a page would miss their answer.
    void live.open().then(() => isHere && say())
    beat = setInterval(() => {
      others.value = others.value.filter((one) => Date.now() - one.at < GONE)
      if (document.visibilityState === 'visible') say()
    }, BEAT)
  })
  onBeforeUnmount(() => {
    isHere = false
    clearInterval(beat)
    say('left')
  })
  return others
}
