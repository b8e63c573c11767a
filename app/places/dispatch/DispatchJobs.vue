<script setup lang="ts">
import { DAY, hoursAndMinutes, momentInWords } from '~~/core/time'
import { carry } from '~/composables/carriedJob'
import { heldOf, type OpenJob } from '~/composables/heldJob'

// What wants somebody and a time: whose promise runs out first on top. A row is dragged onto the board, or placed by keys.
const props = defineProps<{
  jobs: ReturnType<typeof useLedger<AnswerOf<'GET /api/dispatch/jobs'>>>
  chosen: string | undefined
  zone: string
  now: number
  mayPlace: boolean
  /** By which words jobs are looked for. */
  sought: string
}>()
const emit = defineEmits<{ choose: [job: OpenJob | undefined]; seek: [words: string] }>()
const route = useRoute()
const frame = ref<HTMLElement>()
const { within, listens } = useWithin()
const rows = computed(() => props.jobs.rows.value)
const total = computed(() => props.jobs.page.value?.total ?? 0)
const keyOf = ({ reference, id }: OpenJob) => `${reference}-${id}`

async function step(by: number) {
  const at = rows.value.findIndex((one) => keyOf(one) === props.chosen)
  const next = rows.value[Math.min(rows.value.length - 1, Math.max(0, at + by))]
  if (!next) return
  emit('choose', next)
  await nextTick()
  frame.value?.querySelector<HTMLElement>(`[data-job="${keyOf(next)}"]`)?.focus()
}
defineExpose({ step })
useShortcuts('Dispatch', [
  { keys: 'ArrowDown', says: 'the next job', run: () => step(1), when: () => within.value },
  { keys: 'ArrowUp', says: 'the one before', run: () => step(-1), when: () => within.value },
])
function start(event: DragEvent, row: OpenJob) {
  carry(event, heldOf(row))
  emit('choose', row)
}
/** When it is promised, or over by. */
const endOf = ({ due_at: due, latest }: OpenJob) => Math.min(due ?? Infinity, latest ?? Infinity)
/** When its site can be entered, where that is not always. */
function opens({ open }: OpenJob): string[] {
  const next = open?.find((one) => one.end > props.now)
  if (!open || (next && next.start <= props.now && next.end - props.now > DAY)) return []
  if (!next) return ['shut for weeks']
  const says = (at: number) => momentInWords(at, props.zone, props.now)
  return [next.start <= props.now ? `open until ${says(next.end)}` : `opens ${says(next.start)}`]
}
const facts = (row: OpenJob) =>
  [
    ...(row.organisationName ? [row.organisationName] : []),
    row.skillName ?? 'anybody',
    row.siteName ?? 'anywhere',
    ...opens(row),
    ...(row.equipment ? [row.equipment] : []),
    ...(row.meets ? [`meets ${row.meets}`] : []),
    ...(row.earliest ? [`not before ${momentInWords(row.earliest, props.zone, props.now)}`] : []),
    ...(row.series === null ? [] : ['repeats']),
    ...(row.latest && row.latest !== endOf(row)
      ? [`until ${momentInWords(row.latest, props.zone, props.now)}`]
      : []),
  ].join(' · ')
</script>

<template>
  <section class="list ledger-list" aria-label="Jobs to be placed">
    <div class="ledger-head">
      <h1>To be placed</h1>
      <span v-if="jobs.page.value" class="quiet small">{{ total }}, by promise</span>
    </div>
    <slot />
    <KitText
      v-if="rows.length || sought"
      class="pad"
      label="Find a job"
      bare
      placeholder="words, site, number"
      :model-value="sought"
      @update:model-value="emit('seek', $event)"
    />
    <KitError class="pad" :error="jobs.error.value" tries-again @again="jobs.again" />
    <p v-if="jobs.loading.value && !jobs.error.value" class="nothing-open" role="status">
      Reading the ledger …
    </p>
    <p v-else-if="!rows.length && sought && !jobs.error.value" class="nothing-open" role="status">
      No job to be placed fits “{{ sought }}”.
    </p>
    <div v-else-if="!rows.length && !jobs.error.value" class="nothing-open">
      <p>Nothing waits to be placed.</p>
      <p class="quiet">
        A ticket that needs a visit comes here by <b>To be placed …</b> in its part <i>Time</i>, by its number
        above, or as a row of any list that is dropped there.
      </p>
    </div>
    <div v-else ref="frame" class="ledger-rows" v-on="listens">
      <NuxtLink
        v-for="row in rows"
        :key="keyOf(row)"
        class="row"
        :class="{ on: keyOf(row) === chosen }"
        :data-job="keyOf(row)"
        :to="{ query: { ...route.query, job: keyOf(row) } }"
        :aria-current="keyOf(row) === chosen ? 'true' : undefined"
        :draggable="mayPlace"
        @click.exact.prevent="emit('choose', row)"
        @dragstart="start($event, row)"
      >
        <span class="margin num"
          >{{ row.reference }}<b v-if="row.numeral" class="numeral">{{ row.numeral }}</b></span
        >
        <span class="what">
          <span class="summary">{{ row.what }}</span>
          <span class="where"
            >{{ facts(row) }} · <b class="num">{{ hoursAndMinutes(row.takes) }}</b></span
          >
          <span v-if="row.what !== row.summary" class="of">of “{{ row.summary }}”</span>
        </span>
        <span class="by num" :class="{ red: endOf(row) < now }">{{
          endOf(row) === Infinity ? 'no promise' : `by ${momentInWords(endOf(row), zone, now)}`
        }}</span>
      </NuxtLink>
      <p v-if="jobs.page.value?.next" class="pad">
        <KitButton @click="jobs.more">Show more</KitButton>
      </p>
    </div>
    <slot name="after" />
  </section>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 58px minmax(0, 1fr) auto;
  border-bottom: 1px solid var(--rule);
  color: inherit;
  text-decoration: none;
  content-visibility: auto;
  contain-intrinsic-size: auto 62px;
}
.row:hover {
  background: var(--page-2);
}
.row.on {
  background: var(--sea-2);
  box-shadow: inset 4px 0 var(--sea);
}
.row:focus-visible {
  outline-offset: -2px;
}
.margin {
  border-right: 1px solid var(--red-2);
  padding: 8px 9px 0 0;
  text-align: right;
  font-size: 0.86rem;
  color: var(--ink-2);
}
.numeral {
  display: block;
  font-family: var(--serif);
  color: var(--ink);
}
.what {
  padding: 7px 10px 6px;
  min-width: 0;
}
.what > span {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
}
.summary {
  font-weight: 600;
}
.where,
.of {
  font-size: 0.9rem;
  color: var(--ink-2);
}
.of {
  white-space: nowrap;
}
.by {
  padding: 8px 14px 0 0;
  font-size: 0.86rem;
  white-space: nowrap;
}
.red {
  color: var(--red);
}
.pad {
  padding: 6px 18px;
}
</style>
