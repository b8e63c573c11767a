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
import { ask } from '~/kit/asking'

// One calendar: its hours painted, its special days on the sheet of a year, and a trial at the foot.
const props = defineProps<EachProps & { directory: DirectoryPage }>()
const time = useDeskTime()
const index = computed(() => props.design.calendars.findIndex((one) => one.id === props.id))
const calendar = computed(() => props.design.calendars[index.value])
const uses = computed(() => usesOfCalendar(props.design, props.directory, props.id))
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
function setBase(base: string | null) {
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

const HEADS = [
  ...[{ label: 'Day' }, { label: 'Name' }, { label: 'Hours' }, { label: 'Repeats' }],
  { label: 'Change', bare: true },
]
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

async function remove(event: Event) {
  const isMeant = await ask({
    at: event.currentTarget as HTMLElement,
    says: `Remove “${present(calendar.value).name}” from the draft?`,
    verb: 'Remove it',
  })
  if (isMeant && (await props.change('calendars', props.id, calendar.value, null)))
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
      <KitText
        label="Name"
        :model-value="calendar.name"
        :disabled="readonly"
        :commit="(name: string) => set({ name })"
      />
      <KitChoice
        label="Zone in which the hours are meant"
        :model-value="calendar.zone"
        :options="zoneOptions(calendar.zone)"
        :disabled="readonly"
        :error="problems.find((one) => one.place === 'zone')?.message"
        @update:model-value="$event && set({ zone: $event })"
      />
      <KitChoice
        clears
        label="Builds on"
        placeholder="nothing: it stands alone"
        :model-value="calendar.buildsOn ?? null"
        :options="named(design.calendars.filter((other) => other.id !== id))"
        :disabled="readonly"
        @update:model-value="setBase"
      />
    </div>

    <section aria-labelledby="week-title">
      <h2 id="week-title">The week</h2>
      <div v-if="laterWeeks.length || !readonly" class="weeks small">
        <KitButton kind="link" :aria-pressed="chosenWeek < 0" @click="chosenWeek = -1">{{
          laterWeeks.length ? `until ${laterWeeks[0]!.from}` : 'every week'
        }}</KitButton>
        <KitButton
          v-for="(one, at) in laterWeeks"
          :key="one.from"
          kind="link"
          :aria-pressed="chosenWeek === at"
          @click="chosenWeek = at"
          >from {{ one.from }}</KitButton
        >
        <template v-if="!readonly">
          <form v-if="addingWeek" class="inline" @submit.prevent="addWeek">
            <KitDay v-model="newFrom" label="Other hours from" />
            <KitButton type="submit">Add</KitButton>
            <KitButton kind="plain" @click="addingWeek = false">Leave it</KitButton>
          </form>
          <KitButton v-else kind="link" @click="addingWeek = true">other hours from a date on …</KitButton>
          <KitButton v-if="chosenWeek >= 0" kind="link" @click="removeWeek">take this week out</KitButton>
        </template>
      </div>
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
        <KitButton kind="link" @click="set({ week: [] })">Take the hours of the base again</KitButton>
      </p>
    </section>

    <section aria-labelledby="days-title">
      <h2 id="days-title">
        Special days of
        <KitButton kind="sign" aria-label="The year before" @click="year--">‹</KitButton>
        <span class="num">{{ year }}</span>
        <KitButton kind="sign" aria-label="The year after" @click="year++">›</KitButton>
      </h2>
      <YearSheet
        v-if="flat && year"
        :calendar="flat"
        :year="year"
        :chosen="day"
        @choose="(date: string) => (day = readonly ? undefined : date)"
      />
      <ExceptionForm
        v-if="day && !readonly"
        :key="day"
        :date="day"
        :exception="calendar.exceptions[ofDay]"
        @keep="keepException"
        @remove="removeException(ofDay)"
        @close="day = undefined"
      />
      <LedgerTable v-if="calendar.exceptions.length || inherited.length" class="list" :heads="HEADS">
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
              <KitButton kind="link" @click="day = one.date">change</KitButton> ·
              <KitButton kind="link" @click="removeException(at)">remove</KitButton>
            </template>
            <span
              v-for="problem in problems.filter((found) => found.place.startsWith(`exceptions[${at}]`))"
              :key="problem.place"
              class="error-text"
              >{{ problem.message }}</span
            >
          </td>
        </tr>
      </LedgerTable>
      <p v-else class="quiet">No special days yet: press a day, or bring in public holidays.</p>
      <BringDays v-if="!readonly" :year="year" @take="takeOver" />
      <p class="small">
        <KitButton kind="link" @click="download">Save as iCalendar file</KitButton>
        <template v-if="!readonly && !uses.length">
          ·
          <KitButton kind="link" @click="remove">Remove this calendar …</KitButton>
        </template>
      </p>
    </section>

    <TrialLine v-if="flat" :calendar="flat" />
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
  gap: 8px;
  align-items: flex-end;
}
.inline .kit-button {
  margin-bottom: 14px;
}
.list {
  max-width: 900px;
  margin-top: 12px;
}
</style>
