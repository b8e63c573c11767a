<script setup lang="ts">
import type { Duty, RotaFault, RotaOverride } from '~~/core/ladder'
import { DAY, dayAndMonth, isoDate, momentInWords, parseMoment, timeOfDay, Zone } from '~~/core/time'
import { present } from '~~/core/lookup'

definePageMeta({ layout: 'staff', middleware: 'staff' })
useHead({ title: 'Rota · Yare Ledger' })

// Who is on call when: four weeks as a calendar, with swaps, gaps and people who have two rotas at once.
type Page = AnswerOf<'GET /api/rotas'>
const route = useRoute()
const session = useSession()
const time = useDeskTime()
const zone = computed(() => session.me?.zone ?? 'UTC')
const page = ref<Page>()
const problem = ref('')
const said = ref('')
const deed = useDeed()
const staff = ref<{ id: string; name: string }[]>([])
const WEEKS = 4
const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']
/** The year stands above. */
const shortDay = (at: number) => dayAndMonth(at, zone.value).replace(/ \d{4}$/, '')

/** Desk time when the page was asked for; the browser's clock carries it on. */
const began = ref(0)
const now = computed(() => Math.max(time.now, began.value))

/** Monday of the first week that is shown. */
const first = computed(() => {
  const asked = typeof route.query.from === 'string' ? Date.parse(`${route.query.from}T12:00Z`) : Number.NaN
  const day = new Date(Number.isNaN(asked) ? now.value : asked)
  day.setUTCDate(day.getUTCDate() - ((day.getUTCDay() + 6) % 7))
  return isoDate(day.getTime(), 'UTC')
})
const startOf = (date: string, days = 0) => {
  const [year, month, day] = date.split('-').map(Number) as [number, number, number]
  const at = new Date(Date.UTC(year, month - 1, day + days))
  return Zone.of(zone.value).toInstant({
    year: at.getUTCFullYear(),
    month: at.getUTCMonth() + 1,
    day: at.getUTCDate(),
    hour: 0,
    minute: 0,
  })
}
async function load() {
  try {
    const from = startOf(first.value)
    page.value = await api('GET /api/rotas', { query: { from, to: startOf(first.value, WEEKS * 7) } })
    problem.value = ''
  } catch (error) {
    problem.value = asApiError(error).problem.detail
  }
}
const { now: asked } = await api('GET /api/clock').catch(() => ({ now: time.now }))
began.value = asked
await load()
watch(() => route.query.from, load)
onMounted(async () => {
  const directory = await beside('Whom a turn can be given to', api('GET /api/people'))
  staff.value = (directory?.people ?? []).filter((one) => one.active && one.role !== 'requester')
})
const nameOf = (id: string | null | undefined) => (id ? (page.value?.people[id] ?? id) : 'nobody')
const days = computed(() =>
  Array.from({ length: WEEKS * 7 }, (_, index) => ({
    start: startOf(first.value, index),
    end: startOf(first.value, index + 1),
    index,
  })),
)
const weeks = computed(() =>
  Array.from({ length: WEEKS }, (_, week) => days.value.slice(week * 7, week * 7 + 7)),
)
const go = (by: number) =>
  navigateTo({ query: { from: isoDate(startOf(first.value, by * 7) + DAY / 2, 'UTC') } })

/** The duties of a day: whoever has it, from when. */
const dutiesOn = (duties: Duty[], start: number, end: number) =>
  duties
    .filter((one) => one.from < end && one.to > start)
    .map((one) => ({
      from: Math.max(one.from, start),
      person: one.people[0] ?? null,
      begins: one.from > start,
      second: one.people[1],
    }))
const isToday = (start: number, end: number) => now.value >= start && now.value < end
const swapsOf = (rota: string) => (page.value?.overrides ?? []).filter((one) => one.rota === rota)
const isSwap = (rota: string, at: number) => swapsOf(rota).some((one) => one.from <= at && at < one.to)
const faultInWords = (fault: RotaFault) => {
  const span = `${momentInWords(fault.from, zone.value, now.value)} to ${momentInWords(fault.to, zone.value, now.value)}`
  const name = (id: string) => page.value?.rotas.find(({ rota }) => rota.id === id)?.rota.name ?? id
  return fault.kind === 'gap'
    ? `Nobody has ${name(fault.rota)}, ${span}`
    : `${nameOf(fault.person)} has both ${name(fault.rotas[0])} and ${name(fault.rotas[1])}, ${span}`
}

// A swap: somebody else has it for a while.
const swap = reactive({ rota: '', person: '', from: '', to: '', why: '' })
function begin(rota: string, at?: number) {
  deed.error.value = undefined
  said.value = ''
  const day = isoDate(at ?? now.value, zone.value)
  Object.assign(swap, {
    rota,
    person: session.me?.id ?? '',
    from: `${day}T09:00`,
    to: `${day}T17:00`,
    why: '',
  })
}
const instantOf = (text: string) => {
  try {
    return parseMoment(text, zone.value)
  } catch {
    return Number.NaN
  }
}
async function keep() {
  const body = {
    from: Math.round(instantOf(swap.from)),
    to: Math.round(instantOf(swap.to)),
    person: swap.person || null,
    why: swap.why,
  }
  const done = await deed.run(() =>
    api('POST /api/rotas/{rota}/overrides', { path: { rota: swap.rota }, body }),
  )
  if (!done) return
  said.value = `${nameIn(swap.person)} has it then.`
  swap.rota = ''
  await load()
}
const nameIn = (id: string) => staff.value.find((one) => one.id === id)?.name ?? 'Nobody'
async function takeBack(one: RotaOverride) {
  const ask = { path: { rota: one.rota }, query: { id: one.id } }
  if (await deed.run(() => api('DELETE /api/rotas/{rota}/overrides', ask))) await load()
}

// Away on whole days: the next in turn has it then, and nobody gives them a ticket.
const away = reactive({ open: false, person: '', from: '', to: '', why: '' })
function beginAway() {
  deed.error.value = undefined
  const today = isoDate(now.value, zone.value)
  Object.assign(away, { open: !away.open, person: session.me?.id ?? '', from: today, to: today, why: '' })
}
async function setAway(person: string, body: { from: string; to: string; why?: string }) {
  if (!(await deed.run(() => api('POST /api/people/{person}/absence', { path: { person }, body })))) return
  away.open = false
  await load()
}
const canChoose = computed(() =>
  session.isLead ? staff.value : staff.value.filter((one) => one.id === session.me?.id),
)

// A calendar file: what it holds is said first.
const read = ref<{
  rota: string
  text: string
  duties: { from: number; to: number; name: string }[]
  left: string[]
}>()
async function choose(rota: string, event: Event) {
  const [file] = filesIn(event)
  if (!file) return
  const text = await file.text()
  emptied(event)
  const found = await deed.run(() =>
    api('POST /api/rotas/{rota}/calendar', { path: { rota }, body: { text } }),
  )
  if (found) read.value = { rota, text, ...found }
}
async function takeOver() {
  const { rota, text } = present(read.value)
  const done = await deed.run(() =>
    api('POST /api/rotas/{rota}/calendar', { path: { rota }, body: { text, take: true } }),
  )
  if (!done) return
  said.value = `${present(read.value).duties.length} duties are taken over as swaps.`
  read.value = undefined
  await load()
}
</script>

<template>
  <div class="sheet">
    <DirectoryNav />
    <h1>Rota</h1>
    <p v-if="problem" class="notice bad" role="alert">
      {{ problem }} <button class="act" type="button" @click="load">Try again</button>
    </p>
    <p v-if="said" class="notice good" role="status">{{ said }}</p>
    <p v-if="deed.error.value && !swap.rota && !away.open" class="notice bad" role="alert">
      {{ deed.error.value.problem.detail }}
    </p>
    <template v-if="page">
      <p v-if="!page.rotas.length" class="quiet">
        The edition in force has no rota. <NuxtLink to="/design/ladders#rotas">Write one in Design</NuxtLink>.
      </p>
      <p v-else class="tools">
        <button class="act" type="button" @click="go(-WEEKS)">Earlier</button>
        <b class="num"
          >{{ dayAndMonth(days[0]!.start, zone) }} – {{ dayAndMonth(days.at(-1)!.start, zone) }}</b
        >
        <button class="act" type="button" @click="go(WEEKS)">Later</button>
        <button v-if="route.query.from" class="link" type="button" @click="navigateTo({ query: {} })">
          Today
        </button>
        <span class="quiet">times in {{ zone }}</span>
        <button class="act" type="button" :aria-expanded="away.open" @click="beginAway">Away …</button>
      </p>
      <form
        v-if="away.open"
        class="swap"
        novalidate
        @submit.prevent="setAway(away.person, { from: away.from, to: away.to, why: away.why || 'away' })"
        @keydown.esc="away.open = false"
      >
        <label
          >Who is away
          <select v-model="away.person">
            <option v-for="one in canChoose" :key="one.id" :value="one.id">{{ one.name }}</option>
          </select></label
        >
        <label>first day <input v-model="away.from" type="date" /></label>
        <label>last day <input v-model="away.to" type="date" /></label>
        <label>since <input v-model="away.why" maxlength="80" placeholder="holiday, a course …" /></label>
        <button class="act main" type="submit" :disabled="deed.busy.value">Keep it</button>
        <button class="act plain" type="button" @click="away.open = false">Leave it</button>
        <p v-if="deed.error.value" class="error-text" role="alert">
          {{
            deed.error.value.problem.fields?.map((one) => one.message).join('; ') ||
            deed.error.value.problem.detail
          }}
        </p>
      </form>
      <ul v-if="page.away.length" class="swaps small">
        <li v-for="one in page.away" :key="one.person + one.first">
          {{ nameOf(one.person) }} is away
          {{ one.first === one.last ? one.first : `${one.first} to ${one.last}` }}:
          {{ one.name }}
          <button
            v-if="session.isLead || one.person === session.me?.id"
            class="link"
            type="button"
            @click="setAway(one.person, { from: one.first, to: one.last })"
          >
            take it back
          </button>
        </li>
      </ul>
      <ul v-if="page.faults.length" class="faults">
        <li v-for="(fault, at) in page.faults.slice(0, 6)" :key="at">
          <b>{{ fault.kind === 'gap' ? '△ Gap' : '◇ Two at once' }}</b> {{ faultInWords(fault) }}
        </li>
        <li v-if="page.faults.length > 6" class="quiet">and {{ page.faults.length - 6 }} more like these</li>
      </ul>
      <section v-for="line in page.rotas" :key="line.rota.id" :aria-labelledby="`rota-${line.rota.id}`">
        <h2 :id="`rota-${line.rota.id}`">{{ line.rota.name }}</h2>
        <p>
          On now: <b>{{ nameOf(line.now[0]) }}</b><template v-if="line.now[1]"
            >, then {{ nameOf(line.now[1]) }}</template
          ><template v-if="line.now[2]"> and {{ nameOf(line.now[2]) }}</template
          ><template v-if="line.next">
            · from {{ momentInWords(line.next.from, zone, now) }}
            <b>{{ nameOf(line.next.person) }}</b></template
          >
          <span class="acts">
            <button class="act" type="button" @click="begin(line.rota.id)">Swap …</button>
            <a
              class="small"
              :href="linkTo('GET /api/rotas/{rota}/calendar', { path: { rota: line.rota.id } })"
              download
              >iCalendar file</a
            >
            <label v-if="session.isLead" class="act file"
              >Take over a file …
              <input
                class="sr-only"
                type="file"
                accept=".ics,text/calendar"
                @change="choose(line.rota.id, $event)"
            /></label>
          </span>
        </p>
        <form
          v-if="swap.rota === line.rota.id"
          class="swap"
          novalidate
          @submit.prevent="keep"
          @keydown.esc="swap.rota = ''"
        >
          <label
            >Who has it
            <select v-model="swap.person">
              <option value="">nobody</option>
              <option v-for="one in staff" :key="one.id" :value="one.id">{{ one.name }}</option>
            </select></label
          >
          <label>from <input v-model="swap.from" type="datetime-local" /></label>
          <label>to <input v-model="swap.to" type="datetime-local" /></label>
          <label>since <input v-model="swap.why" maxlength="200" placeholder="a swap, a day off …" /></label>
          <button class="act main" type="submit" :disabled="deed.busy.value">Keep the swap</button>
          <button class="act plain" type="button" @click="swap.rota = ''">Leave it</button>
          <p v-if="deed.error.value" class="error-text" role="alert">
            {{
              deed.error.value.problem.fields?.map((one) => one.message).join('; ') ||
              deed.error.value.problem.detail
            }}
          </p>
        </form>
        <div v-if="read?.rota === line.rota.id" class="notice" role="status">
          <p>
            The file has {{ read.duties.length }} duties that can be taken over{{
              read.left.length ? `, and ${read.left.length} that cannot` : ''
            }}.
          </p>
          <ul class="small">
            <li v-for="(one, at) in read.duties.slice(0, 5)" :key="at">
              {{ one.name }}: {{ momentInWords(one.from, zone, now) }} to
              {{ momentInWords(one.to, zone, now) }}
            </li>
            <li v-for="one in read.left.slice(0, 5)" :key="one" class="bad">{{ one }}</li>
          </ul>
          <button class="act main" type="button" :disabled="!read.duties.length" @click="takeOver">
            Take them over
          </button>
          <button class="act plain" type="button" @click="read = undefined">Leave it</button>
        </div>
        <div class="scroll-x" tabindex="0" role="group" :aria-label="`Calendar of ${line.rota.name}`">
          <table class="month">
            <thead>
              <tr>
                <th v-for="name in WEEKDAYS" :key="name" scope="col">{{ name }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(week, at) in weeks" :key="at">
                <td v-for="day in week" :key="day.index" :class="{ today: isToday(day.start, day.end) }">
                  <button
                    class="day num"
                    type="button"
                    :aria-label="`Swap on ${dayAndMonth(day.start, zone)}`"
                    @click="begin(line.rota.id, day.start)"
                  >
                    {{ shortDay(day.start) }}
                  </button>
                  <div
                    v-for="(one, index) in dutiesOn(line.duties, day.start, day.end)"
                    :key="index"
                    class="duty"
                    :class="{ gap: one.person === null, swapped: isSwap(line.rota.id, one.from) }"
                  >
                    <span v-if="one.begins" class="num quiet">{{ timeOfDay(one.from, zone) }}</span>
                    {{ nameOf(one.person) }}
                    <span v-if="isSwap(line.rota.id, one.from)" class="quiet">⇄</span>
                  </div>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <ul v-if="swapsOf(line.rota.id).length" class="swaps small">
          <li v-for="one in swapsOf(line.rota.id)" :key="one.id">
            ⇄ {{ nameOf(one.person) }}: {{ momentInWords(one.from, zone, now) }} to
            {{ momentInWords(one.to, zone, now) }}<template v-if="one.why">, {{ one.why }}</template>
            <button class="link" type="button" @click="takeBack(one)">take it back</button>
          </li>
        </ul>
      </section>
    </template>
  </div>
</template>

<style scoped>
.sheet {
  padding: 16px 24px 60px;
  overflow-y: auto;
  height: 100%;
}
.tools,
.acts {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
.acts {
  margin-left: 14px;
}
.faults {
  list-style: none;
  padding: 6px 12px;
  border-left: 3px solid var(--brass);
  margin: 8px 0;
}
.swap {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
  padding: 8px 0;
}
select,
input {
  font: inherit;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 3px 6px;
}
.file:focus-within {
  outline: 2px solid var(--sea);
  outline-offset: 2px;
}
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
.swaps {
  padding-left: 18px;
}
.bad {
  color: var(--red);
}
.link {
  min-height: 24px;
}
</style>
