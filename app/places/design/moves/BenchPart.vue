<script setup lang="ts">
import { BENCH_KEYS, benchKeyName, PLAIN_BENCH, PLAIN_ROUNDING, type BenchKey } from '~~/core/work'
import { withoutGaps } from '~~/core/json'
import type { ArticleProps } from '~/composables/useDraft'

// What benches are ordered by, and how time is rounded.
const props = defineProps<ArticleProps>()
const keys = computed(() => props.design.desk.bench ?? PLAIN_BENCH)
const rounding = computed(() => props.design.desk.rounding ?? PLAIN_ROUNDING)
const save = (change: object) =>
  void props.change('desk', 'desk', props.design.desk, { ...props.design.desk, ...change })
const setKeys = (bench: BenchKey[]) => save({ bench })
function earlier(at: number) {
  const next = [...keys.value]
  next.splice(at - 1, 0, ...next.splice(at, 1))
  setKeys(next)
}
const WAYS = [
  { value: 'up', label: 'up' },
  { value: 'nearest', label: 'to the nearest' },
] as const
const more = computed(() =>
  BENCH_KEYS.filter((one) => !keys.value.includes(one)).map((value) => ({
    value,
    label: benchKeyName(value),
  })),
)
</script>

<template>
  <section aria-labelledby="bench">
    <h2 id="bench">The Bench</h2>
    <p class="quiet">
      Work comes in this order; where the first is the same, the second decides, and so on. Each row of a
      Bench says why it stands before the next.
    </p>
    <ol class="keys">
      <li v-for="(key, at) in keys" :key="key">
        {{ benchKeyName(key) }}
        <template v-if="!readonly">
          <KitButton
            v-if="at > 0"
            kind="link"
            :aria-label="`${benchKeyName(key)} earlier`"
            @click="earlier(at)"
            >earlier</KitButton
          >
          <KitButton
            v-if="keys.length > 1"
            kind="link"
            :aria-label="`leave ${benchKeyName(key)} out`"
            @click="setKeys(keys.filter((one) => one !== key))"
            >leave out</KitButton
          >
        </template>
      </li>
    </ol>
    <KitChoice
      v-if="!readonly && more.length"
      class="more"
      bare
      placeholder="and then by …"
      label="Order benches by something more"
      :model-value="null"
      :options="more"
      @update:model-value="$event && setKeys([...keys, $event])"
    />
    <div class="rounding">
      <KitChoice
        label="Time records are rounded"
        :model-value="rounding.way"
        :options="WAYS"
        :disabled="readonly"
        @update:model-value="save({ rounding: { ...rounding, way: $event } })"
      />
      <KitDuration
        label="to"
        :model-value="rounding.step"
        :disabled="readonly"
        :commit="(step: string) => save({ rounding: { ...rounding, step: step || PLAIN_ROUNDING.step } })"
      />
      <KitDuration
        label="and count for at least"
        placeholder="nothing"
        :model-value="rounding.least ?? ''"
        :disabled="readonly"
        :commit="
          (least: string) => save({ rounding: withoutGaps({ ...rounding, least: least || undefined }) })
        "
      />
    </div>
  </section>
</template>

<style scoped>
.keys {
  margin: 4px 0;
  padding-left: 24px;
}
.keys .kit-button {
  margin-left: 8px;
}
.rounding {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: flex-end;
  margin-top: 10px;
}
.more {
  max-width: 300px;
}
</style>
