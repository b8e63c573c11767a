<script setup lang="ts">
import { FIRST_WEIGHING, MARKS, SIGNS, WEIGHING_BOUNDS, type Sign, type Weighing } from '~~/core/similar'
import { canonicalJson } from '~~/core/json'
import type { PageProps } from '~/composables/useDraft'

// How alike tickets must be: what speaks for it and how much, and the marks on a scale that shows what they would have found.
const props = defineProps<PageProps>()
const weighing = computed<Weighing>(() => props.design.triage.similar ?? FIRST_WEIGHING)
const own = computed(() => props.design.triage.similar ?? null)
/** As it is at first it is left out, and so is what is no longer said. */
const save = (change: Partial<Weighing>) => {
  const all = Object.entries({ ...weighing.value, ...change }).filter(([, value]) => value !== undefined)
  const after = Object.fromEntries(all) as unknown as Weighing
  return props.change(
    'triage',
    'similar',
    own.value,
    canonicalJson(after) === canonicalJson(FIRST_WEIGHING) ? null : after,
  )
}
const SIGN_LABELS: Record<Sign, { label: string; help: string }> = {
  machine: { label: 'The same machine', help: 'where both name one' },
  item: { label: 'Asked for the same', help: 'the same catalog item' },
  site: { label: 'From the same site', help: 'where both have one' },
  requester: { label: 'The same requester', help: 'others say nothing against it' },
  near: { label: 'At about the same time', help: 'half after the time below' },
}
const setSign = (sign: Sign, weight: number | null) =>
  save({ signs: { ...weighing.value.signs, [sign]: weight ?? 0 } })
const marks = computed(() =>
  [...new Set([...MARKS, weighing.value.shown, weighing.value.same])]
    .sort((a, b) => a - b)
    .map((value) => ({ value, label: `${value} of 100` })),
)
/** What is nearly the same is shown as alike too. */
const setShown = (shown: number) => save({ shown, same: Math.max(shown, weighing.value.same) })
const setSame = (same: number) => save({ same, shown: Math.min(same, weighing.value.shown) })
const found = computed(() => props.findings.filter((one) => one.place === 'triage/similar'))

const past = useQuery({
  key: () => ['similar', 'past', weighing.value.summary, weighing.value.halfLife],
  query: ({ signal }) =>
    api('GET /api/similar/past', {
      query: { summary: weighing.value.summary, halfLife: weighing.value.halfLife },
      signal,
    }),
  enabled: () => found.value.length === 0,
  placeholderData: (before) => before,
})
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet">
      What was said as a ticket was logged is compared by its words, the rarer at this desk the heavier, and
      by signs beside them. Each likeness is an account that anybody can open beside a ticket: its lines add
      up.
    </p>
    <FindingsList v-if="found.length" :design="design" :findings="found" />
    <section aria-labelledby="weights">
      <h2 id="weights">What speaks for it</h2>
      <p class="quiet small">Words weigh 1. A sign of which nothing is known on either side is left out.</p>
      <div class="line">
        <KitNumber
          label="A word of the summary counts"
          unit="times"
          :min="WEIGHING_BOUNDS.summary[0]"
          :max="WEIGHING_BOUNDS.summary[1]"
          :model-value="weighing.summary"
          :disabled="readonly"
          :commit="(summary: number | null) => save({ summary: summary ?? FIRST_WEIGHING.summary })"
        />
        <KitNumber
          v-for="sign in SIGNS"
          :key="sign"
          :label="SIGN_LABELS[sign].label"
          :help="SIGN_LABELS[sign].help"
          :min="WEIGHING_BOUNDS.sign[0]"
          :max="WEIGHING_BOUNDS.sign[1]"
          :places="2"
          :model-value="weighing.signs[sign]"
          :disabled="readonly"
          :commit="(weight: number | null) => setSign(sign, weight)"
        />
        <KitDuration
          label="Nearness halves in"
          :model-value="weighing.halfLife"
          :disabled="readonly"
          :commit="(halfLife: string) => save({ halfLife: halfLife || FIRST_WEIGHING.halfLife })"
        />
      </div>
    </section>
    <section aria-labelledby="marks">
      <h2 id="marks">How alike they must be</h2>
      <div class="line">
        <KitChoice
          label="Shown beside a ticket from"
          :model-value="weighing.shown"
          :options="marks"
          :disabled="readonly"
          @update:model-value="$event && setShown($event)"
        />
        <KitChoice
          label="Nearly the same from"
          :model-value="weighing.same"
          :options="marks"
          :disabled="readonly"
          @update:model-value="$event && setSame($event)"
        />
      </div>
      <KitError :error="past.error.value ?? undefined" tries-again @again="past.refetch()" />
      <p v-if="!past.data.value && past.isLoading.value" class="quiet" role="status">
        Comparing past tickets …
      </p>
      <SimilarScale
        v-if="past.data.value"
        :past="past.data.value"
        :weighing="weighing"
        :readonly="readonly"
        @take="(taken) => save(taken)"
      />
    </section>
    <SimilarActs v-bind="{ weighing, marks, readonly, save }" />
  </div>
</template>

<style scoped>
h2 {
  font-size: 1.15rem;
  border-bottom: 3px double var(--rule-2);
  margin: 18px 0 6px;
}
.line {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 0 18px;
  max-width: 900px;
}
</style>
