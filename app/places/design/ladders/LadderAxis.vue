<script setup lang="ts">
import { grantedFor, STAGES, targetNames } from '~~/core/clock'
import type { Design } from '~~/core/design'
import { rungMomentInWords, type Ladder, type Rung } from '~~/core/ladder'
import { durationInWords, HOUR, parseDuration } from '~~/core/time'

// A ladder along its time: the target from its start to past its due moment, or the time since its beginning.
const props = defineProps<{ ladder: Ladder; design: Design; does: (rung: Rung) => string }>()

/** How long the target usually is: what the first level grants for the middle of the priorities, or the first stage. */
const granted = computed(() => {
  if (props.ladder.target === STAGES) {
    const first = props.design.plans.flatMap(({ stages }) => stages).find(({ takes }) => takes !== undefined)
    return first?.takes === undefined ? 4 * HOUR : length(first.takes)
  }
  const targets = props.design.serviceLevels.flatMap((level) =>
    level.targets.filter((one) => one.target === props.ladder.target),
  )
  const active = props.design.priorities.filter((one) => one.active)
  const middle = active[Math.floor(active.length / 2)]
  for (const target of targets) {
    const span = middle && grantedFor(target, middle)
    if (span) return parseDuration(span)
  }
  return 4 * HOUR
})
const length = (span: string) => {
  try {
    return parseDuration(span.replace(/^-/, '')) * (span.startsWith('-') ? -1 : 1)
  } catch {
    return 0
  }
}
/** Where a rung stands, in milliseconds from the left; what rings at once on something stands at the left edge. */
function placeOf({ moment }: Rung): number {
  if (moment.at === 'share') return moment.share * granted.value
  if (moment.at === 'due') return granted.value + length(moment.after)
  return moment.at === 'event' ? 0 : length(moment.after)
}
const name = computed(() => targetNames(props.design)[props.ladder.target ?? ''])
const along = computed(() => props.ladder.target !== undefined)
const end = computed(() =>
  Math.max(
    along.value ? granted.value * 1.15 : HOUR,
    ...props.ladder.rungs.map((one) => placeOf(one) * 1.18),
  ),
)
const percent = (at: number) => Math.min(100, Math.max(0, (at / end.value) * 100))
const rungs = computed(() =>
  props.ladder.rungs
    .map((rung) => ({ rung, at: placeOf(rung), left: percent(placeOf(rung)) }))
    .sort((a, b) => a.at - b.at),
)
/** How much of the width the words of a rung take, in per cent. */
const WORDS = 21
/** Rows for the words, so that neighbours do not lie on each other. */
const placed = computed(() => {
  const ends: number[] = []
  return rungs.value.map((one) => {
    const toLeft = one.left > 82
    const from = toLeft ? one.left - WORDS : one.left
    let row = ends.findIndex((edge) => edge <= from)
    if (row < 0) row = ends.length
    ends[row] = from + WORDS
    return { ...one, row, toLeft }
  })
})
const height = computed(() => 40 + 76 * Math.max(1, ...placed.value.map((one) => one.row + 1)))
const repeats = computed(() =>
  rungs.value.flatMap(({ rung, at }) => {
    if (!rung.repeat) return []
    const every = length(rung.repeat.every)
    const most = Math.min(rung.repeat.times ?? 30, every > 0 ? Math.floor((end.value - at) / every) : 0)
    return Array.from({ length: Math.max(0, most) }, (_, time) => percent(at + (time + 1) * every))
  }),
)
</script>

<template>
  <div class="axis" aria-hidden="true" :style="{ height: `${height}px` }">
    <template v-if="along">
      <div class="part" :style="{ width: `${percent(granted * 0.8)}%` }" />
      <div
        class="part near"
        :style="{ left: `${percent(granted * 0.8)}%`, width: `${percent(granted * 0.2)}%` }"
      />
      <div class="part past" :style="{ left: `${percent(granted)}%`, right: 0 }" />
      <div class="due" :style="{ left: `${percent(granted)}%` }">
        due<span class="quiet"> · drawn for {{ durationInWords(granted) }}</span>
      </div>
    </template>
    <div v-else class="part plain" />
    <i v-for="(left, index) in repeats" :key="index" class="again" :style="{ left: `${left}%` }" />
    <div
      v-for="{ rung, left, row, toLeft, at } in placed"
      :key="rung.id"
      class="rung"
      :class="{ late: along && at >= granted, left: toLeft }"
      :style="{ left: `${left}%`, paddingTop: `${22 + row * 76}px` }"
    >
      <span class="words"
        ><b class="num">{{
          rung.moment.at === 'share'
            ? `${Math.round(rung.moment.share * 100)} %`
            : rungMomentInWords(name, rung.moment)
        }}</b
        ><br />{{ does(rung) }}</span
      >
    </div>
  </div>
</template>

<style scoped>
.axis {
  position: relative;
  margin: 26px 0 4px;
  max-width: 960px;
}
.part {
  position: absolute;
  top: 10px;
  left: 0;
  height: 9px;
  background: var(--sea-2);
  border: 1px solid var(--sea);
  border-width: 1px 0;
}
.part.plain {
  right: 0;
  height: 0;
  top: 14px;
  border-width: 1px 0 0;
}
.part.near {
  background: var(--brass-2);
  border-color: var(--brass);
}
.part.past {
  height: 0;
  top: 14px;
  border-color: var(--red);
  border-width: 1px 0 0;
}
.due {
  position: absolute;
  top: -18px;
  border-left: 1.5px solid var(--ink);
  padding: 0 6px 18px;
  font-size: 0.86rem;
  white-space: nowrap;
}
.again {
  position: absolute;
  top: 9px;
  height: 11px;
  border-left: 1px dashed var(--ink-3);
}
.rung {
  position: absolute;
  top: 8px;
  border-left: 1px solid var(--ink);
  font-size: 0.9rem;
  line-height: 1.25;
}
.rung .words {
  display: block;
  width: 190px;
  max-height: 74px;
  padding-left: 5px;
  overflow: hidden;
  background: var(--page);
}
.rung.left .words {
  transform: translateX(-100%);
  text-align: right;
  padding: 0 5px 0 0;
}
.rung.late {
  border-color: var(--red);
}
.rung.late b {
  color: var(--red);
}
/* Where there is no room for words, the rungs below say them. */
@media (max-width: 760px) {
  .axis {
    height: 46px !important;
  }
  .rung {
    padding-top: 22px !important;
  }
  .rung .words {
    display: none;
  }
}
</style>
