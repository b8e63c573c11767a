<script setup lang="ts">
import type { Answer, CatalogItem } from '~~/core/intake/form'
import type { AskedForm } from '~/composables/useForm'
import { momentInWords } from '~~/core/time/words'
import type { RequestSummary } from '~/composables/useRequests'

definePageMeta({ layout: 'portal', middleware: 'requester' })

const route = useRoute()
const session = useSession()
const portal = String(route.params.portal)
const { data, error: missing } = await useAsyncData(`ask-${portal}-${String(route.params.item)}`, () =>
  api<AskedForm & { item: CatalogItem }>(`/api/portals/${portal}/items/${String(route.params.item)}`),
)
useHead({ title: () => data.value?.item.name ?? 'Request' })

const { answers, library, given, shown, namedTypes, put, fillIn, check } = useForm(
  () => data.value ?? undefined,
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
const awake = useAwake()
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

async function send() {
  if (!data.value || busy.value) return
  const here = new Set(paged.value ? steps.value[stepAt.value]!.questions.map((one) => one.question) : [])
  const isLast = !paged.value || stepAt.value === steps.value.length - 1
  // A step is left only when it is in order; at the end all of them are looked through.
  const found = check().filter((one) => isLast || here.has(one.question))
  problems.value = Object.fromEntries(found.map(({ question, message }) => [question, message]))
  error.value = undefined
  if (found.length) return focusOn(found[0]!.question)
  if (!isLast) return goTo(stepAt.value + 1)
  busy.value = true
  try {
    sent.value = await api<RequestSummary>('/api/tickets', {
      method: 'POST',
      body: { item: data.value.item.id, portal, answers: given.value },
      headers: { 'Idempotency-Key': requestKey.value },
    })
    localStorage.removeItem(store)
    await nextTick()
    confirmation.value?.focus()
  } catch (thrown) {
    error.value = asApiError(thrown)
    const fields = error.value.problem.fields ?? []
    problems.value = Object.fromEntries(fields.map(({ field, message }) => [field, message]))
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
  at ? momentInWords(at, zone.value, sent.value!.loggedAt) : 'no time promised'
</script>

<template>
  <div class="sheet">
    <div v-if="missing" class="notice bad" role="alert">
      {{ asApiError(missing).problem.detail }} <NuxtLink :to="`/portal/${portal}`">To the index</NuxtLink>
    </div>
    <section v-else-if="sent" ref="confirmation" tabindex="-1" aria-labelledby="done">
      <h1 id="done">We have it</h1>
      <p class="reference">
        Your reference is <b class="num">{{ sent.reference }}</b>
      </p>
      <p v-if="sent.held" class="notice good">
        Somebody looks at it first; as soon as it is accepted, you are told when it will be done.
      </p>
      <table v-else class="ledger-table promise">
        <tbody>
          <tr>
            <td>We answer by</td>
            <td class="n">
              <b>{{ by(sent.respond.due) }}</b>
            </td>
          </tr>
          <tr>
            <td>It is solved by</td>
            <td class="n">
              <b>{{ by(sent.resolve.due) }}</b>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="quiet">
        <template v-if="!sent.held">Times as in {{ zone }}. </template>A confirmation is on its way to you by
        mail.
      </p>
      <p>
        <NuxtLink :to="`/portal/${portal}/requests/${sent.reference}`">See the request</NuxtLink> ·
        <NuxtLink :to="`/portal/${portal}`">Ask for something else</NuxtLink>
      </p>
    </section>
    <form v-else-if="data" novalidate @submit.prevent="send">
      <p><NuxtLink :to="`/portal/${portal}`">← All that can be asked for</NuxtLink></p>
      <h1>{{ data.item.name }}</h1>
      <p class="quiet">{{ data.item.description }}</p>
      <p v-if="data.item.expected">How long it takes: {{ data.item.expected }}</p>
      <p v-if="paged" class="quiet" aria-live="polite">Step {{ stepAt + 1 }} of {{ steps.length }}</p>
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
      <p v-if="error" class="notice bad" role="alert">{{ error.problem.detail }}</p>
      <button v-if="paged && stepAt > 0" class="act plain send" type="button" @click="goTo(stepAt - 1)">
        Back
      </button>
      <button
        v-if="paged && stepAt < steps.length - 1"
        class="act main send"
        type="submit"
        :disabled="!awake"
      >
        Next
      </button>
      <button v-else class="act main send" type="submit" :disabled="busy || !awake">
        {{ busy ? 'Sending …' : 'Send the request' }}
      </button>
    </form>
  </div>
</template>

<style scoped>
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
