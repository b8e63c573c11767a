<script setup lang="ts">
import { durationInWords, hoursAndMinutes, momentInWords, timeOfDay } from '~~/core/time'
import type { Ticket } from '~/composables/useTickets'

// The time worked on a ticket: the timer, what was written down, how long it will take, and fixed times.
const props = defineProps<{ ticket: Ticket; zone: string; now: number; hint?: string }>()
const emit = defineEmits<{ done: []; left: [] }>()
const session = useSession()
const works = computed(() => session.may('workTickets'))
const { busy, error, run } = useDeed(() => emit('done'))
const path = () => ({ reference: props.ticket.reference })
const name = (id: string) => props.ticket.people[id] ?? (id === session.me?.id ? session.me.name : id)
const mine = computed(() => props.ticket.timers.find((one) => one.person === session.me?.id))
const others = computed(() => props.ticket.timers.filter((one) => one.person !== session.me?.id))
const sum = computed(() => props.ticket.times.reduce((total, one) => total + one.counted, 0))
const coming = computed(() => props.ticket.bookings.filter((one) => ['booked', 'begun'].includes(one.state)))
/** Those at which something was done, or said of it. */
const visited = computed(() => props.ticket.bookings.filter((one) => one.steps ?? one.report))
const mayStart = computed(() => props.ticket.statusGroup !== 'done' && !props.ticket.held)
const slip = ref<'time' | 'booking' | 'estimate'>()
const what = ref('')
const FROM = {
  typed: 'as somebody said',
  median: 'the median of such tickets',
  unknown: 'assumed',
}

async function send(act: () => Promise<unknown>) {
  if (!(await run(async () => (await act(), true)))) return
  slip.value = undefined
  what.value = ''
  emit('done')
}
const timer = (turn: 'start' | 'stop' | 'drop') =>
  send(() =>
    api('POST /api/tickets/{reference}/timer', {
      path: path(),
      body: { turn, ...(what.value && { what: what.value }) },
    }),
  )
function begin() {
  if (!works.value) return
  if (mine.value) return timer('stop')
  if (mayStart.value) return timer('start')
}
defineExpose({ begin })
/** Its work wants somebody and a time: it goes to Dispatch, where that is found. */
async function place() {
  const made = await run(() => api('POST /api/tickets/{reference}/jobs', { path: path(), body: {} }))
  if (!made) return
  emit('done')
  await navigateTo({ path: '/dispatch', query: { job: `${props.ticket.reference}-${made.id}` } })
}
const callOff = (id: number) =>
  send(() =>
    api('PATCH /api/tickets/{reference}/bookings/{id}', {
      path: { ...path(), id },
      body: { state: 'calledOff' },
    }),
  )
const takeOut = (id: number) =>
  send(() => api('DELETE /api/tickets/{reference}/time/{id}', { path: { ...path(), id } }))
function close(how: 'done' | 'left') {
  slip.value = undefined
  if (how === 'done') emit('done')
  else emit('left')
}
const open = (kind: NonNullable<typeof slip.value>) => (slip.value = kind)
</script>

<template>
  <BesidePart title="Time" :note="`${hoursAndMinutes(sum)} worked`">
    <template v-if="works" #acts>
      <KitMenu
        kind="link"
        label="Add to the time …"
        :acts="[
          { label: 'Write time down …', run: () => open('time') },
          { label: 'Fixed time …', run: () => open('booking') },
          { label: 'How long …', run: () => open('estimate') },
          { label: 'To be placed …', run: place },
        ]"
        >Add …</KitMenu
      >
    </template>
    <p class="quiet small">
      takes <b class="num">{{ hoursAndMinutes(ticket.takes.takes) }}</b>, {{ FROM[ticket.takes.from] }}
    </p>
    <div v-if="works" class="no-print">
      <template v-if="mine">
        <p class="runs">
          Your timer runs since <b class="num">{{ timeOfDay(mine.since, zone) }}</b>,
          {{ durationInWords(now - mine.since) }}
        </p>
        <KitText v-model="what" label="What was done" bare placeholder="What was done" />
        <KitButton :keys="hint" :busy="busy" @click="timer('stop')"
          >Stop and keep <kbd>{{ hint }}</kbd></KitButton
        >
        &nbsp;<KitButton kind="plain" :disabled="busy" @click="timer('drop')">Drop it</KitButton>
      </template>
      <KitButton v-else-if="mayStart" :keys="hint" :busy="busy" @click="timer('start')"
        >Start your timer <kbd>{{ hint }}</kbd></KitButton
      >
    </div>
    <p v-for="one in others" :key="one.person" class="small">
      {{ name(one.person) }} works on it since {{ timeOfDay(one.since, zone) }}.
    </p>
    <TimeSlip
      v-if="slip"
      :key="slip"
      :ticket="ticket"
      :kind="slip"
      :zone="zone"
      :now="now"
      @done="close('done')"
      @close="close('left')"
    />
    <KitError :error="error" />
    <ul v-if="ticket.times.length || coming.length || visited.length" class="small">
      <li v-for="one in coming" :key="`b${one.id}`">
        <span>
          <b>Fixed time</b> of {{ name(one.person) }}: {{ one.what }}
          <span class="quiet">{{ momentInWords(one.from, zone, now) }} to {{ timeOfDay(one.to, zone) }}</span>
          <template v-if="one.state === 'begun'"> · begun</template>
          <KitButton v-if="works" kind="link" class="no-print" @click="callOff(one.id)"
            >&nbsp;call off</KitButton
          >
        </span>
        <span class="num">{{ hoursAndMinutes(one.to - one.from) }}</span>
      </li>
      <VisitDone
        v-for="one in visited"
        :key="`v${one.id}`"
        :visit="one"
        :name="name(one.person)"
        :reference="ticket.reference"
        :zone="zone"
        :now="now"
      />
      <li v-for="one in ticket.times" :key="one.id">
        <span>
          {{ name(one.person) }}<template v-if="one.what">: {{ one.what }}</template>
          <span class="quiet">&nbsp;{{ momentInWords(one.from, zone, now) }}</span>
          <KitButton
            v-if="one.person === session.me?.id || session.may('manageTime')"
            kind="link"
            class="no-print"
            :aria-label="`take off the time of ${name(one.person)}`"
            @click="takeOut(one.id)"
            >&nbsp;take off</KitButton
          >
        </span>
        <span class="num">{{ hoursAndMinutes(one.counted) }}</span>
      </li>
      <li v-if="ticket.times.length > 1" class="sum">
        <span>Worked</span><span class="num">{{ hoursAndMinutes(sum) }}</span>
      </li>
    </ul>
  </BesidePart>
</template>

<style scoped>
p {
  margin: 2px 0 4px;
}
.runs {
  font-weight: 600;
}
ul {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
}
li {
  display: flex;
  gap: 8px;
  justify-content: space-between;
  border-bottom: 1px dotted var(--rule);
  padding: 2px 0;
}
.sum {
  border-top: 1px solid var(--rule-2);
  border-bottom: 3px double var(--rule-2);
  font-weight: 600;
}
kbd {
  font: 0.8rem var(--mono);
}
</style>
