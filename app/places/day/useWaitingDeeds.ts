import { get, update } from 'idb-keyval'
import { toast } from '~/kit/toast'
import type { Deed, WaitingFile } from './deeds'

/** So often what waits is tried again while the page is open, in milliseconds. */
const AGAIN = 20_000
/** So long something can be taken back before it is sent, in milliseconds. */
const PAUSE = 5_000

/** Answers after which the same may go through later: no connection, signed out, a desk that is busy or restarts. */
const isPassing = (status: number) => status === 0 || status === 401 || status === 429 || status >= 500

const withoutIds = (deed: Deed): Deed =>
  deed.report
    ? { ...deed, report: { ...deed.report, files: deed.report.files.map(({ id: _, ...file }) => file) } }
    : deed

/**
 * What somebody did on the way, kept on the device until the desk has it: in its order, each once. What the desk does
 * not take stays with the reason.
 * @param onSent called when the desk has taken something
 */
export function useWaitingDeeds(person: () => string, onSent: () => unknown) {
  const deeds = shallowRef<Deed[]>([])
  const key = () => `deeds ${person()}`

  const read = async () => (deeds.value = (await get<Deed[]>(key())) ?? [])
  async function change(how: (now: Deed[]) => Deed[]): Promise<void> {
    await update<Deed[]>(key(), (now = []) => how(now))
    await read()
  }
  const amend = (deed: string, how: (now: Deed) => Deed) =>
    change((now) => now.map((one) => (one.key === deed ? how(one) : one)))
  const drop = (deed: Deed) => change((now) => now.filter((one) => one.key !== deed.key))

  /** Until when nothing is sent, so that what was pressed by mistake never leaves the device. */
  let restsUntil = 0
  let later: ReturnType<typeof setTimeout> | undefined
  /** Keeps it, and sends it a little later. @throws where the device keeps nothing */
  async function add(deed: Omit<Deed, 'key'>, said: string): Promise<void> {
    const kept = { ...deed, key: crypto.randomUUID() }
    restsUntil = Date.now() + PAUSE
    await change((now) => [...now, kept])
    clearTimeout(later)
    later = setTimeout(() => void send(), PAUSE)
    toast(said, { undo: () => takeBack(kept) })
  }
  /** What is just being sent is waited for, so that nothing is taken back here that the desk gets all the same. */
  const takeBack = (deed: Deed) =>
    inTurn(async () => {
      await read()
      if (!deeds.value.some((one) => one.key === deed.key))
        return toast('The desk has it already; write a note on the ticket.', { bad: true })
      await drop(deed)
    })

  let before: Promise<unknown> = Promise.resolve()
  /** One after the other, in whatever window; a browser without locks knows of this one only. */
  async function inTurn(how: () => Promise<void>): Promise<void> {
    if (navigator.locks) return void (await navigator.locks.request(key(), how))
    const turn = before.then(how)
    before = turn.catch(() => undefined)
    await turn
  }

  const sending = ref(false)
  /** Sends what waits, one after the other, in one window at a time. */
  async function send(isAsked = false): Promise<void> {
    if (sending.value || !person() || (!isAsked && Date.now() < restsUntil)) return
    sending.value = true
    try {
      await inTurn(sendAll)
    } finally {
      sending.value = false
    }
  }
  async function sendAll(): Promise<void> {
    let sent = 0
    for (const deed of await read()) {
      if (deed.refused !== undefined) continue
      const problem = await sendOne(deed)
      if (!problem) sent++
      else if (isPassing(problem.status)) break
      // What it was sent with has been forgotten there meanwhile: it goes anew, next time.
      else if (problem.code === 'fileGone') await amend(deed.key, withoutIds)
      else await amend(deed.key, (now) => ({ ...now, refused: problem.detail }))
    }
    if (sent) await onSent()
  }
  async function sendOne(deed: Deed): Promise<Problem | undefined> {
    try {
      const { what: _, refused: __, report, ...told } = deed
      const files = report ? await sendFiles(deed, report.files) : []
      const ids = (as: WaitingFile['as']) => files.flatMap((one) => (one.as === as && one.id ? [one.id] : []))
      const [signature] = ids('signature')
      await api('POST /api/my/day', {
        body: {
          ...told,
          ...(report && {
            report: {
              ...{ words: report.words, parts: report.parts, pictures: ids('picture') },
              ...(report.signedBy && { signedBy: report.signedBy }),
              ...(signature && { signature }),
            },
          }),
        },
      })
      await drop(deed)
      return undefined
    } catch (error) {
      return asApiError(error).problem
    }
  }
  /** Files go first; each is sent once, though the connection may break in between. */
  async function sendFiles(deed: Deed, files: WaitingFile[]): Promise<WaitingFile[]> {
    const sent = [...files]
    for (const [at, file] of files.entries()) {
      if (file.id) continue
      const { id } = await api('POST /api/attachments', {
        query: { name: file.name, type: file.type },
        headers: { 'content-type': 'application/octet-stream' },
        body: file.content,
      })
      sent[at] = { ...file, id }
      await amend(deed.key, (now) =>
        now.report ? { ...now, report: { ...now.report, files: [...sent] } } : now,
      )
    }
    return sent
  }

  /** What was refused goes to the ticket as a note, in words. */
  async function asNote(deed: Deed, text: string): Promise<void> {
    const files = await sendFiles(deed, deed.report?.files ?? [])
    await api('POST /api/tickets/{reference}/note', {
      path: { reference: deed.reference },
      body: { text, files: files.flatMap((one) => one.id ?? []) },
    })
    await drop(deed)
  }

  const isBack = () => document.visibilityState === 'visible' && void send()
  let timer: ReturnType<typeof setInterval> | undefined
  watch(
    person,
    async () => {
      await read().catch(() => undefined)
      await send()
    },
    { immediate: true },
  )
  onMounted(() => {
    timer = setInterval(() => deeds.value.some((one) => !one.refused) && void send(), AGAIN)
    addEventListener('online', isBack)
    document.addEventListener('visibilitychange', isBack)
  })
  onBeforeUnmount(() => {
    clearInterval(timer)
    removeEventListener('online', isBack)
    document.removeEventListener('visibilitychange', isBack)
  })

  return { deeds, sending, add, send, drop, asNote }
}
