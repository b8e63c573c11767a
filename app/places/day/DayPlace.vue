<script setup lang="ts">
import type { FieldStep } from '~~/core/work'
import { DAY, dayAndMonth, hoursAndMinutes, isoDate, weekdayAndTime } from '~~/core/time'
import type { Stop } from '~/composables/keptOnDevice'
import { nextStep, withDeeds, type Deed, type WaitingReport } from './deeds'
import { useFieldDay } from './useFieldDay'
import { useWaitingDeeds } from './useWaitingDeeds'

// Where somebody goes today and in the next days, and what they say from there; also without a connection.
const time = useDeskTime()
const route = useRoute()
const put = useAddress()
const day = computed(() => (typeof route.query.day === 'string' ? route.query.day : undefined))
const { page, error, isOld, person, again } = useFieldDay(() => day.value)
const { deeds, sending, add, send, drop, asNote } = useWaitingDeeds(() => person.value, again)
const failed = ref<ApiError>()
const { busy, error: noteError, run } = useDeed()

const zone = computed(() => page.value?.zone ?? 'UTC')
const stops = computed(() => (page.value?.stops ?? []).map((one) => withDeeds(one, deeds.value)))
const waiting = computed(() => deeds.value.filter((one) => one.refused === undefined))
const refused = computed(() => deeds.value.filter((one) => one.refused !== undefined))
/** What comes next: what is begun, or the first that is not over. */
const next = computed(() => {
  const open = stops.value.filter((one) => nextStep(one) !== undefined)
  return open.find((one) => one.state === 'begun') ?? open[0]
})
const title = (at: number) => `${weekdayAndTime(at, zone.value).slice(0, 3)} ${dayAndMonth(at, zone.value)}`
/** The stops by day; today stands there even where there is nothing. */
const days = computed(() => {
  if (!page.value) return []
  const byDay = new Map<string, Stop[]>()
  for (const one of stops.value) {
    const id = isoDate(one.from, zone.value)
    byDay.set(id, [...(byDay.get(id) ?? []), one])
  }
  const first = isoDate(page.value.from, zone.value)
  if (!byDay.has(first)) byDay.set(first, [])
  return [...byDay]
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([id, list]) => ({ id, list, at: list[0]?.from ?? page.value!.from, way: sum(list) }))
})
const sum = (list: readonly Stop[]) => list.reduce((all, one) => all + (one.way ?? 0), 0)
const SAID: Record<FieldStep, string> = { onWay: 'You are on the way', begun: 'Begun', done: 'Done' }

/** @returns whether it could be kept */
async function keep(stop: Stop, more: Pick<Deed, 'step' | 'report'>, said: string): Promise<boolean> {
  const { reference, booking, what } = stop
  failed.value = undefined
  try {
    await add({ reference, booking, what, at: Math.max(time.now, 1), ...more }, said)
    return true
  } catch {
    failed.value = asApiError(
      new Error('This device keeps nothing: allow this page to keep data, or write on the ticket.'),
    )
    return false
  }
}
const step = (stop: Stop, one: FieldStep) => keep(stop, { step: one }, `${SAID[one]}: ${stop.what}`)
const report = (stop: Stop, one: WaitingReport) => keep(stop, { report: one }, `Report kept: ${stop.what}`)
const waitsAt = ({ reference, booking }: Stop) =>
  waiting.value.filter((one) => one.reference === reference && one.booking === booking).length

/** What the desk did not take, in words. */
function inWords({ step: one, report: said, at, what }: Deed): string {
  const moment = weekdayAndTime(at, zone.value)
  if (one) return `${what}: ${SAID[one].toLowerCase()}, ${moment}`
  const parts = (said?.parts ?? []).map((part) => `${part.count} × ${part.what}`)
  const signed = said?.signedBy ? [`signed by ${said.signedBy}`] : []
  return [`${what}, ${moment}`, said?.words ?? '', ...parts, ...signed].filter(Boolean).join('\n')
}
function shift(by: number) {
  const from = page.value?.from ?? time.now
  const to = isoDate(from + by * DAY + DAY / 2, zone.value)
  put('day', to === isoDate(time.now, zone.value) ? undefined : to)
}
useShortcuts('My day', [
  { keys: '[', says: 'the day before', run: () => shift(-1) },
  { keys: ']', says: 'the day after', run: () => shift(1) },
])

/** The page is there without a connection once it has been opened with one. */
onMounted(async () => {
  if (!('serviceWorker' in navigator)) return
  await navigator.serviceWorker.register('/day-worker.js', { scope: '/day' }).catch(() => undefined)
  const { active } = await navigator.serviceWorker.ready
  const parts = performance.getEntriesByType('resource').map((one) => one.name)
  active?.postMessage({ keep: parts.filter((one) => one.includes('/_nuxt/') || one.endsWith('.svg')) })
})
</script>

<template>
  <section class="day" aria-label="My day">
    <header>
      <h1>My day</h1>
      <nav class="line" aria-label="Days">
        <KitButton kind="plain" aria-label="The day before" @click="shift(-1)">‹</KitButton>
        <KitButton kind="plain" @click="put('day', undefined)">Today</KitButton>
        <KitButton kind="plain" aria-label="The day after" @click="shift(1)">›</KitButton>
      </nav>
      <p class="small told" role="status">
        <template v-if="waiting.length"
          >{{ waiting.length === 1 ? 'One thing waits' : `${waiting.length} things wait` }} to be sent.
          <KitButton kind="link" :busy="sending" @click="send(true)">Send now</KitButton></template
        >
        <template v-if="isOld && page"> As it was {{ weekdayAndTime(page.now, zone) }}.</template>
      </p>
    </header>
    <KitError class="inset" :error="failed" />
    <KitError v-if="!isOld" class="inset" :error="error ?? undefined" tries-again @again="again" />
    <section v-if="refused.length" class="notice bad" aria-label="Not taken">
      <p v-for="one in refused" :key="one.key" class="refused">
        <span class="words">{{ inWords(one) }}</span>
        <b>{{ one.refused }}</b>
        <span class="acts">
          <KitButton :busy="busy" @click="run(() => asNote(one, inWords(one)))"
            >Write it on {{ one.reference }} as a note</KitButton
          >
          <KitButton kind="plain" @click="drop(one)">Let it go</KitButton>
        </span>
      </p>
      <KitError :error="noteError" />
    </section>
    <p v-if="!page && !error" class="nothing-open" role="status">Reading the ledger …</p>
    <section v-for="one in days" :key="one.id" :aria-label="title(one.at)">
      <h2 class="ledger-cols">
        <span>{{ title(one.at) }}</span>
        <span v-if="one.list.length" class="quiet">
          {{ one.list.length === 1 ? 'one stop' : `${one.list.length} stops`
          }}<template v-if="one.way">, {{ hoursAndMinutes(one.way) }} on the way</template>
        </span>
      </h2>
      <KitEmpty v-if="!one.list.length" class="inset" says="No fixed times on this day.">
        <NuxtLink to="/bench">See your Bench</NuxtLink>
      </KitEmpty>
      <DayStop
        v-for="stop in one.list"
        :key="`${stop.reference}-${stop.booking}`"
        :stop="stop"
        :zone="zone"
        :next="stop === next"
        :waits="waitsAt(stop)"
        @step="step(stop, $event)"
        :keep="(one) => report(stop, one)"
      />
    </section>
  </section>
</template>

<style scoped>
.day {
  height: 100%;
  overflow-y: auto;
  max-width: 860px;
  margin: 0 auto;
  background: var(--page);
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 16px;
  padding: 14px 18px 8px;
}
h1 {
  margin: 0;
}
.line {
  display: flex;
  gap: 6px;
}
.told {
  margin: 0 0 0 auto;
}
h2.ledger-cols {
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
  text-align: left;
  justify-content: space-between;
  margin: 0;
  padding: 6px 18px;
}
.inset {
  margin: 0 18px;
}
.notice {
  margin: 6px 18px;
}
.refused {
  display: flex;
  flex-direction: column;
  gap: 4px;
  margin: 0 0 8px;
}
.words {
  white-space: pre-line;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
