import { isSettled } from '~~/core/work'
import type { Ticket } from '~/composables/useTickets'

/** A task on the page of a ticket. */
export type TaskOnPage = Ticket['tasks'][number]
/** What becomes of a task. */
export type TaskDeed = BodyOf<'PATCH /api/tickets/{reference}/tasks/{task}'>

/**
 * What is done to the tasks of a ticket. Whoever ticks one after the other does not wait for the server: each stands as it
 * will, and what is typed meanwhile goes together with the next.
 * @param done called once something of it has changed at the server
 */
export function useTodo(ticket: () => Ticket, done: () => void) {
  const { error, run } = useDeed(done)
  const path = () => ({ reference: ticket().reference })
  /** Whether tasks are ticked that are on their way to it, or are so at the server and not yet here. */
  const ticking = reactive(new Map<string, boolean>())
  const onTheWay = new Set<string>()
  watch(
    () => ticket().tasks,
    () => {
      for (const id of [...ticking.keys()]) if (!onTheWay.has(id)) ticking.delete(id)
      if (!ordering) arranged.value = undefined
    },
  )
  /** The order in which they were just put, so that nothing jumps back before the server has it. */
  const arranged = ref<readonly string[]>()
  let ordering = 0
  const tasks = computed(() => {
    const order = arranged.value
    if (!order) return ticket().tasks
    const place = (one: TaskOnPage) => (order.includes(one.id) ? order.indexOf(one.id) : order.length)
    return [...ticket().tasks].sort((a, b) => place(a) - place(b))
  })
  async function order(ids: string[]) {
    arranged.value = ids
    ordering++
    const isThere = await change(() =>
      api('POST /api/tickets/{reference}/tasks/order', { path: path(), body: { order: ids } }),
    )
    ordering--
    if (!isThere) arranged.value = undefined
  }
  /** What was typed and is not there yet. */
  const typed = ref<string[]>([])

  async function change(work: () => Promise<unknown>): Promise<boolean> {
    if ((await run(async () => (await work(), true))) === undefined) return false
    done()
    return true
  }
  const put = (task: string, body: TaskDeed) =>
    change(() => api('PATCH /api/tickets/{reference}/tasks/{task}', { path: { ...path(), task }, body }))

  let last: Promise<unknown> = Promise.resolve()
  /** One after the other, so that of a tick and its taking back the later one stays. */
  function tick(task: string, isDone: boolean) {
    ticking.set(task, isDone)
    onTheWay.add(task)
    last = last.then(async () => {
      const isThere = await put(task, { done: isDone })
      onTheWay.delete(task)
      if (!isThere) ticking.delete(task)
    })
  }

  let adding: Promise<unknown> = Promise.resolve()
  /**
   * Writes tasks down, in the order in which they were typed.
   * @returns those that could not be written down, for them not to be lost
   */
  function add(texts: readonly string[], required: boolean): Promise<string[]> {
    typed.value = [...typed.value, ...texts]
    const added = adding.then(async () => {
      const tasks = texts.map((text) => ({ text, ...(required && { required: true }) }))
      const isThere = await change(() =>
        api('POST /api/tickets/{reference}/tasks', { path: path(), body: { tasks } }),
      )
      typed.value = typed.value.slice(texts.length)
      return isThere ? [] : [...texts]
    })
    adding = added
    return added
  }

  return {
    error,
    typed,
    tick,
    put,
    add,
    /** Whether a task is settled, or will be in a moment. */
    stands: (one: TaskOnPage) => ticking.get(one.id) ?? isSettled(one),
    drop: (task: string) =>
      change(() => api('DELETE /api/tickets/{reference}/tasks/{task}', { path: { ...path(), task } })),
    order,
    /** As they stand, or will in a moment. */
    tasks,
    addList: (checklist: string) =>
      change(() => api('POST /api/tickets/{reference}/tasks', { path: path(), body: { checklist } })),
    beginPlan: (plan: string) =>
      change(() => api('POST /api/tickets/{reference}/plans', { path: path(), body: { plan } })),
  }
}
