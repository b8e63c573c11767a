<script setup lang="ts">
import { ACT_BOUNDS, FIRST_SUSPECTING, type Reach, type Suspecting, type Weighing } from '~~/core/similar'
import type { Option } from '~/kit/field'

// What is done by itself with a new ticket that is like an open one, and when one cause is suspected of many.
const props = defineProps<{
  weighing: Weighing
  marks: readonly Option<number>[]
  readonly: boolean
  save: (change: Partial<Weighing>) => Promise<unknown>
}>()
const DEEDS = [
  {
    id: 'under' as const,
    label: 'It is put under an open one',
    help: 'as its part; of one that is a part itself, under what that belongs to',
    first: { from: 95, within: 'PT4H' },
  },
  {
    id: 'links' as const,
    label: 'It is linked with an open one',
    help: 'where it is not put under it',
    first: { from: 85, within: 'PT24H' },
  },
]
const set = (id: 'under' | 'links', reach: Reach | undefined) => props.save({ [id]: reach })
const change = (id: 'under' | 'links', part: Partial<Reach>) => {
  const before = props.weighing[id]
  return before ? set(id, { ...before, ...part }) : Promise.resolve()
}
const from = computed(() => props.marks.filter((one) => one.value >= props.weighing.shown))
const suspects = computed<Suspecting>(() => props.weighing.suspects ?? FIRST_SUSPECTING)
const suspect = (part: Partial<Suspecting>) => props.save({ suspects: { ...suspects.value, ...part } })
</script>

<template>
  <section aria-labelledby="acts">
    <h2 id="acts">What is done by itself</h2>
    <p class="quiet small">
      A new ticket is held against those that are open once it is logged. What is like one is shown beside it;
      more is done only if you say so here. Each link says why it is there, and can be taken away.
    </p>
    <div v-for="deed in DEEDS" :key="deed.id" class="deed">
      <KitSwitch
        :label="deed.label"
        :note="deed.help"
        :disabled="readonly"
        :model-value="weighing[deed.id] !== undefined"
        @update:model-value="set(deed.id, $event ? deed.first : undefined)"
      />
      <template v-if="weighing[deed.id]">
        <KitChoice
          label="From"
          :model-value="weighing[deed.id]!.from"
          :options="from"
          :disabled="readonly"
          @update:model-value="$event && change(deed.id, { from: $event })"
        />
        <KitDuration
          label="Logged at most so long before"
          :model-value="weighing[deed.id]!.within"
          :disabled="readonly"
          :commit="(within: string) => change(deed.id, { within: within || deed.first.within })"
        />
      </template>
    </div>
    <h3>One cause is suspected</h3>
    <p class="quiet small">
      Where more of a sort come than chance brings at their usual rate. Whoever leads the team of the first of
      them is told, once for each sort, however many come.
    </p>
    <div class="deed">
      <KitNumber
        label="From so many that are nearly the same"
        unit="tickets, 0: never"
        :min="0"
        :max="ACT_BOUNDS.count[1]"
        :model-value="suspects.count"
        :disabled="readonly"
        :commit="(count: number | null) => suspect({ count: count ?? FIRST_SUSPECTING.count })"
      />
      <template v-if="suspects.count">
        <KitDuration
          label="Within"
          :model-value="suspects.within"
          :disabled="readonly"
          :commit="(within: string) => suspect({ within: within || FIRST_SUSPECTING.within })"
        />
        <KitNumber
          label="Chance brings so many in one of"
          unit="such times"
          :min="ACT_BOUNDS.odds[0]"
          :max="ACT_BOUNDS.odds[1]"
          :model-value="suspects.odds"
          :disabled="readonly"
          :commit="(odds: number | null) => suspect({ odds: odds ?? FIRST_SUSPECTING.odds })"
        />
      </template>
    </div>
  </section>
</template>

<style scoped>
h2 {
  font-size: 1.15rem;
  border-bottom: 3px double var(--rule-2);
  margin: 18px 0 6px;
}
h3 {
  font-size: 1rem;
  margin: 12px 0 0;
}
.deed {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 0 18px;
  max-width: 900px;
  align-items: start;
}
.deed + .deed {
  margin-top: 8px;
}
</style>
