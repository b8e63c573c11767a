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
  ...{ reference: '', item: null as string | null, portal: null as string | null },
  requester: (session.me?.id ?? null) as string | null,
})
const answers = ref<Record<string, Answer | null>>({})
const by = ref<'ticket' | 'facts'>('ticket')
const deed = useDeed()
const page = ref<TrialPage>()

const BY = [
  { value: 'ticket', label: 'of a ticket' },
  { value: 'facts', label: 'of what somebody may ask for' },
] as const
const portals = computed(() => [{ value: '', label: 'the desk' }, ...named(props.design.portals)])
const YES_NO = [
  { value: true, label: 'yes' },
  { value: false, label: 'no' },
]
const item = computed(() => props.design.items.find((one) => one.id === asked.item))
const questions = computed(() => {
  const form = props.design.forms.find((one) => one.id === item.value?.form)
  const names = form?.steps.flatMap((step) => step.questions.map((one) => one.question)) ?? []
  return names.flatMap((name) => {
    const question = props.design.questions.find((one) => one.name === name)
    return question && ['number', 'yesNo', 'choice', 'text', 'date'].includes(question.type) ? [question] : []
  })
})
const textOf = (name: string) => String(answers.value[name] ?? '')
const chosenOf = (name: string) => textOf(name) || null
const yesNoOf = (name: string) => {
  const said = answers.value[name]
  return typeof said === 'boolean' ? said : null
}
const numberOf = (name: string) => {
  const said = answers.value[name]
  return typeof said === 'number' ? said : null
}
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
          item: asked.item!,
          requester: asked.requester ?? undefined,
          answers: said,
          ...(asked.portal && { portal: asked.portal }),
        }
  page.value = await deed.run(() => api('POST /api/triage/trial', { body }))
  emit('tried', (props.part && page.value?.rows[props.part as 'routing']) || {})
}
const wrong = computed(() => {
  const { detail, fields = [] } = deed.error.value?.problem ?? {}
  return detail && [detail, fields.map((one) => one.message).join('; ')].join(' ').trim()
})
const heads = computed(() => [
  ...[{ label: 'Step' }, { label: 'Would be' }, { label: 'Because' }],
  ...(page.value?.ticket ? [{ label: 'Is now' }] : []),
])
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
      <KitRadio v-model="by" class="by" bare label="A trial of" :options="BY" />
      <KitText v-if="by === 'ticket'" v-model="asked.reference" class="number" label="Number" />
      <template v-else>
        <KitChoice v-model="asked.item" label="Item" placeholder="choose …" :options="named(design.items)" />
        <KitFinder
          v-model="asked.requester"
          label="asked for by"
          :said="session.me?.name"
          lists
          :find="findPerson"
        />
        <KitChoice
          label="through"
          :model-value="asked.portal ?? ''"
          :options="portals"
          @update:model-value="asked.portal = $event || null"
        />
        <template v-for="one in questions" :key="one.name">
          <KitChoice
            v-if="one.type === 'yesNo'"
            clears
            placeholder="not answered"
            :label="one.label"
            :model-value="yesNoOf(one.name)"
            :options="YES_NO"
            @update:model-value="answers[one.name] = $event"
          />
          <KitChoice
            v-else-if="one.options"
            clears
            placeholder="not answered"
            :label="one.label"
            :model-value="chosenOf(one.name)"
            :options="one.options"
            @update:model-value="answers[one.name] = $event"
          />
          <KitNumber
            v-else-if="one.type === 'number'"
            :label="one.label"
            :places="3"
            :model-value="numberOf(one.name)"
            @update:model-value="answers[one.name] = $event"
          />
          <KitDay
            v-else-if="one.type === 'date'"
            :label="one.label"
            :model-value="textOf(one.name)"
            @update:model-value="answers[one.name] = $event"
          />
          <KitText
            v-else
            :label="one.label"
            :model-value="textOf(one.name)"
            @update:model-value="answers[one.name] = $event"
          />
        </template>
      </template>
      <KitButton type="submit" :disabled="!isReady" :busy="deed.busy.value">Try</KitButton>
    </form>
    <KitError :error="wrong" />
    <template v-if="page">
      <p v-if="page.ticket">
        <NuxtLink :to="`/desk/${page.ticket.reference}`" class="num">{{ page.ticket.reference }}</NuxtLink>
        {{ page.ticket.summary }}
        <span class="quiet">· decided by edition {{ page.ticket.edition }}</span>
      </p>
      <LedgerTable :heads="heads">
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
      </LedgerTable>
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
  gap: 4px 12px;
  align-items: flex-end;
}
.ask .kit-button {
  margin-bottom: 14px;
}
.by {
  flex-basis: 100%;
}
.number :deep(input) {
  width: 8em;
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
</style>
