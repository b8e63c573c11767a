<script setup lang="ts">
import { lineInWords, timeLedger, type Clock, type TimeLedger } from '~~/core/clock'
import {
  DAY,
  HOUR,
  Zone,
  momentInWords,
  signedBalance,
  timeOfDay,
  weekdayAndTime,
  type WorkingTime,
} from '~~/core/time'
import { standingOf } from '~/composables/useStanding'
import { placeText, textWidth } from './chartText'
import { useStops, type Stop } from './useStops'
import { oneAt, present } from '~~/core/lookup'

// The time strip at large: true time from left to right, shut hours shaded, one line per target.
const props = defineProps<{
  clocks: { clock: Clock; hours: WorkingTime; shares: number[] }[]
  now: number
  zone: string
  /** What happened to the ticket, in words. */
  events: { at: number; text: string }[]
  /** Names of people by id. */
  people?: Record<string, string>
}>()

// Drawn as wide as there is room, so that its words keep their size on a narrow page.
const width = ref(600)
const figure = ref<HTMLElement>()
let watcher: ResizeObserver | undefined
onMounted(() => {
  const fit = () => (width.value = Math.min(860, Math.max(320, figure.value?.clientWidth ?? 600)))
  fit()
  watcher = new ResizeObserver(fit)
  watcher.observe(present(figure.value))
})
onBeforeUnmount(() => watcher?.disconnect())
const TOP = 26
const LANE = 32

const lanes = computed(() =>
  props.clocks.map(({ clock, hours, shares }) => ({
    clock,
    hours,
    shares,
    ledger: timeLedger(clock, hours, props.now),
    standing: standingOf(clock, hours, props.now),
  })),
)

const domain = computed(() => {
  const starts = lanes.value.map(({ clock }) => clock.startedAt)
  const ends = lanes.value.map(({ ledger, clock }) => Math.max(ledger.due ?? 0, clock.stoppedAt ?? props.now))
  const from = Math.min(...starts)
  const to = Math.max(
    props.now > Math.max(...ends) && lanes.value.every(({ clock }) => clock.stoppedAt) ? 0 : props.now,
    ...ends,
  )
  const margin = Math.max((to - from) * 0.06, 10 * 60_000)
  return { from: from - margin / 2, to: to + margin }
})

const x = (at: number) => ((at - domain.value.from) / (domain.value.to - domain.value.from)) * width.value
const height = computed(() => TOP + lanes.value.length * LANE + 26)

const shut = computed(() => {
  const hours = lanes.value[0]?.hours
  if (!hours || domain.value.to - domain.value.from > 60 * DAY) return []
  const open = hours.openIntervals(domain.value.from, domain.value.to)
  const edges = [domain.value.from, ...open.flatMap((one) => [one.start, one.end]), domain.value.to]
  return Array.from({ length: edges.length / 2 }, (_, i) => ({
    start: oneAt(edges, 2 * i),
    end: oneAt(edges, 2 * i + 1),
  })).filter((one) => one.end > one.start)
})

const ticks = computed(() => {
  const length = domain.value.to - domain.value.from
  const step =
    [HOUR / 2, HOUR, 2 * HOUR, 3 * HOUR, 6 * HOUR, 12 * HOUR, DAY, 2 * DAY, 7 * DAY, 14 * DAY, 30 * DAY].find(
      (one) => length / one <= Math.min(11, width.value / 54),
    ) ?? 90 * DAY
  const offset = Zone.of(props.zone).offsetAt(domain.value.from)
  const first = Math.ceil((domain.value.from + offset) / step) * step - offset
  const list: { at: number; label: string }[] = []
  for (let at = first; at < domain.value.to; at += step) {
    const label =
      step >= DAY
        ? weekdayAndTime(at, props.zone).slice(0, 3) + ' ' + Zone.of(props.zone).toLocal(at).day
        : timeOfDay(at, props.zone)
    list.push({ at, label: label === '00:00' ? weekdayAndTime(at, props.zone).slice(0, 3) : label })
  }
  return list.filter(({ at }) => x(at) > 20 && x(at) < width.value - 20)
})

const pieces = (ledger: TimeLedger) =>
  ledger.lines.filter((line) => line.to !== undefined && line.kind !== 'shut')
const notches = (lane: (typeof lanes.value)[number]) =>
  lane.shares.flatMap((share) => {
    const moment = momentOf(lane.ledger, lane.hours, share)
    return moment === undefined ? [] : [moment]
  })

/** Where a share of the target is spent: within the lines written so far, or ahead if it runs on. */
function momentOf(ledger: TimeLedger, hours: WorkingTime, share: number): number | undefined {
  let left = share * ledger.granted
  let end: number | undefined
  for (const line of ledger.lines) {
    if (line.kind !== 'counted') continue
    if (-line.amount >= left) return line.from + left
    left += line.amount
    end = line.to
  }
  return ledger.due === undefined ? undefined : hours.add(end ?? props.now, left)
}

function caption({ clock, ledger }: (typeof lanes.value)[number]): string {
  if (clock.outcome) return `${clock.label}: ${clock.outcome}`
  if (ledger.due === undefined) return `${clock.label}, paused`
  return `${clock.label}, due ${momentInWords(ledger.due, props.zone, props.now)}`
}

/** Its font, as the style sheet says it; measured, so that no edge cuts what is said. */
const FONT = '11px "Atkinson Hyperlegible Next Variable", sans-serif'
const captions = computed(() =>
  lanes.value.map((lane) => {
    const end = x(lane.ledger.due ?? lane.clock.stoppedAt ?? props.now)
    const said = caption(lane)
    return { said, ...placeText(said, end, width.value, (text) => textWidth(text, FONT, 11)) }
  }),
)

// What can be read one by one, by pointer or keyboard: what happened, and below it the lines of each account.
const when = (at: number) => momentInWords(at, props.zone, props.now)
const happened = computed<Stop[]>(() =>
  props.events
    .filter(({ at }) => at >= domain.value.from && at <= domain.value.to)
    .map(({ at, text }) => ({ from: at, to: at, text: `${when(at)}: ${text}` })),
)
const nameOf = (id: string) => props.people?.[id] ?? id
const stops = computed<Stop[][]>(() => [
  happened.value,
  ...lanes.value.map(({ ledger, clock }) =>
    ledger.lines.map((line) => {
      const to = line.to ?? line.from
      const times = line.to === undefined ? when(line.from) : `${when(line.from)} to ${when(line.to)}`
      const amount = line.amount === 0 ? '' : `, ${signedBalance(line.amount)}`
      const text = `${clock.label}, ${times}: ${lineInWords(line, nameOf)}${amount}; balance ${signedBalance(line.balance)}`
      return { from: line.from, to, text }
    }),
  ),
])
const { chosen, stop, start, onKey } = useStops(stops, () => ({
  lane: stops.value.length > 1 ? 1 : 0,
  at: props.now,
}))
</script>

<template>
  <figure
    ref="figure"
    class="chart"
    tabindex="0"
    role="group"
    aria-label="Time strip: arrow keys read what happened and the lines of the accounts"
    @keydown="onKey"
    @focus="start"
  >
    <svg
      :viewBox="`0 0 ${width} ${height}`"
      role="img"
      :aria-label="lanes.map(({ standing }) => standing.sentence).join('. ')"
    >
      <rect
        v-for="one in shut"
        :key="one.start"
        class="shut"
        :x="x(one.start)"
        :y="TOP - 8"
        :width="x(one.end) - x(one.start)"
        :height="height - TOP - 10"
      />
      <line v-if="x(now) <= width" class="now" :x1="x(now)" :x2="x(now)" :y1="TOP - 10" :y2="height - 26" />
      <text
        v-for="one in shut.filter((part) => x(part.end) - x(part.start) > 40).slice(0, 2)"
        :key="`t${one.start}`"
        class="word"
        :x="x(one.start) + 5"
        :y="TOP - 1"
      >
        shut
      </text>
      <g v-for="tick in ticks" :key="tick.at">
        <line class="tick" :x1="x(tick.at)" :x2="x(tick.at)" :y1="TOP - 8" :y2="height - 26" />
        <text class="label" :x="x(tick.at)" :y="height - 5" text-anchor="middle">{{ tick.label }}</text>
      </g>
      <g
        v-for="(lane, index) in lanes"
        :key="lane.clock.target"
        class="lane"
        :class="`is-${lane.standing.standing}`"
      >
        <line
          class="rest"
          :x1="x(lane.clock.startedAt)"
          :x2="x(lane.ledger.due ?? lane.clock.stoppedAt ?? now)"
          :y1="TOP + index * LANE + 18"
          :y2="TOP + index * LANE + 18"
        />
        <template v-for="line in pieces(lane.ledger)" :key="line.from">
          <rect
            :class="line.kind"
            :x="x(line.from)"
            :y="TOP + index * LANE + 15"
            :width="Math.max(1, x(line.to!) - x(line.from))"
            height="6"
            @mouseenter="chosen = { lane: index + 1, index: lane.ledger.lines.indexOf(line) }"
          />
        </template>
        <line
          v-for="(notch, at) in notches(lane)"
          :key="at"
          class="notch"
          :x1="x(notch)"
          :x2="x(notch)"
          :y1="TOP + index * LANE + 12"
          :y2="TOP + index * LANE + 24"
        />
        <path
          v-if="lane.ledger.due !== undefined"
          class="flag"
          :d="`M${x(lane.ledger.due)} ${TOP + index * LANE + 24}v-18h11l-3 4 3 4h-11`"
        />
      </g>
      <circle
        v-for="(one, at) in happened"
        :key="`e${at}`"
        class="event"
        :class="{ on: chosen?.lane === 0 && chosen.index === at }"
        :cx="x(one.from)"
        :cy="height - 20"
        r="3.5"
        @mouseenter="chosen = { lane: 0, index: at }"
      />
      <rect
        v-if="stop && chosen!.lane > 0"
        class="chosen"
        :x="x(stop.from) - 2"
        :y="TOP + (chosen!.lane - 1) * LANE + 12"
        :width="Math.max(4, x(stop.to) - x(stop.from) + 4)"
        height="12"
      />
      <text
        v-for="({ said, ...placed }, index) in captions"
        :key="oneAt(lanes, index).clock.target"
        class="caption"
        :x="placed.x"
        :y="TOP + index * LANE + 9"
      >
        {{ placed.text }}
        <title>{{ said }}</title>
      </text>
      <text
        v-if="x(now) <= width"
        class="moment"
        :x="Math.min(width - 32, Math.max(32, x(now)))"
        :y="TOP - 14"
        text-anchor="middle"
      >
        now {{ timeOfDay(now, zone) }}
      </text>
    </svg>
    <p class="line small" aria-live="polite">{{ stop?.text ?? '' }}</p>
  </figure>
</template>

<style scoped>
.chart {
  margin: 0.6rem 0 0.8rem;
}
svg {
  max-width: 860px;
  width: 100%;
  display: block;
}
text {
  font: 11px var(--sans);
  fill: var(--ink-2);
}
.label {
  font-family: var(--mono);
  fill: var(--ink-3);
  font-size: 10.5px;
}
.word {
  fill: var(--ink-3);
  font-size: 10px;
}
.shut {
  fill: var(--page-2);
  stroke: none;
}
.tick {
  stroke: var(--rule);
}
.rest {
  stroke: var(--rule-2);
}
.lane {
  color: var(--sea);
}
.lane.is-close {
  color: var(--brass);
}
.lane.is-over,
.lane.is-missed {
  color: var(--red);
}
.lane.is-paused {
  color: var(--still);
}
.counted {
  fill: currentColor;
}
rect.paused {
  fill: var(--page);
  stroke: var(--still);
  stroke-dasharray: 2 2;
}
.event {
  fill: var(--page);
  stroke: var(--ink-2);
  stroke-width: 1.4;
}
.event.on {
  fill: var(--brass);
}
.chosen {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
}
.line {
  min-height: 1.4em;
  margin: 2px 0 0;
  color: var(--ink-2);
}
.notch {
  stroke: var(--ink);
}
.flag {
  fill: var(--ink);
  stroke: var(--ink);
}
.lane.is-over .flag,
.lane.is-missed .flag {
  fill: var(--red);
  stroke: var(--red);
}
/* The line of now goes behind what is said, and stops short of its letters. */
.now {
  stroke: var(--ink);
  stroke-width: 1.4;
}
.caption,
.word,
.moment {
  paint-order: stroke;
  stroke: var(--page);
  stroke-width: 4px;
  stroke-linejoin: round;
}
.word {
  stroke: var(--page-2);
}
.moment {
  font-family: var(--mono);
  fill: var(--ink);
}
</style>
