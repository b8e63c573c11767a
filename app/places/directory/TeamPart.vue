<script setup lang="ts">
import { DAY, hoursAndMinutes, isoDate, Zone } from '~~/core/time'
import { toast } from '~/kit/toast'
import { useLists, useThingList } from './useThings'

// A team at work: its members with the hours of a week, how many are there together, and where nobody is.
const props = defineProps<{ id: string; name: string }>()
const session = useSession()
const time = useDeskTime()
const route = useRoute()
const lists = useLists()
const zone = computed(() => lists.data.value?.zone ?? session.me?.zone ?? 'UTC')
const people = useThingList('people', () => ({ where: `teams:${props.id}`, limit: 200 }))

/** Monday of the week that is shown, as the address says, or of this week. */
const monday = computed(() => {
  const asked = typeof route.query.week === 'string' ? Date.parse(`${route.query.week}T12:00Z`) : Number.NaN
  const day = new Date(Number.isNaN(asked) ? time.now : asked)
  day.setUTCDate(day.getUTCDate() - ((day.getUTCDay() + 6) % 7))
  return isoDate(day.getTime(), 'UTC')
})
const from = computed(() => {
  const [year, month, day] = monday.value.split('-').map(Number) as [number, number, number]
  return Zone.of(zone.value).toInstant({ year, month, day, hour: 0, minute: 0 })
})
const week = useQuery({
  key: () => ['directory', 'teams', props.id, 'week', from.value],
  query: ({ signal }) =>
    api('GET /api/directory/week', { query: { team: props.id, from: from.value }, signal }),
  // Which week this is is known once the desk's time is.
  enabled: () => time.now > 0,
  placeholderData: (before) => before as AnswerOf<'GET /api/directory/week'> | undefined,
})
const page = computed(() => week.data.value)
const go = (weeks: number) =>
  navigateTo({
    query: { ...route.query, week: isoDate(Date.parse(`${monday.value}T12:00Z`) + weeks * 7 * DAY, 'UTC') },
  })
const cache = useQueryCache()
const anew = () => cache.invalidateQueries({ key: ['directory'] }).catch(() => undefined)

const adding = ref<string | null>(null)
async function setTeams(person: string, change: (teams: string[]) => string[]) {
  try {
    const { values } = await api('GET /api/directory/{list}/{id}', { path: { list: 'people', id: person } })
    const teams = Array.isArray(values.teams) ? (values.teams as string[]) : []
    await api('PATCH /api/directory/{list}/{id}', {
      path: { list: 'people', id: person },
      body: { teams: change(teams) },
    })
    await anew()
  } catch (error) {
    const { problem } = asApiError(error)
    toast(problem.fields?.[0]?.message ?? problem.detail, { bad: true })
  }
}
async function add(person: string | null) {
  adding.value = null
  if (person !== null) await setTeams(person, (teams) => [...new Set([...teams, props.id])])
}
async function takeOut(person: string, name: string) {
  await setTeams(person, (teams) => teams.filter((one) => one !== props.id))
  toast(`${name} is no longer in ${props.name}.`, { undo: () => add(person) })
}
const lineOf = (person: string) => people.rows.value.find((one) => one.id === person)
const knows = (person: string) =>
  Object.entries((lineOf(person)?.values.skills ?? {}) as Record<string, string>)
    .map(([id, grade]) => `${people.names.value.skills?.[id] ?? id}${grade === 'sure' ? '' : ` (${grade})`}`)
    .join(', ')
/** Hours that others of the team work, to choose from. */
function othersOf(person: string) {
  const counts = new Map<string, number>()
  for (const one of page.value?.members ?? [])
    if (one.id !== person && one.shift) counts.set(one.shift, (counts.get(one.shift) ?? 0) + 1)
  return [...counts].map(([shift, count]) => ({ shift, count }))
}
const painting = ref<string>()
const away = ref<string>()
async function kept(text: string) {
  painting.value = undefined
  away.value = undefined
  toast(text)
  await anew()
}
const total = computed(() => (page.value?.members ?? []).reduce((sum, one) => sum + one.hours, 0))
const hours = (duration: number) => hoursAndMinutes(duration)
const weekday = (at: number) =>
  new Intl.DateTimeFormat('en-GB', {
    timeZone: zone.value,
    weekday: 'short',
    hour: '2-digit',
    minute: '2-digit',
  })
    .format(at)
    .replace(',', '')
const gaps = computed(() =>
  (page.value?.gaps ?? []).map((one) => `${weekday(one.start)} to ${weekday(one.end)}`),
)
const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
const GAPS_SHOWN = 3
const nameOf = (person: string) => page.value?.members.find((one) => one.id === person)?.name ?? person
const isNow = computed(() => time.now >= from.value && time.now < from.value + 7 * DAY)
</script>

<template>
  <section aria-labelledby="members">
    <h2 id="members">
      Who is there
      <span class="week">
        <KitButton kind="quiet" aria-label="The week before" @click="go(-1)">‹</KitButton>
        <span class="num">week of {{ monday }}</span>
        <KitButton kind="quiet" aria-label="The week after" @click="go(1)">›</KitButton>
        <NuxtLink v-if="!isNow" class="small" :to="{ query: { ...route.query, week: undefined } }"
          >this week</NuxtLink
        >
      </span>
    </h2>
    <KitError :error="week.error.value ?? people.error.value" tries-again @again="week.refetch()" />
    <p v-if="!page && !week.error.value" class="quiet" role="status">Reading the week …</p>
    <WeekRows
      v-if="page?.members.length"
      label="Members and their week"
      :heads="[
        { label: 'Member' },
        { label: 'Mon-to-Sun' },
        { label: 'Hours', figures: true },
        { label: 'Knows' },
        { label: 'Take out', bare: true },
      ]"
    >
      <template #head-Mon-to-Sun>
        <span class="days"
          ><span v-for="day in DAYS" :key="day">{{ day }}</span></span
        >
      </template>
      <template v-for="one in page.members" :key="one.id">
        <tr>
          <td>
            <NuxtLink :to="`/directory/people/${one.id}`"
              ><b>{{ one.name }}</b></NuxtLink
            >
            <span class="quiet small role">{{ one.role }}</span>
          </td>
          <td class="strip">
            <WeekStrip
              :from="page.from"
              :to="page.to"
              :zone="zone"
              :open="one.open"
              :away="one.away.map((day) => day.date)"
              :label="`${one.name}: ${one.shift ?? 'no hours'}`"
            />
            <span class="small quiet">{{ one.shift ?? 'no hours: is never given a ticket' }}</span>
            <span v-for="day in one.away" :key="day.date" class="small quiet">
              · {{ day.date }} {{ day.name.toLowerCase() }}</span
            >
            <span v-for="next in one.later" :key="next.from" class="small quiet">
              · from {{ next.from }} {{ next.shift }}</span
            >
            <template v-if="session.may('planPeople')">
              <KitButton
                kind="link"
                class="small change"
                :aria-expanded="painting === one.id"
                :aria-label="`Change the hours of ${one.name}`"
                @click="painting = painting === one.id ? undefined : one.id"
                >change</KitButton
              >
              <KitButton
                kind="link"
                class="small change"
                :aria-expanded="away === one.id"
                :aria-label="`Say when ${one.name} is away`"
                @click="away = away === one.id ? undefined : one.id"
                >away …</KitButton
              >
            </template>
          </td>
          <td class="n">{{ hours(one.hours) }}</td>
          <td>
            {{ knows(one.id) }}
            <span v-if="lineOf(one.id)?.values.capacity" class="small quiet role"
              >at most {{ lineOf(one.id)?.values.capacity }} open</span
            >
          </td>
          <td>
            <KitButton
              v-if="session.may('changeDirectory')"
              kind="quiet"
              :aria-label="`Take ${one.name} out of the team`"
              @click="takeOut(one.id, one.name)"
              >take out</KitButton
            >
          </td>
        </tr>
        <tr v-if="painting === one.id || away === one.id">
          <td colspan="5">
            <ShiftForm
              v-if="painting === one.id"
              :id="one.id"
              :name="one.name"
              :shift="one.later.at(-1)?.shift ?? one.shift"
              :others="othersOf(one.id)"
              @done="kept(`${one.name} works so from then on.`)"
              @close="painting = undefined"
            />
            <AwayForm
              v-else
              :people="
                page.members.map(({ id: person, name: who }) => ({
                  id: person,
                  name: who,
                  teams: [],
                  onShift: false,
                }))
              "
              :person="one.id"
              @done="kept(`${one.name} is away then.`)"
              @close="away = undefined"
            />
          </td>
        </tr>
      </template>
      <template #sum>
        <tr>
          <td><b>There together</b></td>
          <td class="strip">
            <WeekStrip
              :from="page.from"
              :to="page.to"
              :zone="zone"
              :counts="page.together"
              :gaps="page.gaps"
              :label="
                gaps.length
                  ? `Nobody is there ${gaps.join(', ')}`
                  : 'Somebody is there whenever promises count'
              "
            />
          </td>
          <td class="n">
            <b>{{ hours(total) }}</b>
          </td>
          <td colspan="2">
            <p v-if="gaps.length" class="close">
              ◐ nobody {{ gaps.slice(0, GAPS_SHOWN).join('; ')
              }}{{ gaps.length > GAPS_SHOWN ? ` and ${gaps.length - GAPS_SHOWN} times more` : '' }}, while
              promises count
            </p>
            <p v-for="one in page.onlyOne" :key="one.skill" class="small">
              {{ people.names.value.skills?.[one.skill] ?? one.skill }} hangs on
              {{ nameOf(one.person) }} alone
            </p>
          </td>
        </tr>
      </template>
    </WeekRows>
    <KitEmpty v-else-if="page" says="Nobody yet: what is sorted to this team stays in its queue." />
    <p v-if="page?.members.length" class="small quiet">
      Filled: on shift · hatched: away · dashed: nobody while promises count · noon is the small notch · days
      of
      {{ zone }}
    </p>
    <ThingFinder
      v-if="session.may('changeDirectory')"
      :model-value="adding"
      list="people"
      label="Add a member"
      bare
      placeholder="add a member"
      :begins="{ role: 'technician', teams: [id] }"
      @update:model-value="add"
    />
  </section>
</template>

<style scoped>
.change {
  margin-left: 8px;
}
.out {
  white-space: nowrap;
}
.days {
  display: flex;
}
.days span {
  flex: 1;
}
h2 {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: baseline;
  border-bottom: 1px solid var(--rule-2);
  margin: 18px 0 6px;
}
.week {
  display: inline-flex;
  gap: 6px;
  align-items: baseline;
  font-weight: 400;
  font-size: 0.93rem;
}
.role {
  display: block;
}
.close {
  color: var(--brass);
  font-weight: 600;
  margin: 0;
}
p {
  margin: 2px 0;
}
</style>
