<script setup lang="ts">
// Weeks of a rota as a calendar: who has it on each day, from when, and where nobody has.
defineProps<{
  label: string
  weeks: readonly (readonly {
    key: number
    /** The day as it is written: 16 Nov. */
    day: string
    isToday: boolean
    duties: readonly { who: string; from?: string; isNobody: boolean; isSwapped: boolean }[]
  }[])[]
  /** What pressing a day does: `Swap on`. */
  verb: string
}>()
defineEmits<{ press: [key: number] }>()
const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']
</script>

<template>
  <div class="scroll-x" tabindex="0" role="group" :aria-label="label">
    <table class="month">
      <thead>
        <tr>
          <th v-for="name in WEEKDAYS" :key="name" scope="col">{{ name }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(week, at) in weeks" :key="at">
          <td v-for="day in week" :key="day.key" :class="{ today: day.isToday }">
            <button
              class="day num"
              type="button"
              :aria-label="`${verb} ${day.day}`"
              @click="$emit('press', day.key)"
            >
              {{ day.day }}
            </button>
            <div
              v-for="(one, index) in day.duties"
              :key="index"
              class="duty"
              :class="{ gap: one.isNobody, swapped: one.isSwapped }"
            >
              <span v-if="one.from" class="num quiet">{{ one.from }}</span> {{ one.who }}
              <span v-if="one.isSwapped" class="quiet">⇄</span>
            </div>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
thead th {
  text-align: left;
  font-weight: 400;
  color: var(--ink-3);
  font-size: 0.86rem;
  padding: 0 5px;
}
.month {
  border-collapse: collapse;
  width: 100%;
  min-width: 760px;
  table-layout: fixed;
}
.month td {
  border: 1px solid var(--rule);
  vertical-align: top;
  padding: 2px 5px 5px;
  height: 54px;
}
.month .today {
  background: var(--sea-2);
}
.day {
  background: none;
  border: 0;
  color: var(--ink-3);
  font-size: 0.82rem;
  cursor: pointer;
  padding: 2px 0;
  min-height: 24px;
}
.duty {
  font-size: 0.92rem;
  line-height: 1.3;
  overflow-wrap: anywhere;
}
.duty.gap {
  color: var(--red);
}
.duty.swapped {
  border-left: 3px solid var(--brass);
  padding-left: 4px;
}
</style>
