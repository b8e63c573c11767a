<script setup lang="ts">
import { isoDate } from '~~/core/time'

// A week as one line: worked hours filled, days away hatched, and of several people how many are there. Midnights are
// rules, noon is a small notch.
const props = defineProps<{
  from: number
  to: number
  /** In which days begin. */
  zone: string
  label: string
  open?: readonly { start: number; end: number }[]
  /** Dates on which somebody is away. */
  away?: readonly string[]
  counts?: readonly { start: number; end: number; count: number }[]
  /** When nobody is there though somebody should be. */
  gaps?: readonly { start: number; end: number }[]
}>()
const WIDTH = 700
const HEIGHT = computed(() => (props.counts ? 46 : 24))
const x = (at: number) => ((at - props.from) / (props.to - props.from)) * WIDTH
const width = ({ start, end }: { start: number; end: number }) => Math.max(0.5, x(end) - x(start))
const HOUR = 3_600_000
/** Midnights and noons, by looking at each hour: a day may have 23 or 25 of them. */
const days = computed(() => {
  const found: { start: number; end: number; date: string; noon: number }[] = []
  for (let at = props.from; at < props.to; at += HOUR) {
    const date = isoDate(at, props.zone)
    const last = found[found.length - 1]
    if (last?.date === date) last.end = at + HOUR
    else found.push({ start: at, end: at + HOUR, date, noon: at + 12 * HOUR })
  }
  return found
})
const awayDays = computed(() => days.value.filter((one) => props.away?.includes(one.date)))
const most = computed(() => Math.max(1, ...(props.counts ?? []).map((one) => one.count)))
const barOf = (count: number) => (count / most.value) * (HEIGHT.value - 6)
const hatch = useId()
</script>

<template>
  <svg
    class="week"
    :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
    preserveAspectRatio="none"
    :style="{ height: `${HEIGHT}px` }"
    role="img"
    :aria-label="label"
  >
    <defs>
      <pattern :id="hatch" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2="5" class="hatch" />
      </pattern>
    </defs>
    <rect class="ground" x="0" y="0" :width="WIDTH" :height="HEIGHT" />
    <rect
      v-for="gap in gaps"
      :key="`g${gap.start}`"
      class="gap"
      :x="x(gap.start)"
      y="1"
      :width="width(gap)"
      :height="HEIGHT - 2"
    />
    <template v-if="counts">
      <rect
        v-for="one in counts"
        :key="one.start"
        class="count"
        :x="x(one.start)"
        :y="HEIGHT - barOf(one.count)"
        :width="width(one)"
        :height="barOf(one.count)"
      />
    </template>
    <rect
      v-for="one in open"
      :key="one.start"
      class="open"
      :x="x(one.start)"
      y="4"
      :width="width(one)"
      :height="HEIGHT - 8"
    />
    <rect
      v-for="one in awayDays"
      :key="`a${one.date}`"
      class="away"
      :x="x(one.start)"
      y="4"
      :width="width(one)"
      :height="HEIGHT - 8"
      :fill="`url(#${hatch})`"
    />
    <g v-for="one in days" :key="`d${one.date}`">
      <line
        v-if="one.start > from"
        class="midnight"
        :x1="x(one.start)"
        y1="0"
        :x2="x(one.start)"
        :y2="HEIGHT"
      />
      <line class="noon" :x1="x(one.noon)" :y1="HEIGHT - 3" :x2="x(one.noon)" :y2="HEIGHT" />
    </g>
  </svg>
</template>

<style scoped>
.week {
  display: block;
  width: 100%;
  min-width: 200px;
}
.ground {
  fill: var(--page-2);
}
.open {
  fill: var(--sea);
}
.count {
  fill: var(--ink);
}
.away {
  stroke: var(--ink-3);
  stroke-width: 1;
}
.hatch {
  stroke: var(--ink-3);
  stroke-width: 1.4;
}
.gap {
  fill: var(--brass-2, transparent);
  stroke: var(--brass);
  stroke-dasharray: 3 2;
  vector-effect: non-scaling-stroke;
}
.midnight {
  stroke: var(--rule-2);
  vector-effect: non-scaling-stroke;
}
.noon {
  stroke: var(--ink-3);
  vector-effect: non-scaling-stroke;
}
</style>
