<script setup lang="ts">
import { GRADE_WORDS, type Grade } from '~~/core/similar'
import type { FieldValue } from '~~/core/fields'
import { gateOfMany, statusChoices, statusesOfKinds } from './manyStatuses'
import { useMany, type ManyDeed } from './useMany'

// A ticket and open ones like it are answered and ended together, each under its own number.
const props = defineProps<{ reference: number; zone: string }>()
const emit = defineEmits<{ done: []; close: [] }>()
const found = useQuery({
  key: () => ['together', props.reference],
  query: ({ signal }) =>
    api('GET /api/tickets/{reference}/similar', { path: { reference: props.reference }, signal }),
  // What is like it changes with every ticket that comes in.
  staleTime: 0,
})
const words = useViewWords()
const rows = computed(() => found.data.value?.rows ?? [])
type Row = (typeof rows.value)[number]

/** From the most alike down: what is ticked with one press. */
const GRADES: readonly Grade[] = ['same', 'alike', 'loose']
const ticked = ref(new Set<number>())
const upTo = (grade: Grade) =>
  rows.value.filter((one) => !one.grade || GRADES.indexOf(one.grade) <= GRADES.indexOf(grade))
const tickUpTo = (grade: Grade) => void (ticked.value = new Set(upTo(grade).map((one) => one.reference)))
/** How far down the scale there is anything, each with how many that makes. */
const steps = computed(() =>
  GRADES.flatMap((grade) =>
    rows.value.some((one) => one.grade === grade)
      ? [{ grade, label: `${GRADE_WORDS[grade]} (${upTo(grade).length})` }]
      : [],
  ),
)
watch(rows, (_, before) => before?.length || tickUpTo('same'), { immediate: true })
function tick({ reference }: Row, on: boolean) {
  const now = new Set(ticked.value)
  if (on) now.add(reference)
  else now.delete(reference)
  ticked.value = now
}
const chosen = computed(() => rows.value.filter((one) => ticked.value.has(one.reference)))

const kept = reactive({
  says: '',
  status: null as string | null,
  fields: {} as Record<string, FieldValue | null>,
})
const { forget } = useKeptForm(`yare-together-${props.reference}`, kept)
const kinds = computed(() => [...new Set(chosen.value.map((one) => one.kind))])
/** First those that end a ticket: it is what they are most often put into together. */
const statuses = computed(() =>
  [...statusesOfKinds(words.data.value?.statuses ?? [], kinds.value)].sort(
    (a, b) => Number(b.group === 'done') - Number(a.group === 'done'),
  ),
)
const gate = computed(() => gateOfMany(statuses.value, kept.status))
watch(
  () => kept.status,
  () => (kept.fields = {}),
)
const many = useMany()
const deeds = computed((): ManyDeed[] => [
  ...(kept.says.trim() ? [{ field: 'reply' as const, value: kept.says.trim() }] : []),
  ...(kept.status ? [{ field: 'status' as const, value: kept.status, fields: { ...kept.fields } }] : []),
])
watch([deeds, chosen], () => (many.looked.value = undefined))
const look = () =>
  many.look(
    chosen.value.map((one) => one.reference),
    ...deeds.value,
  )
/** Only those that can: of whom one thing cannot be done, the other is not either. */
async function change() {
  const able = many.looked.value?.flatMap((one) => (one.changes ? [one.reference] : [])) ?? []
  await many.change(able, ...deeds.value)
  if (many.error.value === undefined) forget()
  emit('done')
}
async function undo() {
  await many.undo()
  emit('done')
}
/** What came of it is seen, however much is asked above. */
const outcome = ref<HTMLElement>()
watch([many.looked, many.progress, many.report, many.takenBack, many.error], async () => {
  await nextTick()
  outcome.value?.scrollIntoView({ block: 'nearest' })
})
const isDone = computed(() => many.report.value !== undefined || many.takenBack.value !== undefined)
const shown = computed({ get: () => true, set: (on) => void (on || emit('close')) })
</script>

<template>
  <KitDialog v-model:shown="shown" wide title="Answer and end several at once">
    <KitError :error="found.error.value ?? words.error.value" tries-again @again="found.refetch()" />
    <p v-if="!found.data.value && !found.error.value" class="quiet" role="status">
      Looking for what is like it …
    </p>
    <template v-else-if="rows.length">
      <p class="small steps">
        <b>{{ chosen.length }} of {{ rows.length }} ticked.</b> Tick those that are
        <KitButton v-for="one in steps" :key="one.grade" kind="link" @click="tickUpTo(one.grade)">{{
          one.label
        }}</KitButton>
      </p>
      <ul class="rows" aria-label="Open tickets like it">
        <li v-for="one in rows" :key="one.reference">
          <KitCheckbox
            :model-value="ticked.has(one.reference)"
            :label="`${one.reference} ${one.summary}`"
            @update:model-value="tick(one, $event)"
          />
          <span class="quiet small"
            >{{ one.requester }} · {{ one.status.toLowerCase() }} ·
            {{ one.grade ? GRADE_WORDS[one.grade] : 'this ticket' }}</span
          >
        </li>
      </ul>
      <KitLongText v-model="kept.says" label="What each requester is told (if you like)" :rows="3" />
      <KitChoice
        v-model="kept.status"
        label="Then each of them is"
        placeholder="left as it is"
        clears
        :options="statusChoices(statuses)"
      />
      <AskedFields
        v-if="gate.length"
        :key="String(kept.status)"
        v-model="kept.fields"
        :asked="gate"
        :error="many.error.value instanceof ApiError ? many.error.value : undefined"
        :zone="zone"
        prefix="together"
      />
      <div ref="outcome">
        <ManyReport
          :many="many"
          :verb="`Do it with ${counted(many.looked.value?.filter((one) => one.changes).length ?? 0, 'ticket')}`"
          @change="change"
          @undo="undo"
        />
      </div>
    </template>
    <KitEmpty v-else says="No open ticket is like it any more." />
    <template #foot>
      <KitButton
        v-if="!many.looked.value && !isDone"
        kind="main"
        :disabled="!chosen.length || !deeds.length || many.progress.value !== undefined"
        @click="look"
        >What would that do?</KitButton
      >
      <KitButton kind="plain" @click="emit('close')">{{ isDone ? 'Close' : 'Leave it' }}</KitButton>
    </template>
  </KitDialog>
</template>

<style scoped>
.steps {
  display: flex;
  flex-wrap: wrap;
  gap: 0 0.6em;
  align-items: baseline;
  margin: 0 0 6px;
}
.rows {
  list-style: none;
  margin: 0 0 10px;
  padding: 0 8px;
  max-height: 32vh;
  overflow-y: auto;
  border: 1px solid var(--rule-2);
}
.rows li {
  border-bottom: 1px solid var(--rule);
  padding: 3px 0;
  overflow-wrap: anywhere;
}
.rows li:last-child {
  border-bottom: 0;
}
.rows .quiet {
  padding-left: 26px;
}
</style>
