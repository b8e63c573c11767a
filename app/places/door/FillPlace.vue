<script setup lang="ts">
import type { Answer } from '~~/core/intake/form'
import { focusOnQuestion, useSentAnswers } from '../portal/useSentAnswers'

// Questions that a plan asks somebody: whoever has the link of a message answers them, or whoever has signed in and is
// asked, or works on the ticket. Opening it alone does nothing, since programs that look through mails open links too.
const props = defineProps<{
  /** The token of a link, or `REFERENCE-RUN-TASK` for whoever has signed in. */
  at: string
}>()
const session = useSession()
if (!session.asked) await session.load().catch(() => null)
const [reference, run, ...task] = props.at.split('-')
const path = { reference: Number(reference), run: Number(run), task: task.join('-') }
const token = props.at.includes('.') ? props.at : undefined
const { data: page, error: missing } = await usePageQuery({
  key: ['forms', props.at],
  query: () =>
    token === undefined
      ? api('GET /api/tickets/{reference}/plans/{run}/tasks/{task}/form', { path })
      : api('GET /api/forms/{token}', { path: { token } }),
})
const words = usePortalWords()
const { say, problem, problemOn, moment, language } = words
if (page.value) language.value = page.value.language
const zone = computed(() => page.value?.zone ?? 'Europe/London')

const state = usePageState(`fill-${props.at}`, () => ({
  answers: { ...page.value?.answers } as Record<string, Answer>,
  problems: {} as Record<string, string>,
  isSent: false,
}))
const form = useForm(() => page.value, language, state.value.answers)
form.fillIn()
const choices = useChoices()
const cache = useQueryCache()
const needsSignIn = computed(() => page.value?.needsSignIn === true && !session.me)
if (!needsSignIn.value) await choices.need(form.namedTypes.value).catch(() => undefined)
const sent = useSentAnswers(form, choices, zone)
const { busy, error, run: act } = usePageDeed(`fill-${props.at}-refused`)

const post = () => {
  const body = { answers: form.given.value }
  return token === undefined
    ? api('POST /api/tickets/{reference}/plans/{run}/tasks/{task}/form', { path, body })
    : api('POST /api/forms/{token}', { path: { token }, body })
}
async function send() {
  const found = form.check()
  state.value.problems = Object.fromEntries(found.map(({ question, message }) => [question, message]))
  error.value = undefined
  if (!found.length && (await act(async () => (await post(), true)))) {
    state.value.isSent = true
    // Nothing waits for them here any more, wherever they go on.
    if (import.meta.client) await cache.invalidateQueries({ key: ['plans'] }).catch(() => undefined)
  }
  const refused = error.value as ApiError | undefined
  for (const { field } of refused?.problem.fields ?? [])
    state.value.problems[field] = problemOn(refused, field) ?? ''
  const [first] = Object.keys(state.value.problems)
  if (!first || import.meta.server) return
  await nextTick()
  focusOnQuestion(first)
}
const sheet = usePageForm({
  id: 'fill',
  async take(fields) {
    await sent.find(fields)
    sent.take(fields)
    if (import.meta.server) await sent.takeFiles(fields)
  },
  act: send,
})
const title = computed(() => page.value?.text ?? say('fill.title'))
/** Somebody of the desk answers what another was asked. */
const inPlaceOf = computed(() =>
  token === undefined && page.value?.whose && page.value.person !== session.me?.id ? page.value.whose : '',
)
/** Where whoever has signed in goes on. */
const home = computed(() => {
  const { me } = session
  if (me?.staff) return { to: `/desk/${page.value?.reference}`, says: say('fill.toTicket') }
  return me?.portal ? { to: `/portal/${me.portal}/requests`, says: say('portal.mine') } : undefined
})
const signIn = computed(() => {
  const back = encodeURIComponent(`/fill/${props.at}`)
  const portal = page.value?.portal
  return portal ? `/portal/${portal}/sign-in?back=${back}` : `/sign-in?back=${back}`
})
</script>

<template>
  <LinkSheet :title="title" :language="language" :error="missing && !page ? problem(missing) : undefined">
    <template v-if="state.isSent">
      <p class="notice good" role="status">{{ say('fill.thanks') }}</p>
      <p v-if="home">
        <NuxtLink :to="home.to">{{ home.says }}</NuxtLink>
      </p>
    </template>
    <template v-else-if="page">
      <p>
        {{ say('fill.asks', { name: page.requester, item: page.item }) }}
        <template v-if="page.description">{{ page.description }}</template>
      </p>
      <AnswerList v-if="page.said.length" :answers="page.said" />
      <p v-else>{{ say('fill.about', { summary: page.summary }) }}</p>
      <p class="quiet">
        {{ inPlaceOf ? say('fill.inPlace', { name: inPlaceOf }) : say('fill.once') }}
        <template v-if="page.due">{{
          say('fill.by', { when: moment(page.due, zone, page.openedAt) })
        }}</template>
      </p>
      <p v-if="needsSignIn" class="notice">
        {{ say('fill.signIn') }}{{ ' ' }}<NuxtLink :to="signIn">{{ say('fill.toSignIn') }}</NuxtLink>
      </p>
      <form v-else v-bind="sheet.attrs" @submit.prevent="sheet.submit">
        <FormFields
          :steps="page.form.steps"
          :library="form.library.value"
          :answers="form.answers"
          :shown="form.shown.value"
          :asker="page.asker"
          :problems="state.problems"
          :zone="zone"
          :choices="choices"
          @answer="form.put"
        />
        <KitError :error="error && problem(error)" />
        <KitButton kind="main" class="send" :busy="busy" v-bind="sheet.button('send')">{{
          say('fill.send')
        }}</KitButton>
      </form>
    </template>
  </LinkSheet>
</template>

<style scoped>
.send {
  font-size: 1rem;
  padding: 0.5rem 1.2rem;
  margin-top: 12px;
}
</style>
