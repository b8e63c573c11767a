/** How often somebody says that they are still here, and after how long they are taken to be gone. */
const BEAT = 15_000
const GONE = 35_000

/**
 * Who else has a ticket open, and what they do; says the same of us for as long as the component is on the screen.
 * @param writes whether we are writing something
 */
export function usePresence(reference: () => number, writes: () => boolean) {
  const session = useSession()
  const live = useLive()
  const others = ref<{ person: string; name: string; doing: 'reads' | 'writes'; at: number }[]>([])
  let said = 0

  function say(doing: 'reads' | 'writes' | 'left' = writes() ? 'writes' : 'reads') {
    said = Date.now()
    void api('POST /api/tickets/{reference}/here', {
      path: { reference: reference() },
      body: { doing },
    }).catch(() => undefined)
  }
  live.on((notice) => {
    if (notice.kind !== 'here' || notice.reference !== reference() || notice.person === session.me?.id) return
    const { person, name, doing } = notice
    const isNew = !others.value.some((one) => one.person === person)
    const rest = others.value.filter((one) => one.person !== person)
    others.value = doing === 'left' ? rest : [...rest, { person, name, doing, at: Date.now() }]
    // Whoever comes is told at once who is here already.
    if (isNew && doing !== 'left' && Date.now() - said > 2000) say()
  })
  watch(writes, () => say())
  let beat: ReturnType<typeof setInterval> | undefined
  onMounted(() => {
    say()
    beat = setInterval(() => {
      others.value = others.value.filter((one) => Date.now() - one.at < GONE)
      if (document.visibilityState === 'visible') say()
    }, BEAT)
  })
  onBeforeUnmount(() => {
    clearInterval(beat)
    say('left')
  })
  return others
}
