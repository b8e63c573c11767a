<script setup lang="ts">
import type { RotaFault } from '~~/core/ladder'
import { DAY, dayAndMonth, isoDate, momentInWords, Zone } from '~~/core/time'
import { toast } from '~/kit/toast'

// Who is on call when: four weeks as a calendar, with swaps, gaps and people who have two rotas at once.
const WEEKS = 4
const route = useRoute()
const session = useSession()
const time = useDeskTime()
const zone = computed(() => session.me?.zone ?? 'UTC')
const people = useDeskPeople()

/** Monday of the first week that is shown. */
const first = computed(() => {
  const asked = typeof route.query.from === 'string' ? Date.parse(`${route.query.from}T12:00Z`) : Number.NaN
  const day = new Date(Number.isNaN(asked) ? time.now : asked)
  day.setUTCDate(day.getUTCDate() - ((day.getUTCDay() + 6) % 7))
  return isoDate(day.getTime(), 'UTC')
})
function startOf(date: string, days = 0): number {
  const [year, month, day] = date.split('-').map(Number) as [number, number, number]
  const at = new Date(Date.UTC(year, month - 1, day + days))
  return Zone.of(zone.value).toInstant({
    ...{ year: at.getUTCFullYear(), month: at.getUTCMonth() + 1, day: at.getUTCDate() },
    ...{ hour: 0, minute: 0 },
  })
}
const rotas = useQuery({
  key: () => ['rotas', first.value, zone.value],
  query: ({ signal }) =>
    api('GET /api/rotas', {
      query: { from: startOf(first.value), to: startOf(first.value, WEEKS * 7) },
      signal,
    }),
  // Which weeks these are is known once the desk's time is.
  enabled: () => time.now > 0,
  placeholderData: (before) => before as AnswerOf<'GET /api/rotas'> | undefined,
})
const page = computed(() => rotas.data.value)
const cache = useQueryCache()
const anew = () => cache.invalidateQueries({ key: ['rotas'] }).catch(() => undefined)

const days = computed(() =>
  Array.from({ length: WEEKS * 7 }, (_, index) => ({
    start: startOf(first.value, index),
    end: startOf(first.value, index + 1),
  })),
)
const weeks = computed(() =>
  Array.from({ length: WEEKS }, (_, week) => days.value.slice(week * 7, week * 7 + 7)),
)
const go = (by: number) =>
  navigateTo({ query: { from: isoDate(startOf(first.value, by * 7) + DAY / 2, 'UTC') } })
const nameOf = (id: string | null | undefined) => (id ? (page.value?.people[id] ?? id) : 'nobody')
function faultInWords(fault: RotaFault): string {
  const span = `${momentInWords(fault.from, zone.value, time.now)} to ${momentInWords(fault.to, zone.value, time.now)}`
  const name = (id: string) => page.value?.rotas.find(({ rota }) => rota.id === id)?.rota.name ?? id
  return fault.kind === 'gap'
    ? `Nobody has ${name(fault.rota)}, ${span}`
    : `${nameOf(fault.person)} has both ${name(fault.rotas[0])} and ${name(fault.rotas[1])}, ${span}`
}
const isAway = ref(false)
async function takeBack({ person, first: from, last: to }: { person: string; first: string; last: string }) {
  try {
    await api('POST /api/people/{person}/absence', { path: { person }, body: { from, to } })
    await anew()
  } catch (error) {
    toast(asApiError(error).problem.detail, { bad: true })
  }
}
</script>

<template>
  <div class="sheet">
    <p class="small"><NuxtLink to="/directory">People and places</NuxtLink></p>
    <h1>Rota</h1>
    <KitError :error="rotas.error.value" tries-again @again="rotas.refetch()" />
    <p v-if="!page && !rotas.error.value" class="quiet" role="status">Reading the rotas …</p>
    <template v-if="page">
      <p v-if="!page.rotas.length" class="quiet">
        The edition in force has no rota. <NuxtLink to="/design/ladders#rotas">Write one in Design</NuxtLink>.
      </p>
      <p class="tools">
        <KitButton @click="go(-WEEKS)">Earlier</KitButton>
        <b class="num"
          >{{ dayAndMonth(days[0]!.start, zone) }} – {{ dayAndMonth(days.at(-1)!.start, zone) }}</b
        >
        <KitButton @click="go(WEEKS)">Later</KitButton>
        <KitButton v-if="route.query.from" kind="link" @click="navigateTo({ query: {} })">Today</KitButton>
        <span class="quiet">times in {{ zone }}</span>
        <KitButton :aria-expanded="isAway" @click="isAway = !isAway">Away …</KitButton>
      </p>
      <AwayForm v-if="isAway" :people="people.data.value ?? []" @done="anew" @close="isAway = false" />
      <ul v-if="page.away.length" class="list small">
        <li v-for="one in page.away" :key="one.person + one.first">
          {{ nameOf(one.person) }} is away
          {{ one.first === one.last ? one.first : `${one.first} to ${one.last}` }}: {{ one.name }}
          <KitButton
            v-if="session.may('planPeople') || one.person === session.me?.id"
            kind="link"
            @click="takeBack(one)"
            >take it back</KitButton
          >
        </li>
      </ul>
      <ul v-if="page.faults.length" class="faults">
        <li v-for="(fault, at) in page.faults.slice(0, 6)" :key="at">
          <b>{{ fault.kind === 'gap' ? '△ Gap' : '◇ Two at once' }}</b> {{ faultInWords(fault) }}
        </li>
        <li v-if="page.faults.length > 6" class="quiet">and {{ page.faults.length - 6 }} more like these</li>
      </ul>
      <RotaSection
        v-for="line in page.rotas"
        :key="line.rota.id"
        :line="line"
        :weeks="weeks"
        :zone="zone"
        :swaps="page.overrides.filter((one) => one.rota === line.rota.id)"
        :names="page.people"
        :people="people.data.value ?? []"
        @changed="anew"
      />
    </template>
  </div>
</template>

<style scoped>
.sheet {
  padding: 12px 24px 60px;
  overflow-y: auto;
  height: 100%;
}
h1 {
  margin: 0 0 6px;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
.faults {
  list-style: none;
  padding: 6px 12px;
  border-left: 3px solid var(--brass);
  margin: 8px 0;
}
.list {
  padding-left: 18px;
}
</style>
