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
const REPEATS = [
  ['', 'only this once'],
  ['FREQ=YEARLY', `every year on ${inMonth} ${monthName}`],
  ...(nth <= 4
    ? [
        [
          `FREQ=YEARLY;BYMONTH=${month};BYDAY=${nth}${code}`,
          `every year on the ${ORDER[nth - 1]} ${WEEKDAYS[weekday - 1]} of ${monthName}`,
        ],
      ]
    : []),
  ...(isLast
    ? [
        [
          `FREQ=YEARLY;BYMONTH=${month};BYDAY=-1${code}`,
          `every year on the last ${WEEKDAYS[weekday - 1]} of ${monthName}`,
        ],
      ]
    : []),
]

const before = props.exception
const fields = reactive({
  name: before?.name ?? '',
  how: before ? (before.shut === 'all day' ? 'all day' : before.open ? 'open' : 'part') : 'all day',
  hours: (before?.open ?? (Array.isArray(before?.shut) ? before.shut : []))
    .map((span) => `${span.from}–${span.to}`)
    .join(', '),
  repeats: before?.repeats ?? '',
})
const choices = computed(() =>
  REPEATS.some(([rule]) => rule === fields.repeats)
    ? REPEATS
    : [...REPEATS, [fields.repeats, `by the rule ${fields.repeats}`]],
)
const wrong = reactive({ name: '', hours: '' })
const form = ref<HTMLFormElement>()
onMounted(() => form.value?.querySelector('input')?.focus())

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
    ...(fields.repeats && { repeats: fields.repeats }),
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
    ref="form"
    class="panel"
    :aria-label="`Special day ${date}`"
    novalidate
    @submit.prevent="keep"
    @keydown.esc="emit('close')"
  >
    <b class="num">{{ WEEKDAYS[weekday - 1] }} {{ date }}</b>
    <div class="line">
      <div class="field">
        <label for="ex-name">What day is it?</label>
        <InputText
          id="ex-name"
          v-model="fields.name"
          :invalid="Boolean(wrong.name)"
          aria-describedby="ex-name-error"
        />
        <p id="ex-name-error" class="error-text">{{ wrong.name }}</p>
      </div>
      <div class="field">
        <label for="ex-how">Hours</label>
        <select id="ex-how" v-model="fields.how" class="plain-input">
          <option value="all day">shut all day</option>
          <option value="part">shut for part of the day</option>
          <option value="open">open extra</option>
        </select>
      </div>
      <div v-if="fields.how !== 'all day'" class="field">
        <label for="ex-hours">{{ fields.how === 'part' ? 'Shut' : 'Open' }} from – to</label>
        <InputText
          id="ex-hours"
          v-model="fields.hours"
          :invalid="Boolean(wrong.hours)"
          placeholder="12:00–17:00"
          aria-describedby="ex-hours-error"
        />
        <p id="ex-hours-error" class="error-text">{{ wrong.hours }}</p>
      </div>
      <div class="field">
        <label for="ex-repeats">Repeats</label>
        <select id="ex-repeats" v-model="fields.repeats" class="plain-input">
          <option v-for="[rule, words] in choices" :key="rule" :value="rule">{{ words }}</option>
        </select>
      </div>
    </div>
    <button class="act main" type="submit">Keep</button>
    <button v-if="exception" class="act" type="button" @click="emit('remove')">Remove the day</button>
    <button class="act plain" type="button" @click="emit('close')">Leave it</button>
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
.plain-input {
  font: inherit;
  color: var(--ink);
  background: var(--field);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 6px 8px;
  min-height: 34px;
}
.act {
  margin-right: 6px;
}
</style>
