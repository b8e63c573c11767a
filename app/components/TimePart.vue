<script setup lang="ts">
import {
  durationInWords,
  hoursAndMinutes,
  isoDate,
  momentInWords,
  parseMoment,
  timeOfDay,
} from '~~/core/time'
import type { Ticket } from '~/composables/useTickets'
import { present } from '~~/core/lookup'

// The time worked on a ticket: the timer, what was written down, how long it will take, and fixed times.
const props = defineProps<{ ticket: Ticket; zone: string; now: number }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const works = computed(() => session.may('workTickets'))
const { busy, error, run } = useDeed(() => emit('done'))
const here = () => ({ path: { reference: props.ticket.reference } })
const name = (id: string) => props.ticket.people[id] ?? (id === session.me?.id ? session.me.name : id)
const mine = computed(() => props.ticket.timers.find((one) => one.person === session.me?.id))
const others = computed(() => props.ticket.timers.filter((one) => one.person !== session.me?.id))
const sum = computed(() => props.ticket.times.reduce((total, one) => total + one.counted, 0))
const slip = ref<'time' | 'booking' | 'estimate'>()
const fields = reactive({ day: '', from: '', minutes: 30, what: '', person: '' })
const bookable = useDeskPeople(() => slip.value === 'booking')
const people = computed(() => bookable.data.value ?? [])
const coming = computed(() => props.ticket.bookings.filter((one) => ['booked', 'begun'].includes(one.state)))
const FROM = {
  typed: 'as somebody said',
  median: 'the median of such tickets',
  unknown: 'assumed; nothing is known of such tickets',
}

async function send(act: () => Promise<unknown>) {
  if (!(await run(async () => (await act(), true)))) return
  slip.value = undefined
  fields.what = ''
  emit('done')
}
const timer = (turn: 'start' | 'stop' | 'drop') =>
  send(() =>
    api('POST /api/tickets/{reference}/timer', {
      ...here(),
      body: { turn, ...(fields.what && { what: fields.what }) },
    }),
  )
async function open(kind: typeof slip.value) {
  slip.value = slip.value === kind ? undefined : kind
  if (!slip.value) return
  fields.day = isoDate(props.now, props.zone)
  fields.from = timeOfDay(
    kind === 'time' ? props.now - fields.minutes * 60_000 : props.now + 3_600_000,
    props.zone,
  )
  fields.person ||= present(session.me).id
  // Before anything is asked: whoever types on at once must not lose a letter.
  await nextTick()
  document.getElementById(`slip-${kind}`)?.focus()
}
const callOff = (id: number) =>
  send(() =>
    api('PATCH /api/tickets/{reference}/bookings/{id}', {
      path: { ...here().path, id },
      body: { state: 'calledOff' },
    }),
  )
const takeOut = (id: number) =>
  send(() => api('DELETE /api/tickets/{reference}/time/{id}', { path: { ...here().path, id } }))
function moment(): number | undefined {
  try {
    return parseMoment(`${fields.day}T${fields.from}`, props.zone)
  } catch {
    return undefined
  }
}
function submit() {
  if (slip.value === 'estimate') {
    const body = { minutes: fields.minutes > 0 ? fields.minutes : null }
    return send(() => api('POST /api/tickets/{reference}/estimate', { ...here(), body }))
  }
  const from = moment()
  if (from === undefined) return
  const to = from + fields.minutes * 60_000
  const body = { from, to, what: fields.what }
  return send(() =>
    slip.value === 'time'
      ? api('POST /api/tickets/{reference}/time', { ...here(), body })
      : api('POST /api/tickets/{reference}/bookings', {
          ...here(),
          body: { ...body, person: fields.person },
        }),
  )
}
</script>

<template>
  <section class="record-section" aria-labelledby="time">
    <div class="head">
      <h2 id="time">Time</h2>
      <span class="quiet small"
        ><b class="num">{{ hoursAndMinutes(sum) }}</b> worked · takes
        <b class="num">{{ hoursAndMinutes(ticket.takes.takes) }}</b>
        ({{ FROM[ticket.takes.from] }})</span
      >
    </div>
    <p v-if="works" class="no-print acts">
      <template v-if="mine">
        <span class="runs"
          >Your timer runs since <b class="num">{{ timeOfDay(mine.since, zone) }}</b>,
          {{ durationInWords(now - mine.since) }}</span
        >
        <input
          v-model="fields.what"
          class="inline-field"
          aria-label="What was done"
          placeholder="What was done"
        />
        <button class="act main" type="button" :disabled="busy" @click="timer('stop')">Stop and keep</button>
        <button class="act plain" type="button" :disabled="busy" @click="timer('drop')">Drop it</button>
      </template>
      <button
        v-else-if="ticket.statusGroup !== 'done' && !ticket.held"
        class="act"
        type="button"
        :disabled="busy"
        @click="timer('start')"
      >
        Start your timer
      </button>
      <button class="act plain" type="button" :aria-expanded="slip === 'time'" @click="open('time')">
        Write time down …
      </button>
      <button class="act plain" type="button" :aria-expanded="slip === 'booking'" @click="open('booking')">
        Fixed time …
      </button>
      <button class="act plain" type="button" :aria-expanded="slip === 'estimate'" @click="open('estimate')">
        How long …
      </button>
    </p>
    <p v-for="one in others" :key="one.person" class="small">
      {{ name(one.person) }} works on it since {{ timeOfDay(one.since, zone) }}.
    </p>
    <form v-if="slip" class="panel no-print" @submit.prevent="submit" @keydown.esc.stop="slip = undefined">
      <template v-if="slip !== 'estimate'">
        <label
          >Day <input :id="`slip-${slip}`" v-model="fields.day" class="inline-field" type="date" required
        /></label>
        <label>from <input v-model="fields.from" class="inline-field" type="time" required /></label>
      </template>
      <label
        >{{ slip === 'estimate' ? 'It takes' : 'for' }}
        <input
          :id="slip === 'estimate' ? 'slip-estimate' : undefined"
          v-model.number="fields.minutes"
          class="inline-field num minutes"
          type="number"
          min="0"
          max="1440"
        />
        minutes</label
      >
      <label v-if="slip === 'booking'"
        >of
        <select v-model="fields.person" class="inline-field">
          <option v-for="one in people" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select></label
      ><KitError v-if="slip === 'booking'" :error="bookable.error.value ?? undefined" />
      <label v-if="slip !== 'estimate'" class="what"
        ><span class="sr-only">What</span>
        <input
          v-model="fields.what"
          class="inline-field"
          :placeholder="slip === 'time' ? 'What was done' : 'Who waits for what'"
          required
      /></label>
      <button class="act main" type="submit" :disabled="busy">
        {{ { time: 'Write it down', booking: 'Book it', estimate: 'So long' }[slip] }}
      </button>
      <button class="act plain" type="button" @click="slip = undefined">Leave it</button>
      <span v-if="slip === 'estimate'" class="quiet small">0 for as long as such tickets usually take</span>
      <span v-else class="quiet small">Times in {{ zone }}.</span>
      <p v-if="error" class="notice bad" role="alert">
        {{ error.problem.detail }} {{ error.problem.fields?.map((one) => one.message).join(' ') }}
      </p>
    </form>
    <p v-else-if="error" class="notice bad" role="alert">{{ error.problem.detail }}</p>
    <table v-if="ticket.times.length || coming.length" class="ledger-table">
      <tbody>
        <tr v-for="one in coming" :key="`b${one.id}`">
          <td class="t">{{ momentInWords(one.from, zone, now) }}</td>
          <td>
            <b>Fixed time</b> of {{ name(one.person) }}: {{ one.what }}
            <span class="quiet">until {{ timeOfDay(one.to, zone) }}</span>
            <button v-if="works" class="link small no-print" type="button" @click="callOff(one.id)">
              call off
            </button>
          </td>
          <td class="n">{{ hoursAndMinutes(one.to - one.from) }}</td>
        </tr>
        <tr v-for="one in ticket.times" :key="one.id">
          <td class="t">{{ momentInWords(one.from, zone, now) }}</td>
          <td>
            {{ name(one.person) }}<template v-if="one.what">: {{ one.what }}</template>
            <button
              v-if="one.person === session.me?.id || session.may('manageTime')"
              class="link small no-print"
              type="button"
              :aria-label="`take off the time of ${name(one.person)}`"
              @click="takeOut(one.id)"
            >
              take off
            </button>
          </td>
          <td class="n">{{ hoursAndMinutes(one.counted) }}</td>
        </tr>
        <tr v-if="ticket.times.length > 1" class="sum">
          <td colspan="2">Worked</td>
          <td class="n">{{ hoursAndMinutes(sum) }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 10px;
}
.acts,
.panel {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: center;
}
.runs {
  font-weight: 600;
}
td .link {
  margin-left: 8px;
}
.minutes {
  width: 76px;
}
.what {
  flex: 1 1 200px;
}
.what input {
  width: 100%;
  max-width: none;
}
</style>
