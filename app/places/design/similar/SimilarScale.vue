<script setup lang="ts">
import { balanceOf, LINE_WORDS, marksOf, SIGNS, type Weighing } from '~~/core/similar'
import { useSuggestion } from './useSuggestion'

// The scale: for each mark how many pairs of past tickets it would have found, how many of those people had called the same,
// and a pair that lies at it. Beside it the weights that would have told them apart best.
const props = defineProps<{
  past: AnswerOf<'GET /api/similar/past'>
  weighing: Weighing
  readonly: boolean
}>()
const emit = defineEmits<{ take: [weighing: Partial<Weighing>] }>()
const marks = computed(() => marksOf(props.past.pairs, props.weighing))
const called = computed(() => props.past.pairs.filter((one) => one.isSame).length)
const most = computed(() => Math.max(1, ...marks.value.map((one) => one.found)))
const HEADS = [
  { label: 'From', figures: true },
  { label: 'Pairs it finds', figures: true },
  { label: 'how many', bare: true },
  { label: 'called the same', figures: true },
  { label: 'of those found', figures: true },
  { label: 'of all such', figures: true },
  { label: 'A pair that lies there' },
]
const percent = (share: number | null) => (share === null ? '–' : `${Math.round(share * 100)} %`)
const width = (count: number) => `${(Math.log1p(count) / Math.log1p(most.value)) * 100}%`
const role = (mark: number) =>
  [mark === props.weighing.same && 'nearly the same', mark === props.weighing.shown && 'shown']
    .filter(Boolean)
    .join(', ')
const summary = (reference: number) => props.past.summaries[reference] ?? ''

const { suggestion, busy, suggest } = useSuggestion()
/** Whether it tells anything apart better than it is told apart now. */
const now = computed(() => Math.max(0, ...marks.value.map(balanceOf)))
const isBetter = computed(
  () => suggestion.value !== undefined && suggestion.value.balance > now.value + 0.005,
)
const weights = computed(() =>
  SIGNS.map((sign) => `${LINE_WORDS[sign]} ${suggestion.value?.signs[sign] ?? 0}`).join(', '),
)
function take() {
  const found = suggestion.value
  if (!found) return
  emit('take', { signs: found.signs, same: found.mark, shown: Math.min(props.weighing.shown, found.mark) })
  suggestion.value = undefined
}
</script>

<template>
  <p class="small quiet">
    {{ counted(past.pairs.length, 'pair') }} of {{ counted(past.tickets, 'ticket') }} are on the scale, those
    with most words in common; people have called {{ called }} of them the same, the cause, or merged them.
  </p>
  <KitEmpty
    v-if="!past.pairs.length"
    says="No two past tickets have much in common yet; the scale fills as tickets come."
  />
  <template v-else>
    <LedgerTable :heads="HEADS">
      <tr v-for="one in marks" :key="one.mark" :class="{ at: role(one.mark) }">
        <td class="n mark">
          {{ one.mark }}<span v-if="role(one.mark)" class="role">{{ role(one.mark) }}</span>
        </td>
        <td class="n">{{ one.found }}</td>
        <td class="bar" aria-hidden="true">
          <span class="found" :style="{ width: width(one.found) }" /><span
            class="same"
            :style="{ width: width(one.same) }"
          />
        </td>
        <td class="n">{{ one.same }}</td>
        <td class="n">{{ percent(called ? one.precision : null) }}</td>
        <td class="n">{{ percent(one.recall) }}</td>
        <td class="pair">
          <template v-if="one.example">
            <span v-for="reference in one.example.references" :key="reference"
              ><NuxtLink :to="`/desk/${reference}`" class="num">{{ reference }}</NuxtLink>
              {{ summary(reference) }}</span
            >
            <em v-if="one.example.isSame" class="quiet small">called the same</em>
          </template>
        </td>
      </tr>
    </LedgerTable>
    <p class="small quiet">
      Of those found so many were called the same (precision); of all that were called the same so many are
      found (recall).
    </p>
    <p v-if="!called" class="quiet">
      Nobody has called two tickets the same yet. Once some are linked as the same, as the cause, or merged,
      the scale tells which mark would have found them, and weights can be suggested.
    </p>
    <template v-else-if="!readonly">
      <KitButton :busy="busy" @click="suggest(past.pairs, weighing)">{{
        busy ? 'Trying weights …' : 'Which weights would have told them apart best?'
      }}</KitButton>
      <div v-if="suggestion" role="status" class="panel suggestion">
        <template v-if="isBetter">
          <p>
            With {{ weights }}, the mark {{ suggestion.mark }} would have told most apart: precision and
            recall together {{ percent(suggestion.balance) }} instead of {{ percent(now) }}.
          </p>
          <KitButton kind="main" @click="take">Take them over</KitButton>
        </template>
        <p v-else>No weights that were tried tell them apart better than these, at {{ percent(now) }}.</p>
      </div>
    </template>
  </template>
</template>

<style scoped>
.mark {
  white-space: nowrap;
}
.at td {
  background: var(--page-2);
  font-weight: 600;
}
.role {
  display: block;
  font: 0.8rem var(--sans);
  color: var(--sea);
}
.bar {
  width: 130px;
  min-width: 70px;
}
.bar span {
  display: block;
  height: 5px;
}
.found {
  background: var(--rule-2);
}
.same {
  background: var(--sea);
}
.pair {
  min-width: 220px;
}
.pair > span {
  display: block;
  font-weight: 400;
}
.suggestion {
  margin-top: 8px;
  max-width: 640px;
}
</style>
