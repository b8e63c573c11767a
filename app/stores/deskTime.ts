import { defineStore } from 'pinia'

const KEPT = 'yare-desk-offset'
/** How far desk time is from this machine's, as it was known last, in milliseconds. */
function kept(): number {
  try {
    return Number(localStorage.getItem(KEPT)) || 0
  } catch {
    return 0
  }
}
function keep(offset: number): void {
  try {
    localStorage.setItem(KEPT, String(offset))
  } catch {
    // A browser that keeps nothing begins from its own clock.
  }
}

/** Desk time in the browser: the server's clock, carried on by this machine's. */
export const useDeskTime = defineStore('deskTime', () => {
  const offset = ref(0)
  const now = ref(0)
  const desk = ref<AnswerOf<'GET /api/clock'> | null>(null)
  let timer: ReturnType<typeof setInterval> | undefined

  function set(serverNow: number): void {
    offset.value = serverNow - Date.now()
    now.value = serverNow
  }

  async function load(): Promise<void> {
    try {
      desk.value = await api('GET /api/clock')
      set(desk.value.now)
      keep(offset.value)
    } catch (error) {
      // Without a connection the time goes on as it was known last.
      if (!now.value) set(Date.now() + kept())
      throw error
    } finally {
      go()
    }
  }
  const go = () =>
    (timer ??= setInterval(() => {
      now.value = Date.now() + offset.value
      // Open or shut changes at a known moment; then it is asked again.
      if (desk.value?.nextChange && now.value >= desk.value.nextChange) void load().catch(() => undefined)
    }, 1000))

  async function forward(by: '15m' | '1h' | 'alarm'): Promise<{ now: number; rang: number }> {
    const answer = await api('POST /api/clock/forward', { body: { by } })
    await load()
    return answer
  }

  return { now, desk, set, load, forward }
})
