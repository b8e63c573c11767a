<script setup lang="ts">
import { checkAnswers, shownQuestions } from '~~/core/intake/answers'
import { maxLengthOf, type Answer, type CatalogItem, type Form, type Question } from '~~/core/intake/form'
import { momentInWords } from '~~/core/time/words'
import type { RequestSummary } from '~/composables/useRequests'

definePageMeta({ layout: 'portal', middleware: 'requester' })

const route = useRoute()
const session = useSession()
const portal = String(route.params.portal)
const { data, error: missing } = await useAsyncData(`ask-${portal}-${String(route.params.item)}`, () =>
  api<{ item: CatalogItem; form: Form; questions: Question[] }>(
    `/api/portals/${portal}/items/${String(route.params.item)}`,
  ),
)
useHead({ title: () => data.value?.item.name ?? 'Request' })

const library = computed(
  () => new Map((data.value?.questions ?? []).map((question) => [question.name, question])),
)
const answers = reactive<Record<string, Answer>>({})
const given = computed(() => {
  const clean = Object.fromEntries(
    Object.entries(answers).filter(
      ([, value]) =>
        value !== undefined &&
        value !== null &&
        value !== '' &&
        !(Array.isArray(value) && value.length === 0),
    ),
  )
  const shown = new Set(data.value ? shownQuestions(data.value.form, clean).map((one) => one.question) : [])
  return Object.fromEntries(Object.entries(clean).filter(([name]) => shown.has(name)))
})
const shown = computed(
  () => new Set(data.value ? shownQuestions(data.value.form, given.value).map((one) => one.question) : []),
)
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
  requestKey.value ||= crypto.randomUUID()
})
watch(answers, () => {
  // Other answers are another request.
  requestKey.value = crypto.randomUUID()
  localStorage.setItem(store, JSON.stringify({ answers, key: requestKey.value, by: session.me?.id }))
})

async function send() {
  if (!data.value || busy.value) return
  const found = checkAnswers(data.value.form, library.value, given.value)
  problems.value = Object.fromEntries(found.map(({ question, message }) => [question, message]))
  error.value = undefined
  if (found.length) return focusOn(found[0]!.question)
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
    problems.value = Object.fromEntries(
      (error.value.problem.fields ?? []).map(({ field, message }) => [field, message]),
    )
  } finally {
    busy.value = false
  }
}

async function focusOn(question: string) {
  await nextTick()
  document.getElementById(`q-${question}`)?.focus()
}

const zone = computed(() => session.me?.zone ?? 'Europe/London')
const by = (at: number | null) =>
  at ? momentInWords(at, zone.value, sent.value!.loggedAt) : 'no time promised'

function toggle(name: string, value: string, on: boolean) {
  const list = (answers[name] as string[] | undefined) ?? []
  answers[name] = on ? [...list, value] : list.filter((one) => one !== value)
}
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
      <table class="ledger-table promise">
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
      <p class="quiet">Times as in {{ zone }}. A confirmation is on its way to you by mail.</p>
      <p>
        <NuxtLink :to="`/portal/${portal}/requests/${sent.reference}`">See the request</NuxtLink> ·
        <NuxtLink :to="`/portal/${portal}`">Ask for something else</NuxtLink>
      </p>
    </section>
    <form v-else-if="data" novalidate @submit.prevent="send">
      <p><NuxtLink :to="`/portal/${portal}`">← All that can be asked for</NuxtLink></p>
      <h1>{{ data.item.name }}</h1>
      <p class="quiet">{{ data.item.description }}</p>
      <fieldset v-for="step in data.form.steps" :key="step.title" class="step">
        <legend>{{ step.title }}</legend>
        <template v-for="one in step.questions" :key="one.question">
          <div v-if="shown.has(one.question)" class="field">
            <template v-for="question in [library.get(one.question)!]" :key="question.name">
              <p v-if="question.type === 'explanation'">{{ question.label }}</p>
              <fieldset
                v-else-if="
                  question.type === 'yesNo' || question.type === 'choice' || question.type === 'manyChoices'
                "
                :aria-describedby="`q-${question.name}-error`"
              >
                <legend>
                  {{ question.label }}<span v-if="!one.required" class="quiet optional"> if you know</span>
                </legend>
                <p v-if="question.help" class="help">{{ question.help }}</p>
                <template v-if="question.type === 'manyChoices'">
                  <label v-for="(option, i) in question.options" :key="option.value" class="choice">
                    <input
                      :id="i === 0 ? `q-${question.name}` : undefined"
                      type="checkbox"
                      :checked="((answers[question.name] as string[]) ?? []).includes(option.value)"
                      @change="
                        toggle(question.name, option.value, ($event.target as HTMLInputElement).checked)
                      "
                    />
                    {{ option.label }}
                  </label>
                </template>
                <template v-else>
                  <label
                    v-for="(option, i) in question.options ?? YES_NO"
                    :key="String(option.value)"
                    class="choice"
                  >
                    <input
                      :id="i === 0 ? `q-${question.name}` : undefined"
                      v-model="answers[question.name]"
                      type="radio"
                      :name="question.name"
                      :value="option.value"
                    />
                    {{ option.label }}
                  </label>
                </template>
              </fieldset>
              <template v-else>
                <label :for="`q-${question.name}`"
                  >{{ question.label
                  }}<span v-if="!one.required" class="quiet optional"> if you know</span></label
                >
                <p v-if="question.help" class="help">{{ question.help }}</p>
                <span v-if="question.type === 'number'" class="with-unit">
                  <input
                    :id="`q-${question.name}`"
                    v-model.number="answers[question.name]"
                    class="p-inputtext"
                    type="number"
                    :min="question.min"
                    :max="question.max"
                    :aria-describedby="`q-${question.name}-error`"
                  />
                  {{ question.unit }}
                </span>
                <input
                  v-else-if="question.type === 'date'"
                  :id="`q-${question.name}`"
                  v-model="answers[question.name]"
                  class="p-inputtext"
                  type="date"
                  :aria-describedby="`q-${question.name}-error`"
                />
                <textarea
                  v-else-if="question.type === 'longText'"
                  :id="`q-${question.name}`"
                  v-model="answers[question.name] as string"
                  class="p-textarea p-inputtext"
                  rows="5"
                  :aria-describedby="`q-${question.name}-error`"
                />
                <input
                  v-else
                  :id="`q-${question.name}`"
                  v-model="answers[question.name]"
                  class="p-inputtext"
                  type="text"
                  :maxlength="maxLengthOf(question)"
                  :aria-describedby="`q-${question.name}-error`"
                />
              </template>
              <p :id="`q-${question.name}-error`" class="error-text" aria-live="polite">
                {{ problems[question.name] }}
              </p>
            </template>
          </div>
        </template>
      </fieldset>
      <p v-if="error" class="notice bad" role="alert">{{ error.problem.detail }}</p>
      <button class="act main send" type="submit" :disabled="busy || !awake">
        {{ busy ? 'Sending …' : 'Send the request' }}
      </button>
    </form>
  </div>
</template>

<script lang="ts">
const YES_NO = [
  { value: true, label: 'Yes' },
  { value: false, label: 'No' },
]
</script>

<style scoped>
.sheet {
  max-width: 620px;
}
h1 {
  font-size: 1.9rem;
}
.step {
  border: 0;
  padding: 0;
  margin: 18px 0 0;
}
.step > legend {
  font: 600 1.1rem var(--serif);
  border-bottom: 3px double var(--rule-2);
  width: 100%;
  padding: 0 0 4px;
  margin-bottom: 12px;
}
.optional {
  font-weight: 400;
}
.p-inputtext {
  font: inherit;
  color: var(--ink);
  background: var(--field);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 0.45rem 0.6rem;
  width: 100%;
}
.with-unit {
  display: flex;
  gap: 8px;
  align-items: center;
}
.with-unit input {
  width: 110px;
}
input[type='date'] {
  width: 170px;
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
