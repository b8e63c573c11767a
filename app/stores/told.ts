export type ToldRow = AnswerOf<'GET /api/messages/mine'>['rows'][number]

/** What the person in front of the screen was told, and how much of it they have not seen. */
export const useTold = defineStore('told', () => {
  const rows = ref<ToldRow[]>([])
  const unseen = ref(0)
  const loaded = ref(false)

  async function load() {
    const page = await api('GET /api/messages/mine')
    rows.value = page.rows
    unseen.value = page.unseen
    loaded.value = true
  }

  /** Everything that is there now counts as seen. */
  async function see() {
    if (!unseen.value) return
    await api('POST /api/messages/seen')
    unseen.value = 0
  }

  /** Says of the ticket of a message that one has it. */
  async function acknowledge(reference: number) {
    await api('POST /api/tickets/{reference}/acknowledge', { path: { reference } })
    await load()
  }

  return { rows, unseen, loaded, load, see, acknowledge }
})
