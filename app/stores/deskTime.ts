import { defineStore } from 'pinia'

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
    desk.value = await api('GET /api/clock')
    set(desk.value.now)
    timer ??= setInterval(() => {
      now.value = Date.now() + offset.value
      // Open or shut changes at a known moment; then it is asked again.
      if (desk.value?.nextChange && now.value >= desk.value.nextChange) void load().catch(() => undefined)
    }, 1000)
  }

  async function forward(by: '15m' | '1h' | 'alarm'): Promise<{ now: number; rang: number }> {
    const answer = await api('POST /api/clock/forward', { body: { by } })
    await load()
    return answer
  }

  return { now, desk, set, load, forward }
})
