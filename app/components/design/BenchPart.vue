<script setup lang="ts">
import { BENCH_KEYS, benchKeyName, PLAIN_BENCH, PLAIN_ROUNDING, type BenchKey } from '~~/core/work'
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
const WAYS = { up: 'up', nearest: 'to the nearest' }
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
          <button
            v-if="at > 0"
            class="link small"
            type="button"
            :aria-label="`${benchKeyName(key)} earlier`"
            @click="earlier(at)"
          >
            earlier
          </button>
          <button
            v-if="keys.length > 1"
            class="link small"
            type="button"
            :aria-label="`leave ${benchKeyName(key)} out`"
            @click="setKeys(keys.filter((one) => one !== key))"
          >
            leave out
          </button>
        </template>
      </li>
    </ol>
    <p v-if="!readonly && BENCH_KEYS.some((one) => !keys.includes(one))">
      <select
        class="inline-field"
        aria-label="Order benches by something more"
        @change="(setKeys([...keys, typedIn($event) as BenchKey]), emptied($event))"
      >
        <option value="">and then by …</option>
        <option v-for="one in BENCH_KEYS.filter((key) => !keys.includes(key))" :key="one" :value="one">
          {{ benchKeyName(one) }}
        </option>
      </select>
    </p>
    <p class="rounding">
      Time records are rounded
      <select
        class="inline-field"
        :value="rounding.way"
        :disabled="readonly"
        aria-label="How time is rounded"
        @change="save({ rounding: { ...rounding, way: typedIn($event) } })"
      >
        <option v-for="(name, way) in WAYS" :key="way" :value="way">{{ name }}</option>
      </select>
      to
      <DesignSpanField
        :span="rounding.step"
        label="Time is rounded to"
        :least="1"
        @change="save({ rounding: { ...rounding, step: $event } })"
      />
      and count for at least
      <DesignSpanField
        :span="rounding.least ?? 'PT0M'"
        label="A time record counts for at least"
        @change="save({ rounding: { ...rounding, least: $event } })"
      />
    </p>
  </section>
</template>

<style scoped>
.keys {
  margin: 4px 0;
  padding-left: 24px;
}
.keys .link {
  margin-left: 8px;
}
.rounding {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
}
</style>
