<script setup lang="ts">
import { timeLedger, type Clock } from '~~/core/clock'
import type { WorkingTime } from '~~/core/time'
import type { Standing } from '~/composables/useStanding'

// One thin line for one target. Worked time is to scale; shut and paused stretches are drawn short, as gaps,
// so that a weekend does not squeeze the hours that count.
const props = defineProps<{
  clock: Clock
  hours: WorkingTime
  now: number
  standing: Standing
  shares?: number[]
}>()

const WIDTH = 440
const FLAG = 12

interface Segment {
  kind: 'counted' | 'shut' | 'paused' | 'left'
  x: number
  width: number
}

const drawn = computed(() => {
  const ledger = timeLedger(props.clock, props.hours, props.now)
  const gap = ledger.granted * 0.1
  const pieces = ledger.lines
    .filter((line) => line.to !== undefined)
    .map((line) => ({
      kind: line.kind as Segment['kind'],
      length: line.kind === 'counted' ? -line.amount : gap,
      counted: -line.amount,
    }))
    .reduce<{ kind: Segment['kind']; length: number; counted: number }[]>((all, piece) => {
      // Many nights would leave no room for the work between them.
      const gaps = all.filter((one) => one.kind !== 'counted').length
      return [...all, piece.kind !== 'counted' && gaps > 5 ? { ...piece, length: gap / 4 } : piece]
    }, [])
  if (ledger.balance > 0) pieces.push({ kind: 'left', length: ledger.balance, counted: ledger.balance })
  const total = pieces.reduce((sum, piece) => sum + piece.length, 0) || 1
  const scale = (WIDTH - FLAG) / total
  const segments: Segment[] = []
  const marks = [...(props.shares ?? []).map((share) => share * ledger.granted), ledger.granted]
  const places: (number | undefined)[] = marks.map(() => undefined)
  let x = 0
  let counted = 0
  for (const piece of pieces) {
    const width = piece.length * scale
    segments.push({ kind: piece.kind, x, width })
    if (piece.kind === 'counted' || piece.kind === 'left') {
      marks.forEach((mark, index) => {
        if (places[index] === undefined && mark <= counted + piece.length + 1)
          places[index] = x + (mark - counted) * scale
      })
      counted += piece.length
    }
    x += width
  }
  return {
    segments,
    flag: places[places.length - 1],
    notches: places.slice(0, -1).filter((place) => place !== undefined),
  }
})
</script>

<template>
  <svg
    class="strip"
    :class="`is-${standing}`"
    :viewBox="`0 0 ${WIDTH} 12`"
    preserveAspectRatio="none"
    aria-hidden="true"
  >
    <template v-for="(segment, index) in drawn.segments" :key="index">
      <rect
        v-if="segment.kind === 'counted'"
        class="counted"
        :x="segment.x"
        y="5"
        :width="Math.max(1, segment.width)"
        height="5"
      />
      <line
        v-else-if="segment.kind === 'shut'"
        class="shut"
        :x1="segment.x"
        :x2="segment.x + segment.width"
        y1="7.5"
        y2="7.5"
      />
      <g v-else-if="segment.kind === 'paused'" class="paused">
        <rect :x="segment.x" y="5" :width="segment.width" height="5" fill="none" />
        <path
          :d="
            Array.from(
              { length: Math.max(1, Math.floor(segment.width / 5)) },
              (_, i) => `M${segment.x + i * 5} 10l4 -5`,
            ).join('')
          "
        />
      </g>
      <line v-else class="left" :x1="segment.x" :x2="segment.x + segment.width" y1="7.5" y2="7.5" />
    </template>
    <line
      v-for="(notch, index) in drawn.notches"
      :key="`n${index}`"
      class="notch"
      :x1="notch"
      :x2="notch"
      y1="3"
      y2="12"
    />
    <path v-if="drawn.flag !== undefined" class="flag" :d="`M${drawn.flag} 12V1h8l-2 2.5 2 2.5h-8`" />
  </svg>
</template>

<style scoped>
.strip {
  display: block;
  width: 100%;
  max-width: 440px;
  height: 12px;
  margin-top: 4px;
  overflow: visible;
  color: var(--sea);
}
.strip.is-close {
  color: var(--brass);
}
.strip.is-over,
.strip.is-missed {
  color: var(--red);
}
.strip.is-paused {
  color: var(--still);
}
.counted {
  fill: currentColor;
}
.shut {
  stroke: var(--rule-2);
  stroke-dasharray: 1.5 2.5;
}
.paused rect,
.paused path {
  stroke: var(--still);
  stroke-width: 1;
  fill: none;
}
.left {
  stroke: var(--rule-2);
}
.notch {
  stroke: var(--ink-2);
  stroke-width: 1;
}
.flag {
  fill: var(--ink);
  stroke: var(--ink);
  stroke-width: 1;
}
.is-over .flag,
.is-missed .flag {
  fill: var(--red);
  stroke: var(--red);
}
</style>
