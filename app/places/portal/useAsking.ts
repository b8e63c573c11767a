import { isRecord, oneAt, present, textsIn } from '~~/core/lookup'
import type { Answer, Question } from '~~/core/intake/form'
import { isPicked, pickLevels } from '~~/core/intake/categoryPick'
import type { FieldsSent } from '~/composables/usePageForm'
import type { RequestSummary } from '~/composables/useRequests'
import { answersIn } from './answersIn'
import { useKeptAnswers } from './useKeptAnswers'
import { focusOnQuestion, useSentAnswers } from './useSentAnswers'

type Asked = AnswerOf<'GET /api/portals/{portal}/items/{item}'>
type First = AnswerOf<'GET /api/portals/{portal}/first'>

/** How far somebody has come with a request. */
export interface Asking {
  answers: Record<string, Answer>
  /** The step of a form that is asked step by step. */
  at: number
  problems: Record<string, string>
  error?: ApiError
  /** One key for one request, so that a second press sends nothing twice. */
  key: string
  /** What may solve it already has been looked for: that is offered once. */
  looked: boolean
  first?: First
  solved: boolean
  sent?: RequestSummary
  /** Nothing has been sent of it yet: what this browser has kept may be filled in. */
  fresh: boolean
  /** The category that was picked. */
  picked?: string
  /** For whom it is asked, where not for oneself; empty as long as that is not said. */
  colleague?: string
  /** Articles that were offered while it was written. */
  seen: number[]
  /** What was written before stands in it again. */
  asBefore?: boolean
  /** This browser keeps what is written. */
  isKept?: boolean
}

/** What of it goes along with the page where the browser sends its form by itself. */
type KeptAsking = Pick<Asking, 'answers' | 'at' | 'key' | 'looked' | 'picked' | 'colleague'>

/** The longest text in which that is kept. */
const MOST_KEPT = 400_000

function keptIn(text: FormDataEntryValue | undefined): KeptAsking | undefined {
  if (typeof text !== 'string' || text.length > MOST_KEPT) return undefined
  try {
    const kept = JSON.parse(text) as unknown
    if (!isRecord(kept)) return undefined
    const { answers, at, key, looked, picked, colleague } = kept
    return {
      ...(typeof picked === 'string' && { picked: picked.slice(0, 200) }),
      ...(typeof colleague === 'string' && { colleague: colleague.slice(0, 80) }),
      answers: answersIn(answers),
      at: Number.isInteger(at) ? Number(at) : 0,
      key: typeof key === 'string' ? key.slice(0, 100) : '',
      looked: looked === true,
    }
  } catch {
    return undefined
  }
}

/** Somebody fills in a form at a portal: its answers, its steps, what may solve it already, and that it is sent. */
export function useAsking(portal: string, asked: () => Asked | undefined) {
  const session = useSession()
  const route = useRoute()
  const { language, say, problemOn } = usePortalWords()
  const item = present(asked()).item.id
  const state = usePageState<Asking>(`asking-${portal}-${item}`, () => ({
    ...{ answers: {}, at: 0, problems: {}, looked: false, solved: false, fresh: true, seen: [] },
    key: crypto.randomUUID(),
    colleague: textsIn([route.query.for])[0],
  }))
  const form = useForm(asked, language, state.value.answers)
  if (state.value.fresh) form.fillIn()
  const zone = computed(() => session.me?.zone ?? 'Europe/London')
  const choices = useChoices()
  const busy = ref(false)

  // Steps of which nothing is asked, given the answers so far, are left out.
  const steps = computed(() =>
    (asked()?.form.steps ?? []).filter((step) =>
      step.questions.some((one) => form.shown.value.has(one.question)),
    ),
  )
  const paged = computed(() => asked()?.form.stepByStep === true && steps.value.length > 1)
  const at = computed(() => Math.max(0, Math.min(state.value.at, steps.value.length - 1)))
  const isLast = computed(() => !paged.value || at.value === steps.value.length - 1)
  const onPage = computed(() => (paged.value ? [oneAt(steps.value, at.value)] : steps.value))
  const hasField = ({ name, type }: Question) =>
    type !== 'attachment' &&
    form.shown.value.has(name) &&
    onPage.value.some((step) => step.questions.some((one) => one.question === name))

  /** What goes along with a form that has fields for what is asked now, or none at all. */
  const kept = (withFields: boolean): KeptAsking => ({
    answers: Object.fromEntries(
      Object.entries(form.answers).filter(([name]) => {
        const question = form.library.value.get(name)
        return !withFields || !question || !hasField(question)
      }),
    ),
    at: at.value,
    key: state.value.key,
    looked: state.value.looked,
    picked: state.value.picked,
    colleague: state.value.colleague,
  })

  const sent = useSentAnswers(form, choices, zone)
  const { idOf, takeFiles } = sent
  /** Looks for what was sent by its name. */
  const findSent = (fields: FieldsSent) =>
    sent.find(
      fields,
      textsIn(fields('requester'))
        .slice(0, 1)
        .map((said) => ({ type: 'person', said })),
    )
  /** Takes over what went along with a form. @returns the answers that it has no fields for */
  function takeKept(fields: FieldsSent): Record<string, Answer> {
    const before = keptIn(fields('kept')?.[0])
    if (!before) return {}
    const { answers, at, looked, key, picked, colleague } = before
    const now = { at, looked, key: key || state.value.key, fresh: false, picked, colleague }
    Object.assign(state.value, now)
    for (const name of Object.keys(form.answers)) form.put(name, undefined)
    return Object.assign(form.answers, answers)
  }
  /** Takes over what stands in the fields of the page, and what went along with them. */
  function take(fields: FieldsSent): void {
    const without = { ...takeKept(fields) }
    takePicked(fields)
    takeColleague(fields)
    sent.take(fields, without)
  }

  /** The category that was chosen list by list, as far as what was chosen lies below what was chosen before. */
  function takePicked(fields: FieldsSent): void {
    const choices = present(asked()).categories
    for (let at = 0; ; at++) {
      const [id] = textsIn(fields(`picked-${at}`))
      const options = pickLevels(choices, state.value.picked)[at]?.options ?? []
      if (!options.some((one) => one.id === id)) return
      const { picked } = state.value
      if (picked !== id && !picked?.startsWith(`${id}/`)) state.value.picked = id
    }
  }
  function takeColleague(fields: FieldsSent): void {
    const [whom] = textsIn(fields('for'))
    if (whom === 'me') state.value.colleague = undefined
    else if (whom === 'colleague') state.value.colleague ??= ''
    const [name] = textsIn(fields('requester'))
    if (whom === 'colleague' && name) state.value.colleague = idOf('person', name) ?? state.value.colleague
  }

  async function focusOn(question: string): Promise<void> {
    const step = steps.value.findIndex((one) => one.questions.some((two) => two.question === question))
    // What is no question of the form is asked before the first of them.
    if (paged.value) state.value.at = Math.max(0, step)
    if (import.meta.server) return
    await nextTick()
    if (question === 'for') document.getElementById('q-requester')?.focus()
    else focusOnQuestion(question)
  }
  async function goTo(step: number): Promise<void> {
    state.value.at = step
    if (import.meta.server) return
    await nextTick()
    document.querySelector<HTMLElement>('#ask fieldset :is(input, textarea)')?.focus()
  }

  /** What is asked before the questions and has no answer yet. */
  function unsaid() {
    const { categories } = present(asked())
    const { colleague, picked } = state.value
    return [
      ...(colleague === '' ? [{ question: 'for', message: say('check.person') }] : []),
      ...(categories.length && !isPicked(categories, picked)
        ? [{ question: 'category', message: say('check.category') }]
        : []),
    ]
  }
  /** @returns whether all is well; else what is wrong stands at its field */
  async function check(): Promise<boolean> {
    const here = new Set(onPage.value.flatMap((step) => step.questions.map((one) => one.question)))
    // A step is left only when it is in order; at the end all of them are looked through.
    const found = [...unsaid(), ...form.check().filter((one) => isLast.value || here.has(one.question))]
    state.value.problems = Object.fromEntries(found.map(({ question, message }) => [question, message]))
    state.value.error = undefined
    if (found[0]) await focusOn(found[0].question)
    return found.length === 0
  }

  /** What is written, for finding what may help. */
  const words = computed(() =>
    Object.values(form.given.value)
      .filter((one): one is string => typeof one === 'string')
      .join(' '),
  )
  const offered = (articles: number[]) => {
    state.value.seen = [...new Set([...state.value.seen, ...articles])]
  }
  /** What the form asks may depend on for whom it is. */
  async function askFor(person: string | undefined): Promise<void> {
    state.value.colleague = person
    const { for: _, ...query } = route.query
    await navigateTo({ query: { ...query, ...(person && { for: person }) } }, { replace: true })
  }

  /** Looks for what may solve it already, before the request goes to the desk. */
  async function offerFirst(): Promise<boolean> {
    state.value.looked = true
    const query = { item, words: words.value.slice(0, 400) }
    const all = await api('GET /api/portals/{portal}/first', { path: { portal }, query }).catch(
      // It only helps: without it the request is sent as ever.
      (): First => ({ articles: [], notices: [] }),
    )
    // What was offered while it was written was not what solves it.
    const found = { ...all, articles: all.articles.filter((one) => !state.value.seen.includes(one.id)) }
    if (found.articles.length + found.notices.length === 0) return false
    state.value.first = found
    return true
  }

  async function refused(thrown: unknown): Promise<void> {
    const error = asApiError(thrown)
    const fields = error.problem.fields ?? []
    state.value.error = error
    state.value.problems = Object.fromEntries(
      fields.map(({ field }) => [field, problemOn(error, field) ?? '']),
    )
    if (!fields[0]) return
    state.value.first = undefined
    await focusOn(fields[0].field)
  }

  async function send(): Promise<void> {
    if (busy.value || !(await check())) return
    if (!isLast.value) return goTo(at.value + 1)
    busy.value = true
    try {
      if (!state.value.looked && (await offerFirst())) return
      const logged = await api('POST /api/tickets', {
        body: {
          ...{ item, portal, answers: form.given.value },
          category: state.value.picked,
          requester: state.value.colleague || undefined,
        },
        headers: { 'Idempotency-Key': state.value.key },
      })
      state.value.sent = logged.request
    } catch (thrown) {
      await refused(thrown)
    } finally {
      busy.value = false
    }
  }

  /** Something that was offered solves it: nothing is sent. */
  async function solve(what: { article?: number; notice?: number }): Promise<void> {
    busy.value = true
    try {
      await api('POST /api/portals/{portal}/solved', { path: { portal }, body: { ...what, item } })
      state.value.solved = true
    } catch (thrown) {
      await refused(thrown)
    } finally {
      busy.value = false
    }
  }

  const keeping = useKeptAnswers(`yare-ask-${portal}-${item}`, state)
  /** What was written is forgotten. */
  function anew(): void {
    keeping.forget()
    for (const name of Object.keys(form.answers)) form.put(name, undefined)
    Object.assign(state.value, { at: 0, problems: {}, picked: undefined, asBefore: false, isKept: false })
    state.value.error = undefined
    form.fillIn()
    void askFor(undefined)
  }
  const sheet = usePageForm({
    id: 'ask',
    async take(fields) {
      await findSent(fields).catch(refused)
      take(fields)
      if (import.meta.server) await takeFiles(fields).catch(refused)
      return !state.value.error
    },
    act(pressed) {
      if (/^to\d+$/.test(pressed)) return goTo(Math.min(at.value, Number(pressed.slice(2))))
      return pressed === 'back' ? goTo(at.value - 1) : send()
    },
  })
  const offer = usePageForm({
    id: 'first',
    take: takeKept,
    act(pressed) {
      const [what, id] = pressed.split(':')
      if (what === 'form') return void (state.value.first = undefined)
      return id ? solve({ [what === 'notice' ? 'notice' : 'article']: Number(id) }) : send()
    },
  })

  return {
    ...{ portal, state, form, choices, zone, busy, steps, paged, at, isLast, onPage, kept, sheet, offer },
    ...{ words, offered, askFor, anew },
  }
}
