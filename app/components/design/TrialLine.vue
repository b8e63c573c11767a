<script setup lang="ts">
import { messageOf } from '~~/core/error/messageOf'
import { lineInWords, trialDue } from '~~/core/clock'
import {
  CalendarTime,
  Zone,
  HOUR,
  MINUTE,
  momentInWords,
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
const length = ref('8:00')
watch(
  () => time.now,
  (now) => {
    if (now && !start.value && Zone.exists(zone.value)) start.value = isoTime(now, zone.value).slice(0, 16)
  },
  { immediate: true },
)

const outcome = computed(() => {
  const match = /^(\d{1,4}):([0-5]\d)$/.exec(length.value.trim())
  if (!start.value) return { problem: 'Say when it is logged.' }
  if (!match) return { problem: 'Write the time like 8:00.' }
  try {
    const hours = new CalendarTime(props.calendar)
    const from = parseMoment(start.value, zone.value)
    const granted = Number(match[1]) * HOUR + Number(match[2]) * MINUTE
    return { from, ...trialDue(hours, from, granted) }
  } catch (error) {
    return { problem: messageOf(error) }
  }
})
const when = (at: number) => `${weekdayAndTime(at, zone.value)}`
</script>

<template>
  <section class="trial" aria-labelledby="trial-title">
    <h2 id="trial-title">A trial</h2>
    <p class="ask">
      <label for="trial-start">Logged</label>
      <input id="trial-start" v-model="start" type="datetime-local" />
      <label for="trial-length">and granted</label>
      <input id="trial-length" v-model="length" size="6" />
      <span aria-live="polite">
        <b v-if="'due' in outcome && outcome.due !== undefined"
          >→ due <span class="num">{{ momentInWords(outcome.due, zone, outcome.from!) }}</span></b
        >
        <span v-else class="error-text">{{ outcome.problem }}</span>
      </span>
      <span class="quiet small">in {{ zone }}</span>
    </p>
    <div
      v-if="'ledger' in outcome && outcome.ledger"
      class="scroll-x"
      tabindex="0"
      role="group"
      aria-label="Statement of the trial"
    >
      <table class="ledger-table">
        <thead>
          <tr>
            <th>From</th>
            <th>To</th>
            <th>What</th>
            <th class="n">Time</th>
            <th class="n">Balance</th>
          </tr>
        </thead>
        <tbody>
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
        </tbody>
      </table>
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
  gap: 6px 10px;
  align-items: center;
}
.ask input {
  font: 0.93rem var(--mono);
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 4px 6px;
}
.ledger-table {
  max-width: 900px;
}
</style>
