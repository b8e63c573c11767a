<script setup lang="ts">
import {
  amountShown,
  balanceShown,
  endOfStatement,
  lineInWords,
  momentOnPaper,
  shownStatement,
  timeLedger,
  type Clock,
} from '~~/core/clock'
import { DAY, momentInWords, weekdayAndTime, type WorkingTime } from '~~/core/time'

const props = defineProps<{
  clock: Clock
  hours: WorkingTime
  now: number
  zone: string
  /** Names of people by id. */
  people?: Record<string, string>
}>()
const nameOf = (id: string) => props.people?.[id] ?? id

const ledger = computed(() => timeLedger(props.clock, props.hours, props.now))
const long = computed(() => ledger.value.lines.length > 12 && !all.value && !paper.value)
const all = ref(false)
/** On paper no line is left out, and each says its day: who reads it does so later. */
const paper = ref(false)
defineExpose({ onPaper: (on: boolean) => (paper.value = on) })
/** In the minutes that are shown, so that whoever adds them up by hand comes to the same. */
const shown = computed(() => shownStatement(ledger.value))
const lines = computed(() =>
  long.value ? [...shown.value.lines.slice(0, 3), ...shown.value.lines.slice(-7)] : shown.value.lines,
)
function when(at: number): string {
  if (paper.value) return momentOnPaper(at, props.zone)
  return props.now - at > 6 * DAY
    ? momentInWords(at, props.zone, props.now).replace(/ \d{4} /, ' ')
    : weekdayAndTime(at, props.zone)
}
const end = computed(() =>
  endOfStatement(props.clock, ledger.value, (at) =>
    paper.value || props.clock.outcome ? when(at) : momentInWords(at, props.zone, props.now),
  ),
)
</script>

<template>
  <div class="scroll-x" tabindex="0" role="group" :aria-label="`Statement: ${clock.label}`">
    <table class="ledger-table">
      <thead>
        <tr>
          <th class="wide">From</th>
          <th class="wide">To</th>
          <th>What</th>
          <th class="n">Time</th>
          <th class="n">Balance</th>
        </tr>
      </thead>
      <tbody>
        <template v-for="({ line, ...one }, index) in lines" :key="`${line.from}-${line.kind}`">
          <tr v-if="long && index === 3">
            <td colspan="5">
              <button class="link" type="button" @click="all = true">
                {{ ledger.lines.length - 10 }} more lines
              </button>
            </td>
          </tr>
          <tr :class="{ quiet: line.kind === 'shut' || line.kind === 'paused' }">
            <td class="t wide">{{ when(line.from) }}</td>
            <td class="t wide">{{ line.to === undefined ? '' : when(line.to) }}</td>
            <td>
              <span class="t narrow"
                >{{ when(line.from)
                }}<template v-if="line.to !== undefined"> – {{ when(line.to) }}</template></span
              >
              {{ lineInWords(line, nameOf) }}
            </td>
            <td class="n">{{ amountShown(one.amount) }}</td>
            <td class="n">{{ balanceShown(one.balance) }}</td>
          </tr>
        </template>
        <tr class="sum">
          <td class="t wide">{{ clock.outcome ? 'End' : 'Now' }}</td>
          <td class="wide" />
          <td>
            <span class="t narrow">{{ clock.outcome ? 'End' : 'Now' }}</span> {{ end }}
          </td>
          <td class="n">{{ amountShown(-shown.spent) }}</td>
          <td class="n">{{ balanceShown(ledger.balance) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll-x {
  container-type: inline-size;
}
.narrow {
  display: none;
}
/* Where there is no room for five columns the times stand over what they are of. */
@container (max-width: 430px) {
  .wide {
    display: none;
  }
  .narrow {
    display: block;
  }
}
</style>
