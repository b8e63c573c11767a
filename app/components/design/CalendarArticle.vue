<script setup lang="ts">
import {
  checkCalendar,
  flattenCalendar,
  weekInWords,
  writeIcalendar,
  type Calendar,
  type CalendarException,
  type WeeklySpan,
} from '~~/core/time'
import { usesOfCalendar } from '~~/core/design'
import type { EachProps } from '~/composables/useDraft'
import type { DirectoryPage } from '~/composables/useNames'
import { present } from '~~/core/lookup'

// One calendar: its hours painted, its special days on the sheet of a year, and a trial at the foot.
const props = defineProps<EachProps & { directory: DirectoryPage }>()
const time = useDeskTime()
const index = computed(() => props.design.calendars.findIndex((one) => one.id === props.id))
const calendar = computed(() => props.design.calendars[index.value])
const uses = computed(() => usesOfCalendar(props.design, props.directory, props.id))
const zones = Intl.supportedValuesOf('timeZone')

const flat = computed(() => {
  if (!calendar.value) return undefined
  try {
    return flattenCalendar(calendar.value, (id) => props.design.calendars.find((one) => one.id === id))
  } catch {
    return calendar.value
  }
})
const problems = computed(() => (calendar.value ? checkCalendar(calendar.value) : []))

function set(change: Partial<Calendar>) {
  return props.change('calendars', props.id, calendar.value, { ...present(calendar.value), ...change })
}
function setBase(base: string) {
  const { buildsOn: _, ...rest } = present(calendar.value)
  return props.change('calendars', props.id, calendar.value, base ? { ...rest, buildsOn: base } : rest)
}

// Hours may change from a date on; each such week is painted by itself.
const chosenWeek = ref(-1)
const laterWeeks = computed(() => calendar.value?.laterWeeks ?? [])
watch(laterWeeks, (weeks) => chosenWeek.value >= weeks.length && (chosenWeek.value = weeks.length - 1))
const isInherited = computed(
  () => chosenWeek.value < 0 && !calendar.value?.week.length && Boolean(calendar.value?.buildsOn),
)
const shownWeek = computed(() =>
  chosenWeek.value < 0 ? (flat.value?.week ?? []) : (laterWeeks.value[chosenWeek.value]?.week ?? []),
)
function setWeek(week: WeeklySpan[]) {
  if (chosenWeek.value < 0) return set({ week })
  return set({
    laterWeeks: laterWeeks.value.map((one, at) => (at === chosenWeek.value ? { ...one, week } : one)),
  })
}
const newFrom = ref('')
const addingWeek = ref(false)
async function addWeek() {
  if (!newFrom.value) return
  const weeks = [...laterWeeks.value, { from: newFrom.value, week: shownWeek.value }].sort((a, b) =>
    a.from < b.from ? -1 : 1,
  )
  if (!(await set({ laterWeeks: weeks }))) return
  chosenWeek.value = weeks.findIndex((one) => one.from === newFrom.value)
  addingWeek.value = false
  newFrom.value = ''
}
function removeWeek() {
  const weeks = laterWeeks.value.filter((_, at) => at !== chosenWeek.value)
  chosenWeek.value = -1
  void set({ laterWeeks: weeks })
}

// The sheet begins with the year that it is for the desk, which is known once its time has been read.
const year = ref(0)
watch(
  () => time.now,
  (now) => now && !year.value && (year.value = new Date(now).getUTCFullYear()),
  { immediate: true },
)
const day = ref<string>()
const ofDay = computed(() => calendar.value?.exceptions.findIndex((one) => one.date === day.value) ?? -1)

function keepException(exception: CalendarException) {
  const list = [...present(calendar.value).exceptions]
  if (ofDay.value >= 0) list[ofDay.value] = exception
  else list.push(exception)
  void set({ exceptions: list.sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0)) })
  day.value = undefined
}
function removeException(at: number) {
  void set({ exceptions: present(calendar.value).exceptions.filter((_, one) => one !== at) })
  day.value = undefined
}
/** Takes over days from elsewhere; a day that is there already with the same name is not doubled. */
async function takeOver(exceptions: CalendarException[]): Promise<void> {
  const known = new Set(present(calendar.value).exceptions.map((one) => `${one.date} ${one.name}`))
  const fresh = exceptions.filter((one) => !known.has(`${one.date} ${one.name}`))
  const list = [...present(calendar.value).exceptions, ...fresh].sort((a, b) => (a.date < b.date ? -1 : 1))
  await set({ exceptions: list })
}

const shutWords = (one: CalendarException) =>
  [
    one.shut === 'all day'
      ? 'shut all day'
      : one.shut?.map((span) => `shut ${span.from}–${span.to}`).join(', '),
    one.open?.map((span) => `open ${span.from}–${span.to}`).join(', '),
  ]
    .filter(Boolean)
    .join('; ')
const inherited = computed(
  () =>
    flat.value?.exceptions.slice(
      0,
      flat.value.exceptions.length - (calendar.value?.exceptions.length ?? 0),
    ) ?? [],
)

function download() {
  const stamp = new Date(time.now).toISOString().replace(/[-:]|\.\d+/g, '')
  const file = new Blob([writeIcalendar(present(flat.value), stamp)], { type: 'text/calendar' })
  const link = document.createElement('a')
  link.href = URL.createObjectURL(file)
  link.download = `${props.id}.ics`
  link.click()
  URL.revokeObjectURL(link.href)
}

const removing = ref(false)
async function remove() {
  if (await props.change('calendars', props.id, calendar.value, null))
    await navigateTo('/design/working-time')
}
</script>

<template>
  <div v-if="!calendar">
    <h1>There is no such calendar</h1>
    <p><NuxtLink to="/design/working-time">To all calendars</NuxtLink></p>
  </div>
  <div v-else class="calendar">
    <p class="small">
      <NuxtLink :to="{ path: '/design/working-time', query: $route.query }">{{ heading }}</NuxtLink>
    </p>
    <h1>{{ under }}.{{ index + 1 }} {{ calendar.name }}</h1>
    <p class="quiet small">
      {{ uses.length ? `Counts for: ${uses.join(', ')}.` : 'Nothing counts in it yet.' }}
    </p>
    <FindingsAt :findings="findings" :place="`working-time/${id}`" />
    <div class="head">
      <div class="field">
        <label for="cal-name">Name</label>
        <InputText
          id="cal-name"
          :model-value="calendar.name"
          :disabled="readonly"
          @change="set({ name: typedIn($event) })"
        />
      </div>
      <div class="field">
        <label for="cal-zone">Zone in which the hours are meant</label>
        <input
          id="cal-zone"
          list="zones"
          class="plain-input"
          :value="calendar.zone"
          :disabled="readonly"
          @change="set({ zone: typedIn($event).trim() })"
        />
        <datalist id="zones"><option v-for="zone in zones" :key="zone" :value="zone" /></datalist>
        <p class="error-text">{{ problems.find((one) => one.place === 'zone')?.message }}</p>
      </div>
      <div class="field">
        <label for="cal-base">Builds on</label>
        <select
          id="cal-base"
          class="plain-input"
          :value="calendar.buildsOn ?? ''"
          :disabled="readonly"
          @change="setBase(typedIn($event))"
        >
          <option value="">nothing: it stands alone</option>
          <option
            v-for="one in design.calendars.filter((other) => other.id !== id)"
            :key="one.id"
            :value="one.id"
          >
            {{ one.name }}
          </option>
        </select>
      </div>
    </div>

    <section aria-labelledby="week-title">
      <h2 id="week-title">The week</h2>
      <p v-if="laterWeeks.length || !readonly" class="weeks small">
        <button class="link" type="button" :aria-pressed="chosenWeek < 0" @click="chosenWeek = -1">
          {{ laterWeeks.length ? `until ${laterWeeks[0]!.from}` : 'every week' }}
        </button>
        <button
          v-for="(one, at) in laterWeeks"
          :key="one.from"
          class="link"
          type="button"
          :aria-pressed="chosenWeek === at"
          @click="chosenWeek = at"
        >
          from {{ one.from }}
        </button>
        <template v-if="!readonly">
          <form v-if="addingWeek" class="inline" @submit.prevent="addWeek">
            <label for="from-date">Other hours from</label>
            <input id="from-date" v-model="newFrom" type="date" required />
            <button class="link" type="submit">add</button>
            <button class="link" type="button" @click="addingWeek = false">leave it</button>
          </form>
          <button v-else class="link" type="button" @click="addingWeek = true">
            other hours from a date on …
          </button>
          <button v-if="chosenWeek >= 0" class="link" type="button" @click="removeWeek">
            take this week out
          </button>
        </template>
      </p>
      <WeekGrid
        :week="shownWeek"
        :readonly="readonly"
        :label="`Hours of ${calendar.name}`"
        @change="setWeek"
      />
      <p v-if="isInherited" class="small quiet">
        These are the hours of the calendar it builds on; paint to give it hours of its own.
      </p>
      <p
        v-for="one in problems.filter((found) => /week/i.test(found.place))"
        :key="one.place"
        class="error-text"
      >
        {{ one.place }}: {{ one.message }}
      </p>
      <p v-if="!readonly && calendar.buildsOn && calendar.week.length" class="small">
        <button class="link" type="button" @click="set({ week: [] })">
          Take the hours of the base again
        </button>
      </p>
    </section>

    <section aria-labelledby="days-title">
      <h2 id="days-title">
        Special days of
        <button class="link" type="button" aria-label="The year before" @click="year--">‹</button>
        <span class="num">{{ year }}</span>
        <button class="link" type="button" aria-label="The year after" @click="year++">›</button>
      </h2>
      <DesignYearSheet
        v-if="flat && year"
        :calendar="flat"
        :year="year"
        :chosen="day"
        @choose="(date: string) => (day = readonly ? undefined : date)"
      />
      <DesignExceptionForm
        v-if="day && !readonly"
        :key="day"
        :date="day"
        :exception="calendar.exceptions[ofDay]"
        @keep="keepException"
        @remove="removeException(ofDay)"
        @close="day = undefined"
      />
      <table v-if="calendar.exceptions.length || inherited.length" class="ledger-table list">
        <thead>
          <tr>
            <th>Day</th>
            <th>Name</th>
            <th>Hours</th>
            <th>Repeats</th>
            <th><span class="sr-only">Change</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(one, at) in inherited" :key="`i${at}`" class="quiet">
            <td class="t">{{ one.date }}</td>
            <td>{{ one.name }}</td>
            <td>{{ shutWords(one) }}</td>
            <td>{{ one.repeats ? 'yearly' : '' }}</td>
            <td class="small">of the base</td>
          </tr>
          <tr v-for="(one, at) in calendar.exceptions" :key="`o${at}`">
            <td class="t">{{ one.date }}</td>
            <td>{{ one.name }}</td>
            <td>{{ shutWords(one) }}</td>
            <td>
              <span v-if="one.repeats" :title="one.repeats">yearly</span>
            </td>
            <td class="small">
              <template v-if="!readonly">
                <button class="link" type="button" @click="day = one.date">change</button> ·
                <button class="link" type="button" @click="removeException(at)">remove</button>
              </template>
              <span
                v-for="problem in problems.filter((found) => found.place.startsWith(`exceptions[${at}]`))"
                :key="problem.place"
                class="error-text"
                >{{ problem.message }}</span
              >
            </td>
          </tr>
        </tbody>
      </table>
      <p v-else class="quiet">No special days yet: press a day, or bring in public holidays.</p>
      <DesignBringDays v-if="!readonly" :year="year" @take="takeOver" />
      <p class="small">
        <button class="link" type="button" @click="download">Save as iCalendar file</button>
        <template v-if="!readonly && !uses.length">
          ·
          <button v-if="!removing" class="link" type="button" @click="removing = true">
            Remove this calendar …
          </button>
          <template v-else
            >Remove “{{ calendar.name }}” from the draft?
            <button class="link" type="button" @click="remove">Remove it</button> ·
            <button class="link" type="button" @click="removing = false">Keep it</button></template
          >
        </template>
      </p>
    </section>

    <DesignTrialLine v-if="flat" :calendar="flat" />
    <p class="sr-only">{{ weekInWords(flat?.week ?? []) }}</p>
  </div>
</template>

<style scoped>
h2 {
  margin-top: 18px;
}
.head {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: 0 18px;
  max-width: 900px;
  margin-top: 10px;
}
.plain-input {
  width: 100%;
  font: inherit;
  color: var(--ink);
  background: var(--field);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 6px 8px;
}
.weeks {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: center;
}
.weeks [aria-pressed='true'] {
  color: var(--ink);
  font-weight: 650;
  text-decoration: none;
}
.inline {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
.list {
  max-width: 900px;
  margin-top: 12px;
}
</style>
