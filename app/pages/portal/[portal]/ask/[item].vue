<script setup lang="ts">
import type { Answer } from '~~/core/intake/form'
import type { RequestSummary } from '~/composables/useRequests'
import { oneAt, present } from '~~/core/lookup'

definePageMeta({ layout: 'portal', middleware: 'requester' })

const route = useRoute()
const session = useSession()
const { say, moment, problem, problemOn, language } = usePortalWords()
const portal = String(route.params.portal)
const { data, error: missing } = await useAsyncData(`ask-${portal}-${String(route.params.item)}`, () =>
  api('GET /api/portals/{portal}/items/{item}', { path: { portal, item: String(route.params.item) } }),
)
useHead({ title: () => data.value?.item.name ?? say('ask.page') })

const { answers, library, given, shown, namedTypes, put, fillIn, check } = useForm(
  () => data.value ?? undefined,
  language,
)

// Steps of which nothing is asked, given the answers so far, are left out.
const steps = computed(() =>
  (data.value?.form.steps ?? []).filter((step) =>
    step.questions.some((one) => shown.value.has(one.question)),
  ),
)
const paged = computed(() => data.value?.form.stepByStep === true && steps.value.length > 1)
const stepAt = ref(0)
watch(steps, (list) => (stepAt.value = Math.min(stepAt.value, Math.max(0, list.length - 1))))
async function goTo(index: number) {
  stepAt.value = index
  await nextTick()
  document.querySelector<HTMLElement>('form fieldset input, form fieldset select, form textarea')?.focus()
}

const choices = useChoices()
if (data.value && session.me) await choices.need(namedTypes.value).catch(() => undefined)
const problems = ref<Record<string, string>>({})
const error = ref<ApiError>()
const busy = ref(false)
const sent = ref<RequestSummary>()
const confirmation = ref<HTMLElement>()

// What was typed survives a closed tab; one key for one request, so that a second press sends nothing twice.
const store = `yare-ask-${portal}-${String(route.params.item)}`
const requestKey = ref('')
onMounted(() => {
  try {
    const kept = JSON.parse(localStorage.getItem(store) ?? '{}') as {
      answers?: Record<string, Answer>
      key?: string
      by?: string
    }
    if (kept.by === session.me?.id) {
      Object.assign(answers, kept.answers)
      requestKey.value = kept.key ?? ''
    }
  } catch {
    localStorage.removeItem(store)
  }
  if (!localStorage.getItem(store)) fillIn()
  requestKey.value ||= crypto.randomUUID()
})
watch(answers, () => {
  // Other answers are another request.
  requestKey.value = crypto.randomUUID()
  localStorage.setItem(store, JSON.stringify({ answers, key: requestKey.value, by: session.me?.id }))
})

// What may solve it already is offered once, before the request goes to the desk.
type First = AnswerOf<'GET /api/portals/{portal}/first'>
const first = ref<First>()
const looked = ref(false)
const solved = ref(false)
const offer = ref<HTMLElement>()
async function offerFirst(): Promise<boolean> {
  looked.value = true
  const texts = Object.values(given.value).filter((one): one is string => typeof one === 'string')
  const query = { item: present(data.value).item.id, words: texts.join(' ').slice(0, 400) }
  // It only helps: without it the request is sent as ever.
  const found = await api('GET /api/portals/{portal}/first', { path: { portal }, query }).catch(
    () => undefined,
  )
  if (!found || found.articles.length + found.notices.length === 0) return false
  first.value = found
  await nextTick()
  offer.value?.focus()
  return true
}
async function thisSolvedIt(what: { article?: number; notice?: number }) {
  const body = { ...what, item: present(data.value).item.id }
  await api('POST /api/portals/{portal}/solved', { path: { portal }, body }).catch(() => undefined)
  localStorage.removeItem(store)
  solved.value = true
}

async function send() {
  if (!data.value || busy.value) return
  const here = new Set(
    paged.value ? oneAt(steps.value, stepAt.value).questions.map((one) => one.question) : [],
  )
  const isLast = !paged.value || stepAt.value === steps.value.length - 1
  // A step is left only when it is in order; at the end all of them are looked through.
  const found = check().filter((one) => isLast || here.has(one.question))
  problems.value = Object.fromEntries(found.map(({ question, message }) => [question, message]))
  error.value = undefined
  if (found.length) return focusOn(oneAt(found, 0).question)
  if (!isLast) return goTo(stepAt.value + 1)
  busy.value = true
  if (!looked.value && (await offerFirst())) return void (busy.value = false)
  try {
    const logged = await api('POST /api/tickets', {
      body: { item: data.value.item.id, portal, answers: given.value },
      headers: { 'Idempotency-Key': requestKey.value },
    })
    sent.value = logged.request
    localStorage.removeItem(store)
    await nextTick()
    confirmation.value?.focus()
  } catch (thrown) {
    error.value = asApiError(thrown)
    const fields = error.value.problem.fields ?? []
    problems.value = Object.fromEntries(
      fields.map(({ field }) => [field, problemOn(error.value, field) ?? '']),
    )
    if (fields.length) first.value = undefined
    if (fields[0]) await focusOn(fields[0].field)
  } finally {
    busy.value = false
  }
}

async function focusOn(question: string) {
  const at = steps.value.findIndex((step) => step.questions.some((one) => one.question === question))
  if (paged.value && at >= 0) stepAt.value = at
  await nextTick()
  document.getElementById(`q-${question}`)?.focus()
}

const zone = computed(() => session.me?.zone ?? 'Europe/London')
const by = (at: number | null) =>
  at ? moment(at, zone.value, present(sent.value).loggedAt) : say('message.noTime')
</script>

<template>
  <div class="sheet">
    <div v-if="missing" class="notice bad" role="alert">
      {{ problem(missing) }}
      <NuxtLink :to="`/portal/${portal}`">{{ say('ask.index') }}</NuxtLink>
    </div>
    <section v-else-if="sent" ref="confirmation" tabindex="-1" aria-labelledby="done">
      <h1 id="done">{{ say('sent.title') }}</h1>
      <p class="reference">
        {{ say('sent.reference') }} <b class="num">{{ sent.reference }}</b>
      </p>
      <p v-if="sent.held" class="notice good">
        {{ say('sent.held') }}
      </p>
      <table v-else class="ledger-table promise">
        <tbody>
          <tr>
            <td>{{ say('sent.answerBy') }}</td>
            <td class="n">
              <b>{{ by(sent.respond.due) }}</b>
            </td>
          </tr>
          <tr>
            <td>{{ say('sent.solvedBy') }}</td>
            <td class="n">
              <b>{{ by(sent.resolve.due) }}</b>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="quiet">
        <template v-if="!sent.held">{{ say('sent.zone', { zone }) }} </template>{{ say('sent.mail') }}
      </p>
      <p>
        <NuxtLink :to="`/portal/${portal}/requests/${sent.reference}`">{{ say('sent.see') }}</NuxtLink> ·
        <NuxtLink :to="`/portal/${portal}`">{{ say('sent.more') }}</NuxtLink>
      </p>
    </section>
    <section v-else-if="solved" aria-live="polite">
      <h1>{{ say('ask.goodToKnow') }}</h1>
      <p>{{ say('ask.nothingSent') }}</p>
      <p>
        <NuxtLink :to="`/portal/${portal}`">{{ say('ask.all') }}</NuxtLink>
      </p>
    </section>
    <section v-else-if="first" ref="offer" tabindex="-1" class="first" aria-labelledby="first">
      <h1 id="first">{{ say('ask.first') }}</h1>
      <p>{{ say('ask.oneOfThese') }}</p>
      <div v-for="notice in first.notices" :key="`n${notice.id}`" class="offer">
        <b>{{ say('notice.known', { title: notice.title }) }}</b>
        <p v-if="notice.body">{{ notice.body }}</p>
        <button class="act" type="button" @click="thisSolvedIt({ notice: notice.id })">
          {{ say('ask.thatIsIt') }}
        </button>
      </div>
      <div v-for="article in first.articles" :key="`a${article.id}`" class="offer">
        <details>
          <summary>{{ article.title }}</summary>
          <LazyRichText :text="article.body" />
        </details>
        <button class="act" type="button" @click="thisSolvedIt({ article: article.id })">
          {{ say('article.solved') }}
        </button>
      </div>
      <p>
        <button class="act main" type="button" :disabled="busy" @click="send">
          {{ say(busy ? 'ask.sending' : 'ask.anyway') }}
        </button>
        &nbsp;<button class="act plain" type="button" @click="first = undefined">
          {{ say('ask.toForm') }}
        </button>
      </p>
      <p v-if="error" class="notice bad" role="alert">{{ problem(error) }}</p>
    </section>
    <form v-else-if="data" novalidate @submit.prevent="send">
      <p>
        <NuxtLink :to="`/portal/${portal}`">← {{ say('ask.all') }}</NuxtLink>
      </p>
      <h1>{{ data.item.name }}</h1>
      <p class="quiet">{{ data.item.description }}</p>
      <p v-if="data.item.expected">{{ say('ask.takes', { time: data.item.expected }) }}</p>
      <p v-if="paged" class="quiet" aria-live="polite">
        {{ say('ask.step', { step: stepAt + 1, steps: steps.length }) }}
      </p>
      <FormFields
        :steps="paged ? [steps[stepAt]!] : steps"
        :library="library"
        :answers="answers"
        :shown="shown"
        :asker="data.asker"
        :problems="problems"
        :zone="zone"
        :choices="choices.lists"
        @answer="put"
      />
      <p v-if="error" class="notice bad" role="alert">{{ problem(error) }}</p>
      <button v-if="paged && stepAt > 0" class="act plain send" type="button" @click="goTo(stepAt - 1)">
        {{ say('ask.back') }}
      </button>
      <button v-if="paged && stepAt < steps.length - 1" class="act main send" type="submit">
        {{ say('ask.next') }}
      </button>
      <button v-else class="act main send" type="submit" :disabled="busy">
        {{ say(busy ? 'ask.sending' : 'ask.send') }}
      </button>
    </form>
  </div>
</template>

<style scoped>
.first:focus {
  outline: none;
}
.offer {
  border: 1px solid var(--rule);
  padding: 10px 14px;
  margin: 8px 0;
}
.offer p {
  margin: 4px 0 8px;
}
.offer details {
  margin-bottom: 8px;
}
.offer summary {
  font-weight: 600;
  cursor: pointer;
  min-height: 26px;
}
.sheet {
  max-width: 620px;
}
h1 {
  font-size: 1.9rem;
}
.send {
  font-size: 1rem;
  padding: 0.5rem 1.2rem;
}
.reference {
  font-size: 1.2rem;
}
.promise {
  max-width: 420px;
  font-size: 1rem;
}
section:focus {
  outline: none;
}
</style>
