<script setup lang="ts">
import { dayNumberOf, isoWeekday, type CalendarException, type DaySpan } from '~~/core/time'
import { oneAt } from '~~/core/lookup'

// One special day: what it is called, whether it is shut or opens extra, and whether it comes every year.
const props = defineProps<{ date: string; exception?: CalendarException }>()
const emit = defineEmits<{ keep: [exception: CalendarException]; remove: []; close: [] }>()

const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']
const ORDER = ['first', 'second', 'third', 'fourth', 'last']
const month = Number(props.date.slice(5, 7))
const inMonth = Number(props.date.slice(8))
const weekday = isoWeekday(dayNumberOf(props.date))
const monthName = new Date(`${props.date}T00:00Z`).toLocaleString('en-GB', { month: 'long', timeZone: 'UTC' })
const nth = Math.ceil(inMonth / 7)
const code = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'][weekday - 1]
const isLast = inMonth + 7 > new Date(Date.UTC(Number(props.date.slice(0, 4)), month, 0)).getUTCDate()
const ONCE = '(once)'
const REPEATS: [rule: string, words: string][] = [
  [ONCE, 'only this once'],
  ['FREQ=YEARLY', `every year on ${inMonth} ${monthName}`],
  ...(nth <= 4
    ? [
        [
          `FREQ=YEARLY;BYMONTH=${month};BYDAY=${nth}${code}`,
          `every year on the ${ORDER[nth - 1]} ${WEEKDAYS[weekday - 1]} of ${monthName}`,
        ] satisfies [string, string],
      ]
    : []),
  ...(isLast
    ? [
        [
          `FREQ=YEARLY;BYMONTH=${month};BYDAY=-1${code}`,
          `every year on the last ${WEEKDAYS[weekday - 1]} of ${monthName}`,
        ] satisfies [string, string],
      ]
    : []),
]

const HOWS = [
  { value: 'all day', label: 'shut all day' },
  { value: 'part', label: 'shut for part of the day' },
  { value: 'open', label: 'open extra' },
] as const
type How = (typeof HOWS)[number]['value']
function howOf(one: CalendarException | undefined): How {
  if (!one || one.shut === 'all day') return 'all day'
  return one.open ? 'open' : 'part'
}
const before = props.exception
const fields = reactive({
  name: before?.name ?? '',
  how: howOf(before),
  hours: (before?.open ?? (Array.isArray(before?.shut) ? before.shut : []))
    .map((span) => `${span.from}–${span.to}`)
    .join(', '),
  repeats: before?.repeats ?? ONCE,
})
const choices = computed(() => {
  const isKnown = REPEATS.some(([rule]) => rule === fields.repeats)
  const own: typeof REPEATS = isKnown ? [] : [[fields.repeats, `by the rule ${fields.repeats}`]]
  return [...REPEATS, ...own].map(([value, label]) => ({ value, label }))
})
const wrong = reactive({ name: '', hours: '' })

function spans(): DaySpan[] | undefined {
  const parts = fields.hours.split(/[,;]/).filter((part) => part.trim())
  const found = parts.map((part) => /^\s*(\d{1,2}:\d\d)\s*(?:-|–|to)\s*(\d{1,2}:\d\d)\s*$/.exec(part))
  if (!parts.length || found.some((one) => !one)) return undefined
  return found.map((one) => ({ from: oneAt(one!, 1).padStart(5, '0'), to: oneAt(one!, 2).padStart(5, '0') }))
}

function keep() {
  wrong.name = fields.name.trim() ? '' : 'say what day it is; the name stands in statements'
  const hours = fields.how === 'all day' ? [] : spans()
  wrong.hours = hours ? '' : 'write the hours like 12:00–17:00'
  if (wrong.name || wrong.hours || !hours) return
  emit('keep', {
    date: props.date,
    name: fields.name.trim(),
    ...(fields.repeats !== ONCE && { repeats: fields.repeats }),
    ...(fields.how === 'all day'
      ? { shut: 'all day' as const }
      : fields.how === 'part'
        ? { shut: hours }
        : { open: hours }),
  })
}
</script>

<template>
  <form
    class="panel"
    :aria-label="`Special day ${date}`"
    novalidate
    @submit.prevent="keep"
    @keydown.esc="emit('close')"
  >
    <b class="num">{{ WEEKDAYS[weekday - 1] }} {{ date }}</b>
    <div class="line">
      <KitText v-model="fields.name" label="What day is it?" focuses :error="wrong.name || undefined" />
      <KitChoice v-model="fields.how" label="Hours" :options="HOWS" />
      <KitText
        v-if="fields.how !== 'all day'"
        v-model="fields.hours"
        :label="`${fields.how === 'part' ? 'Shut' : 'Open'} from – to`"
        placeholder="12:00–17:00"
        :error="wrong.hours || undefined"
      />
      <KitChoice v-model="fields.repeats" label="Repeats" :options="choices" />
    </div>
    <div class="acts">
      <KitButton kind="main" type="submit">Keep</KitButton>
      <KitButton v-if="exception" @click="emit('remove')">Remove the day</KitButton>
      <KitButton kind="plain" @click="emit('close')">Leave it</KitButton>
    </div>
  </form>
</template>

<style scoped>
.panel {
  border: 1px solid var(--rule-2);
  border-left: 3px solid var(--sea);
  background: var(--page-2);
  padding: 10px 14px;
  margin: 10px 0;
  max-width: 900px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
  margin-top: 6px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
