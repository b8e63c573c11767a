<script setup lang="ts">
import type { RotaOverride } from '~~/core/ladder'
import { present } from '~~/core/lookup'
import { dayAndMonth, isoDate, momentInWords, parseMoment, timeOfDay } from '~~/core/time'
import { toast } from '~/kit/toast'

// One rota: who has it now and next, its calendar, and swaps: somebody else has it for a while.
const props = defineProps<{
  line: AnswerOf<'GET /api/rotas'>['rotas'][number]
  weeks: readonly (readonly { start: number; end: number }[])[]
  zone: string
  swaps: readonly RotaOverride[]
  names: Readonly<Record<string, string>>
  people: AnswerOf<'GET /api/technicians'>
}>()
const emit = defineEmits<{ changed: [] }>()
const session = useSession()
const time = useDeskTime()
const rota = computed(() => props.line.rota)
const nameOf = (id: string | null | undefined) => (id ? (props.names[id] ?? id) : 'nobody')
const isSwap = (at: number) => props.swaps.some((one) => one.from <= at && at < one.to)
const months = computed(() =>
  props.weeks.map((week) =>
    week.map(({ start, end }) => ({
      key: start,
      // The year stands above.
      day: dayAndMonth(start, props.zone).replace(/ \d{4}$/, ''),
      isToday: time.now >= start && time.now < end,
      duties: props.line.duties
        .filter((one) => one.from < end && one.to > start)
        .map((one) => ({
          who: nameOf(one.people[0]),
          isNobody: !one.people.length,
          isSwapped: isSwap(Math.max(one.from, start)),
          ...(one.from > start && { from: timeOfDay(one.from, props.zone) }),
        })),
    })),
  ),
)

const NOBODY = ''
const swap = reactive({ open: false, person: NOBODY as string | null, from: '', to: '', why: '' })
const { busy, error, run } = useDeed()
const choices = computed(() => [
  { value: NOBODY, label: 'nobody' },
  ...props.people.map((one) => ({ value: one.id, label: one.name })),
])
function begin(at = time.now) {
  const day = isoDate(at, props.zone)
  const momentOf = (hour: string) => new Date(parseMoment(`${day}T${hour}`, props.zone)).toISOString()
  error.value = undefined
  Object.assign(swap, {
    ...{ open: true, person: session.me?.id ?? NOBODY, why: '' },
    ...{ from: momentOf('09:00'), to: momentOf('17:00') },
  })
}
async function keep() {
  const instant = (moment: string) => (moment ? Math.round(Date.parse(moment)) : 0)
  const body = { from: instant(swap.from), to: instant(swap.to), person: swap.person || null, why: swap.why }
  const done = await run(() =>
    api('POST /api/rotas/{rota}/overrides', { path: { rota: rota.value.id }, body }),
  )
  if (!done) return
  toast(`${props.people.find((one) => one.id === swap.person)?.name ?? 'Nobody'} has it then.`)
  swap.open = false
  emit('changed')
}
async function takeBack(one: RotaOverride) {
  const ask = { path: { rota: one.rota }, query: { id: one.id } }
  if (await run(() => api('DELETE /api/rotas/{rota}/overrides', ask))) emit('changed')
}

// A calendar file: what it holds is said first.
const read = ref<{
  text: string
  duties: { from: number; to: number; name: string }[]
  left: string[]
}>()
async function choose([file]: File[]) {
  if (!file) return
  const text = await file.text()
  const found = await run(() =>
    api('POST /api/rotas/{rota}/calendar', { path: { rota: rota.value.id }, body: { text } }),
  )
  if (found) read.value = { text, ...found }
}
async function takeOver() {
  const { text, duties } = present(read.value)
  const body = { text, take: true }
  if (!(await run(() => api('POST /api/rotas/{rota}/calendar', { path: { rota: rota.value.id }, body }))))
    return
  toast(`${duties.length} duties are taken over as swaps.`)
  read.value = undefined
  emit('changed')
}
const taking = ref(false)
</script>

<template>
  <section :aria-labelledby="`rota-${rota.id}`">
    <h2 :id="`rota-${rota.id}`">{{ rota.name }}</h2>
    <p>
      On now: <b>{{ nameOf(line.now[0]) }}</b><template v-if="line.now[1]"
        >, then {{ nameOf(line.now[1]) }}</template
      ><template v-if="line.now[2]"> and {{ nameOf(line.now[2]) }}</template
      ><template v-if="line.next">
        · from {{ momentInWords(line.next.from, zone, time.now) }}
        <b>{{ nameOf(line.next.person) }}</b></template
      >
      <span class="acts">
        <KitButton @click="begin()">Swap …</KitButton>
        <a
          class="small"
          :href="linkTo('GET /api/rotas/{rota}/calendar', { path: { rota: rota.id } })"
          download
          >iCalendar file</a
        >
        <KitButton
          v-if="session.may('planPeople')"
          kind="link"
          :aria-expanded="taking"
          @click="taking = !taking"
          >Take over a file …</KitButton
        >
      </span>
    </p>
    <KitError v-if="!swap.open" :error="error" />
    <KitFiles
      v-if="taking && !read"
      label="A calendar file (iCalendar)"
      help="Each duty that can be taken over becomes a swap. What it holds is said first."
      :lines="[]"
      @pick="choose"
    />
    <form
      v-if="swap.open"
      class="panel"
      novalidate
      @submit.prevent="keep"
      @keydown.esc.stop="swap.open = false"
    >
      <div class="line">
        <KitChoice v-model="swap.person" label="Who has it" :options="choices" :error="error?.on('person')" />
        <KitMoment v-model="swap.from" label="From" :zone="zone" :error="error?.on('from')" />
        <KitMoment v-model="swap.to" label="To" :zone="zone" :error="error?.on('to')" />
        <KitText v-model="swap.why" label="Since" placeholder="a swap, a day off …" :most="200" />
      </div>
      <KitError :error="error" />
      <KitButton kind="main" type="submit" :busy="busy">Keep the swap</KitButton>
      &nbsp;<KitButton kind="plain" @click="swap.open = false">Leave it</KitButton>
    </form>
    <div v-if="read" class="panel" role="status">
      <p>
        The file has {{ read.duties.length }} duties that can be taken over{{
          read.left.length ? `, and ${read.left.length} that cannot` : ''
        }}.
      </p>
      <ul class="small">
        <li v-for="(one, at) in read.duties.slice(0, 5)" :key="at">
          {{ one.name }}: {{ momentInWords(one.from, zone, time.now) }} to
          {{ momentInWords(one.to, zone, time.now) }}
        </li>
        <li v-for="one in read.left.slice(0, 5)" :key="one" class="bad">{{ one }}</li>
      </ul>
      <KitButton kind="main" :busy="busy" :disabled="!read.duties.length" @click="takeOver"
        >Take them over</KitButton
      >
      &nbsp;<KitButton kind="plain" @click="read = undefined">Leave it</KitButton>
    </div>
    <DutyMonth :label="`Calendar of ${rota.name}`" :weeks="months" verb="Swap on" @press="begin" />
    <ul v-if="swaps.length" class="list small">
      <li v-for="one in swaps" :key="one.id">
        ⇄ {{ nameOf(one.person) }}: {{ momentInWords(one.from, zone, time.now) }} to
        {{ momentInWords(one.to, zone, time.now) }}<template v-if="one.why">, {{ one.why }}</template>
        <KitButton kind="link" @click="takeBack(one)">take it back</KitButton>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.acts {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  margin-left: 14px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
}
.line > * {
  flex: 1 1 180px;
}
.list {
  padding-left: 18px;
}
.bad {
  color: var(--red);
}
</style>
