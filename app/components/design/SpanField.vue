<script setup lang="ts">
import { DAY, formatDuration, HOUR, MINUTE, parseDuration } from '~~/core/time'

// A length of time as a number of minutes, hours or days: whichever is whole.
const props = defineProps<{ span: string; label: string; least?: number }>()
const emit = defineEmits<{ change: [span: string] }>()

const UNITS = { minutes: MINUTE, hours: HOUR, days: DAY } as const
type Unit = keyof typeof UNITS
const length = computed(() => {
  try {
    return parseDuration(props.span)
  } catch {
    return 0
  }
})
const unit = computed<Unit>(() =>
  length.value && length.value % DAY === 0
    ? 'days'
    : length.value && length.value % HOUR === 0
      ? 'hours'
      : 'minutes',
)
const amount = computed(() => Math.round((length.value / UNITS[unit.value]) * 100) / 100)
function put(count: number, of: Unit) {
  if (!(count >= (props.least ?? 0)) || !Number.isFinite(count)) return
  emit(
    'change',
    of === 'days' && Number.isInteger(count) && count ? `P${count}D` : formatDuration(count * UNITS[of]),
  )
}
</script>

<template>
  <span class="span" role="group" :aria-label="label">
    <input
      class="inline-field num amount"
      inputmode="decimal"
      :value="amount"
      :aria-label="`${label}: how many`"
      @change="put(Number(typedIn($event).replace(',', '.')), unit)"
    /><select
      class="inline-field"
      :value="unit"
      :aria-label="`${label}: unit`"
      @change="put(amount, typedIn($event) as Unit)"
    >
      <option v-for="(_, one) in UNITS" :key="one" :value="one">{{ one }}</option>
    </select>
  </span>
</template>

<style scoped>
.span {
  white-space: nowrap;
}
.amount {
  width: 4em;
  text-align: right;
}
</style>
