<script setup lang="ts">
import { hoursAndMinutes, timeOfDay } from '~~/core/time'
import { dayStrip } from '~~/core/work'
import type { BenchDay, FixedTime } from '~/composables/useBench'

// One day on a strip: what was worked, what is fixed, what the order promises, and what stays free.
const props = defineProps<{ day: BenchDay; fixed: FixedTime[]; now: number }>()

const today = computed(() =>
  props.fixed.filter((one) => one.starts < props.day.until && one.ends > props.day.from),
)
const range = computed(() => {
  const fixed = today.value.map((one) => ({ from: one.starts, to: one.ends }))
  return dayStrip({ ...props.day, fixed }, props.now)
})
const share = (at: number) =>
  `${Math.min(100, Math.max(0, (100 * (at - range.value.from)) / (range.value.to - range.value.from)))}%`
const box = (from: number, to: number) => ({
  left: share(from),
  width: `calc(${share(to)} - ${share(from)})`,
})
const fixedSum = computed(() => today.value.reduce((sum, one) => sum + one.ends - one.starts, 0))
const sentence = computed(
  () =>
    `Today: worked ${hoursAndMinutes(props.day.worked)}, promised ${hoursAndMinutes(props.day.promised)}, fixed ${hoursAndMinutes(fixedSum.value)}, free ${hoursAndMinutes(props.day.free)}`,
)
</script>

<template>
  <div class="day">
    <div class="strip" role="img" :aria-label="sentence">
      <i v-for="one in day.shifts" :key="`s${one.from}`" class="shift" :style="box(one.from, one.to)" />
      <i
        v-for="one in day.planned"
        :key="`p${one.reference}`"
        class="planned"
        :style="box(one.from, one.to)"
      />
      <i v-for="one in day.records" :key="`w${one.from}`" class="worked" :style="box(one.from, one.to)" />
      <i v-for="one in today" :key="`f${one.id}`" class="fixed" :style="box(one.starts, one.ends)" />
      <i v-if="now" class="now" :style="{ left: share(now) }" />
    </div>
    <div class="hours num" aria-hidden="true">
      <span v-for="at in range.marks" :key="at" :style="{ left: share(at) }">{{
        timeOfDay(at, day.zone)
      }}</span>
    </div>
    <p class="small legend" aria-hidden="true">
      <span class="key"
        ><i class="worked" /> worked <b class="num">{{ hoursAndMinutes(day.worked) }}</b></span
      >
      <span class="key"
        ><i class="planned" /> promised <b class="num">{{ hoursAndMinutes(day.promised) }}</b></span
      >
      <span class="key"
        ><i class="fixed" /> fixed <b class="num">{{ hoursAndMinutes(fixedSum) }}</b></span
      >
      <span class="key"
        ><i class="shift" /> free <b class="num">{{ hoursAndMinutes(day.free) }}</b></span
      >
    </p>
  </div>
</template>

<style scoped>
.day {
  padding: 0 18px 6px;
}
.strip {
  position: relative;
  height: 20px;
  border: 1px solid var(--rule-2);
  overflow: hidden;
}
.strip i {
  position: absolute;
  top: 0;
  bottom: 0;
}
.shift {
  background: var(--page-2);
}
.worked {
  background: var(--sea);
}
.planned {
  background: var(--sea-2);
  box-shadow: inset -1px 0 0 var(--page);
}
.fixed {
  background: var(--ink);
}
.now {
  width: 2px;
  background: var(--ink);
  outline: 1px solid var(--page);
}
.hours {
  position: relative;
  height: 14px;
  font-size: 0.78rem;
  color: var(--ink-3);
}
.hours span {
  position: absolute;
  padding-left: 2px;
  border-left: 1px solid var(--rule-2);
}
.legend {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
  margin: 2px 0 0;
  color: var(--ink-2);
}
.key i {
  display: inline-block;
  width: 10px;
  height: 10px;
  border: 1px solid var(--rule-2);
}
</style>
