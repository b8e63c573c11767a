<script setup lang="ts">
import { messageOf } from '~~/core/error/messageOf'
import { lineInWords, trialDue } from '~~/core/clock'
import {
  CalendarTime,
  Zone,
  momentInWords,
  parseDuration,
  parseMoment,
  signedBalance,
  weekdayAndTime,
  dayAndMonth,
  isoTime,
  type Calendar,
} from '~~/core/time'

// Logged at …, so much time → due …: the hours tried out as they stand in the draft, with the statement.
const props = defineProps<{ calendar: Calendar }>()
const time = useDeskTime()
const zone = computed(() => props.calendar.zone)
const start = ref('')
const length = ref('PT8H')
watch(
  () => time.now,
  (now) => {
    if (now && !start.value && Zone.exists(zone.value)) start.value = isoTime(now, zone.value)
  },
  { immediate: true },
)

const outcome = computed(() => {
  if (!start.value) return { problem: 'Say when it is logged.' }
  try {
    const hours = new CalendarTime(props.calendar)
    const from = parseMoment(start.value, zone.value)
    return { from, ...trialDue(hours, from, parseDuration(length.value || 'PT0M')) }
  } catch (error) {
    return { problem: messageOf(error) }
  }
})
const HEADS = [
  ...[{ label: 'From' }, { label: 'To' }, { label: 'What' }],
  { label: 'Time', figures: true },
  { label: 'Balance', figures: true },
]
const when = (at: number) => `${weekdayAndTime(at, zone.value)}`
</script>

<template>
  <section class="trial" aria-labelledby="trial-title">
    <h2 id="trial-title">A trial</h2>
    <div class="ask">
      <KitMoment v-model="start" label="Logged" :zone="zone" />
      <KitDuration v-model="length" label="and granted" />
      <p aria-live="polite">
        <b v-if="'due' in outcome && outcome.due !== undefined"
          >→ due <span class="num">{{ momentInWords(outcome.due, zone, outcome.from!) }}</span></b
        >
        <span v-else class="error-text">{{ outcome.problem }}</span>
        <span class="quiet small">&nbsp;in {{ zone }}</span>
      </p>
    </div>
    <div
      v-if="'ledger' in outcome && outcome.ledger"
      class="scroll-x"
      tabindex="0"
      role="group"
      aria-label="Statement of the trial"
    >
      <LedgerTable :heads="HEADS">
        <tr
          v-for="line in outcome.ledger.lines.slice(0, 60)"
          :key="`${line.from}${line.kind}`"
          :class="{ quiet: line.kind === 'shut' }"
        >
          <td class="t">
            {{ when(line.from) }} <span class="quiet">{{ dayAndMonth(line.from, zone) }}</span>
          </td>
          <td class="t">{{ line.to === undefined ? '' : when(line.to) }}</td>
          <td>{{ lineInWords(line, (id) => id) }}</td>
          <td class="n">{{ line.amount === 0 ? '0:00' : signedBalance(line.amount) }}</td>
          <td class="n">{{ signedBalance(line.balance).replace('+', '') }}</td>
        </tr>
        <tr class="sum">
          <td class="t">{{ when(outcome.due!) }}</td>
          <td />
          <td>due</td>
          <td class="n">{{ signedBalance(-outcome.ledger.spent) }}</td>
          <td class="n">0:00</td>
        </tr>
      </LedgerTable>
    </div>
  </section>
</template>

<style scoped>
h2 {
  margin-top: 18px;
  border-bottom: 3px double var(--rule-2);
}
.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: flex-end;
}
.ledger-table {
  max-width: 900px;
}
</style>
