<script setup lang="ts">
import { CalendarTime, DAY, dayNumberOf, HOUR, isoWeekday, type Calendar } from '~~/core/time'

// A year on one sheet: each day with how it is open, special days marked; pressing a day is how it gets an exception.
const props = defineProps<{ calendar: Calendar; year: number; chosen?: string }>()
const emit = defineEmits<{ choose: [date: string] }>()

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']
interface Cell {
  date: string
  kind: 'open' | 'shut' | 'holiday' | 'part' | 'extra'
  title: string
}

const sheet = computed(() => {
  let hours: CalendarTime
  try {
    hours = new CalendarTime(props.calendar)
  } catch {
    return undefined
  }
  const first = dayNumberOf(`${props.year}-01-01`)
  const special = hours.exceptionsWithin(first, first + 366)
  return MONTHS.map((name, month) => {
    const start = Date.UTC(props.year, month, 1) / DAY
    const end = Date.UTC(props.year, month + 1, 1) / DAY
    const lead = isoWeekday(start) - 1
    const cells: Cell[] = []
    for (let day = start; day < end; day++) {
      const date = new Date(day * DAY).toISOString().slice(0, 10)
      const midnight = hours.zone.instantOfWall(day * DAY)
      const open = hours.between(midnight, hours.zone.instantOfWall((day + 1) * DAY))
      const exceptions = special.get(day) ?? []
      const shutAllDay = exceptions.some((one) => one.shut === 'all day')
      const kind = shutAllDay
        ? 'holiday'
        : exceptions.some((one) => one.open)
          ? 'extra'
          : exceptions.length
            ? 'part'
            : open > 0
              ? 'open'
              : 'shut'
      const names = exceptions.map((one) => one.name).join(', ')
      const length = open > 0 ? `open ${Math.round((open / HOUR) * 10) / 10} h` : 'shut'
      cells.push({ date, kind, title: `${date}: ${names ? `${names}, ` : ''}${length}` })
    }
    return { name, lead, cells }
  })
})
</script>

<template>
  <p v-if="!sheet" class="quiet">The year is drawn once the hours above are right.</p>
  <div v-else class="year">
    <div
      v-for="month in sheet"
      :key="month.name"
      class="month"
      role="group"
      :aria-label="`${month.name} ${year}`"
    >
      <b>{{ month.name }}</b>
      <div class="days">
        <span v-for="blank in month.lead" :key="`b${blank}`" />
        <button
          v-for="cell in month.cells"
          :key="cell.date"
          type="button"
          class="num"
          :class="[cell.kind, { chosen: cell.date === chosen }]"
          :title="cell.title"
          :aria-label="cell.title"
          @click="emit('choose', cell.date)"
        >
          {{ Number(cell.date.slice(8)) }}
        </button>
      </div>
    </div>
  </div>
  <p v-if="sheet" class="legend small quiet" aria-hidden="true">
    <span class="key open">1</span> open <span class="key shut">1</span> shut as every week
    <span class="key holiday">1</span> shut that day <span class="key part">1</span> shut for part
    <span class="key extra">1</span> open extra
  </p>
</template>

<style scoped>
.year {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(168px, 1fr));
  gap: 12px 18px;
  max-width: 1120px;
}
.month b {
  font: 600 1rem var(--serif);
}
.days {
  display: grid;
  grid-template-columns: repeat(7, 1fr);
  margin-top: 2px;
}
button,
.key {
  font-size: 10.5px;
  height: 24px;
  min-width: 24px;
  border: 0;
  background: none;
  color: var(--ink);
  cursor: pointer;
  padding: 0;
}
.key {
  display: inline-block;
  line-height: 24px;
  text-align: center;
  font-family: var(--mono);
  cursor: default;
}
button:hover {
  outline: 1px solid var(--sea);
}
.shut {
  color: var(--ink-3);
  background: var(--page-2);
}
.holiday {
  background: var(--ink);
  color: var(--page);
  font-weight: 600;
}
.part {
  background: linear-gradient(135deg, var(--rule-2) 50%, transparent 50%);
}
.extra {
  box-shadow: inset 0 -3px 0 var(--sea);
  font-weight: 600;
}
.chosen {
  outline: 2px solid var(--brass);
}
</style>
