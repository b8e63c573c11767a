<script setup lang="ts">
import { minutesOfWeek, paintWeek, weekInWords, type WeeklySpan } from '~~/core/time'
import { oneAt } from '~~/core/lookup'

// Paint the week: press and draw over half hours to open or shut them; the first cell decides which. By keyboard the
// arrows move and Space paints. Hours that are not on the half hour are kept and can be written below.
const props = defineProps<{ week: WeeklySpan[]; readonly: boolean; label: string }>()
const emit = defineEmits<{ change: [week: WeeklySpan[]] }>()

const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']
const STEPS = 48
let painting: { day: number; step: number; open: boolean; before: WeeklySpan[] } | undefined
const shown = ref(props.week)
watch(
  () => props.week,
  // Not under a moving pointer: what is painted now begins from what was on the screen.
  (week) => !painting && (shown.value = week),
)

const open = computed(() => {
  const minutes = minutesOfWeek(shown.value)
  return DAYS.map((_, day) =>
    Array.from({ length: STEPS }, (_, step) => {
      const [start, end] = [day * 1440 + step * 30, day * 1440 + step * 30 + 30]
      const covered = minutes.reduce(
        (sum, one) => sum + Math.max(0, Math.min(end, one.end) - Math.max(start, one.start)),
        0,
      )
      return covered === 30 ? 'open' : covered > 0 ? 'part' : 'shut'
    }),
  )
})

function begin(day: number, step: number) {
  if (props.readonly) return
  painting = { day, step, open: oneAt(open.value, day)[step] !== 'open', before: shown.value }
  draw(day, step)
}
/** Everything between the first cell and this one, days and half hours, becomes what the first became. */
function draw(day: number, step: number) {
  if (!painting) return
  const [firstDay, lastDay] = [Math.min(day, painting.day), Math.max(day, painting.day)]
  const [first, last] = [Math.min(step, painting.step), Math.max(step, painting.step)]
  let week = painting.before
  for (let one = firstDay; one <= lastDay; one++)
    week = paintWeek(week, one + 1, first * 30, last * 30 + 30, painting.open)
  shown.value = week
}
function end() {
  if (!painting) return
  painting = undefined
  if (JSON.stringify(shown.value) !== JSON.stringify(props.week)) emit('change', shown.value)
}
function move(event: PointerEvent) {
  if (!painting) return
  const cell = document.elementFromPoint(event.clientX, event.clientY)?.closest<HTMLElement>('[data-step]')
  if (cell) draw(Number(cell.dataset.day), Number(cell.dataset.step))
}
onMounted(() => addEventListener('pointerup', end))
onBeforeUnmount(() => removeEventListener('pointerup', end))

const at = ref({ day: 0, step: 18 })
const grid = ref<HTMLElement>()
async function onKey(event: KeyboardEvent) {
  const by: Record<string, [number, number]> = {
    ArrowLeft: [0, -1],
    ArrowRight: [0, 1],
    ArrowUp: [-1, 0],
    ArrowDown: [1, 0],
  }
  if (event.key === ' ' && !props.readonly) {
    event.preventDefault()
    begin(at.value.day, at.value.step)
    end()
  }
  const step = by[event.key]
  if (!step) return
  event.preventDefault()
  at.value = {
    day: (at.value.day + step[0] + 7) % 7,
    step: Math.min(STEPS - 1, Math.max(0, at.value.step + step[1])),
  }
  await nextTick()
  grid.value?.querySelector<HTMLElement>('[tabindex="0"]')?.focus()
}
const time = (step: number) => `${String(Math.floor(step / 2)).padStart(2, '0')}:${step % 2 ? '30' : '00'}`

// Exact hours, to the minute: one line of text for each day.
const editing = ref<number>()
const line = ref('')
const wrong = ref('')
const spansOf = (day: number) =>
  shown.value
    .filter((span) => span.day === day + 1)
    .map((span) => `${span.from}–${span.to}`)
    .join(', ')
function edit(day: number) {
  editing.value = day
  line.value = spansOf(day)
  wrong.value = ''
}
function keep(day: number) {
  const parts = line.value.split(/[,;]/).filter((part) => part.trim())
  const spans: WeeklySpan[] = []
  for (const part of parts) {
    const match = /^\s*(\d{1,2}:\d\d)\s*(?:-|–|to)\s*(\d{1,2}:\d\d)\s*$/.exec(part)
    if (!match) return (wrong.value = `“${part.trim()}” is not understood; write 09:00–17:00, 18:00–20:00`)
    spans.push({ day: day + 1, from: oneAt(match, 1).padStart(5, '0'), to: oneAt(match, 2).padStart(5, '0') })
  }
  editing.value = undefined
  emit('change', [...shown.value.filter((span) => span.day !== day + 1), ...spans])
}
</script>

<template>
  <div>
    <div ref="grid" class="grid" role="grid" :aria-label="label" @pointermove="move" @keydown="onKey">
      <div class="hours" role="presentation" aria-hidden="true">
        <span v-for="hour in 12" :key="hour" class="num">{{ String((hour - 1) * 2).padStart(2, '0') }}</span>
      </div>
      <div v-for="(name, day) in DAYS" :key="name" class="day" role="row">
        <span class="name" role="rowheader">{{ name.slice(0, 3) }}</span>
        <span
          v-for="(cell, step) in open[day]"
          :key="step"
          role="gridcell"
          class="cell"
          :class="[cell, { hour: step % 2 === 0 }]"
          :data-day="day"
          :data-step="step"
          :tabindex="!readonly && at.day === day && at.step === step ? 0 : -1"
          :aria-label="`${name} ${time(step)} ${cell === 'part' ? 'open for part' : cell}`"
          @pointerdown.prevent="begin(day, step)"
        />
        <span class="exact" role="gridcell">
          <form
            v-if="editing === day"
            @submit.prevent="keep(day)"
            @keydown.stop
            @keydown.esc="editing = undefined"
          >
            <input v-model="line" :aria-label="`Hours on ${name}`" size="22" :aria-invalid="Boolean(wrong)" />
            <button class="link" type="submit">keep</button>
          </form>
          <button v-else-if="!readonly" class="link num" type="button" :tabindex="0" @click="edit(day)">
            {{ spansOf(day) || 'shut' }}
          </button>
          <span v-else class="num">{{ spansOf(day) || 'shut' }}</span>
        </span>
      </div>
    </div>
    <p v-if="wrong" class="error-text" role="alert">{{ wrong }}</p>
    <p class="small quiet">{{ weekInWords(shown) }}</p>
  </div>
</template>

<style scoped>
.grid {
  touch-action: none;
  user-select: none;
  max-width: 980px;
  overflow-x: auto;
}
.hours,
.day {
  display: flex;
  align-items: center;
}
.hours {
  padding-left: 38px;
}
.hours span {
  width: 48px;
  font-size: 10.5px;
  color: var(--ink-3);
}
.name {
  width: 38px;
  flex: none;
  font-weight: 600;
}
.cell {
  width: 12px;
  flex: none;
  height: 24px;
  border-bottom: 1px solid var(--page);
  background: var(--page-2);
  cursor: cell;
}
.cell.hour {
  border-left: 1px solid var(--rule);
}
.cell.open {
  background: var(--sea);
  border-left-color: var(--sea);
}
.cell.part {
  background: linear-gradient(135deg, var(--sea) 50%, var(--page-2) 50%);
}
.cell:focus-visible {
  outline: 2px solid var(--brass);
  outline-offset: 0;
  z-index: 1;
}
.exact {
  padding-left: 12px;
  white-space: nowrap;
}
.exact .link {
  display: inline-flex;
  align-items: center;
  min-height: 24px;
}
.exact input {
  font: 0.93rem var(--mono);
}
</style>
