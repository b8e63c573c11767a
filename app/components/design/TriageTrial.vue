<script setup lang="ts">
import type { Design } from '~~/core/design'
import type { Answer } from '~~/core/intake/form'
import type { DirectoryPage } from '~/composables/useNames'

type TrialPage = AnswerOf<'POST /api/triage/trial'>

// A trial of triage: some facts or a past ticket, and what each step would make of them; asked anew as the draft changes.
const props = defineProps<{ design: Design; directory: DirectoryPage; version: number; part?: string }>()
const emit = defineEmits<{ tried: [rows: { decided?: string; nearly?: string }] }>()

const session = useSession()
const asked = reactive({
  ...{ reference: '', item: '', portal: '' },
  requester: (session.me?.id ?? null) as string | null,
})
const answers = ref<Record<string, Answer | null>>({})
const by = ref<'ticket' | 'facts'>('ticket')
const deed = useDeed()
const page = ref<TrialPage>()

const item = computed(() => props.design.items.find((one) => one.id === asked.item))
const questions = computed(() => {
  const form = props.design.forms.find((one) => one.id === item.value?.form)
  const names = form?.steps.flatMap((step) => step.questions.map((one) => one.question)) ?? []
  return names.flatMap((name) => {
    const question = props.design.questions.find((one) => one.name === name)
    return question && ['number', 'yesNo', 'choice', 'text', 'date'].includes(question.type) ? [question] : []
  })
})
const findPerson = (search: string) =>
  api('GET /api/choices/{type}', { path: { type: 'person' }, query: { search } })
const isReady = computed(() =>
  by.value === 'ticket' ? /^\d+$/.test(asked.reference.trim()) : Boolean(asked.item && asked.requester),
)
async function tryIt() {
  if (!isReady.value) return
  const said = Object.fromEntries(
    Object.entries(answers.value).flatMap(([name, value]) =>
      value === '' || value === null ? [] : [[name, value]],
    ),
  )
  const body =
    by.value === 'ticket'
      ? { reference: Number(asked.reference) }
      : {
          item: asked.item,
          requester: asked.requester ?? undefined,
          answers: said,
          ...(asked.portal && { portal: asked.portal }),
        }
  page.value = await deed.run(() => api('POST /api/triage/trial', { body }))
  emit('tried', (props.part && page.value?.rows[props.part as 'routing']) || {})
}
// The draft changed, here or by somebody else: what was tried is tried again.
watch(
  () => props.version,
  () => page.value && void tryIt(),
)
</script>

<template>
  <section class="trial" aria-labelledby="triage-trial">
    <h2 id="triage-trial">A trial</h2>
    <form class="ask" @submit.prevent="tryIt">
      <label><input v-model="by" type="radio" value="ticket" /> of a ticket</label>
      <label><input v-model="by" type="radio" value="facts" /> of what somebody may ask for</label>
      <template v-if="by === 'ticket'">
        <label for="triage-ticket">Number</label>
        <input id="triage-ticket" v-model="asked.reference" inputmode="numeric" size="7" />
      </template>
      <template v-else>
        <label for="triage-item">Item</label>
        <select id="triage-item" v-model="asked.item">
          <option value="" disabled>choose …</option>
          <option v-for="one in design.items" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select>
        <KitFinder
          v-model="asked.requester"
          label="asked for by"
          :said="session.me?.name"
          lists
          :find="findPerson"
        />
        <label for="triage-portal">through</label>
        <select id="triage-portal" v-model="asked.portal">
          <option value="">the desk</option>
          <option v-for="one in design.portals" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select>
        <template v-for="one in questions" :key="one.name">
          <label :for="`triage-${one.name}`">{{ one.label }}</label>
          <select v-if="one.type === 'yesNo'" :id="`triage-${one.name}`" v-model="answers[one.name]">
            <option :value="undefined">not answered</option>
            <option :value="true">yes</option>
            <option :value="false">no</option>
          </select>
          <select v-else-if="one.options" :id="`triage-${one.name}`" v-model="answers[one.name]">
            <option :value="undefined">not answered</option>
            <option v-for="option in one.options" :key="option.value" :value="option.value">
              {{ option.label }}
            </option>
          </select>
          <input
            v-else
            :id="`triage-${one.name}`"
            v-model="answers[one.name]"
            :type="one.type === 'number' ? 'number' : one.type === 'date' ? 'date' : 'text'"
          />
        </template>
      </template>
      <button class="act" type="submit" :disabled="!isReady || deed.busy.value">Try</button>
    </form>
    <p v-if="deed.error.value" class="error-text" role="alert">
      {{ deed.error.value.problem.detail }}
      {{ deed.error.value.problem.fields?.map((one) => one.message).join('; ') }}
    </p>
    <template v-if="page">
      <p v-if="page.ticket">
        <NuxtLink :to="`/desk/${page.ticket.reference}`" class="num">{{ page.ticket.reference }}</NuxtLink>
        {{ page.ticket.summary }}
        <span class="quiet">· decided by edition {{ page.ticket.edition }}</span>
      </p>
      <table class="ledger-table">
        <thead>
          <tr>
            <th>Step</th>
            <th>Would be</th>
            <th>Because</th>
            <th v-if="page.ticket">Is now</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in page.steps" :key="one.step">
            <td>{{ one.step }}</td>
            <td>
              <b>{{ one.value ?? 'nobody' }}</b>
            </td>
            <td>
              {{ one.because.text }} <span class="quiet">{{ one.because.nearly }}</span>
              {{ ' ' }}
              <NuxtLink v-if="one.because.article" :to="ruleAddress(one.because.article)">there</NuxtLink>
            </td>
            <td v-if="page.ticket" :class="{ differs: one.now !== one.value }">{{ one.now ?? '–' }}</td>
          </tr>
        </tbody>
      </table>
      <h3>Who says what about the priority</h3>
      <ol class="sources">
        <li v-for="one in page.sources" :key="one.source">
          {{ one.name }}: <b>{{ one.value ?? 'says nothing' }}</b>
          <span v-if="one.switchedOff" class="quiet">
            (it would be {{ one.switchedOff }}, which is switched off)</span
          >
          <span v-if="one.wins" class="wins">&nbsp;wins</span>
        </li>
      </ol>
    </template>
  </section>
</template>

<style scoped>
.trial {
  margin-top: 22px;
  border-top: 2px solid var(--rule-2);
  padding-top: 10px;
}
.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
}
.sources {
  margin: 0;
  padding-left: 22px;
}
.wins {
  color: var(--sea);
  font-weight: 650;
}
.differs {
  color: var(--brass);
  font-weight: 650;
}
h3 {
  font-size: 1rem;
  margin: 12px 0 2px;
}
select,
input:not([type='radio']) {
  font: inherit;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 3px 5px;
  max-width: 240px;
}
</style>
