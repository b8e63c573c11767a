<script setup lang="ts">
import { isoTime, parseMoment } from '~~/core/time'
import { present } from '~~/core/lookup'
import { technicianChoice } from '~/composables/useDeskPeople'
import type { Ticket } from '~/composables/useTickets'

// Time written down afterwards, a fixed time of somebody, or how long it will take.
const props = defineProps<{
  ticket: Ticket
  kind: 'time' | 'booking' | 'estimate'
  zone: string
  now: number
}>()
const emit = defineEmits<{ done: []; close: [] }>()
const session = useSession()
const { busy, error, run } = useDeed()
const MINUTE = 60_000
const HALF = 30
const MOST = 1440
const people = useDeskPeople(() => props.kind === 'booking')
const fields = reactive({
  // What was done ends now; what is booked begins in an hour.
  from: isoTime(props.now + (props.kind === 'time' ? -HALF : 2 * HALF) * MINUTE, props.zone),
  minutes: HALF as number | null,
  what: '',
  person: present(session.me).id as string | null,
})
const form = ref<HTMLFormElement>()
onMounted(() => form.value?.querySelector<HTMLElement>('.first input, input')?.focus())

function send() {
  const path = { reference: props.ticket.reference }
  const minutes = fields.minutes ?? 0
  if (props.kind === 'estimate')
    return api('POST /api/tickets/{reference}/estimate', {
      path,
      body: { minutes: minutes > 0 ? minutes : null },
    })
  const from = parseMoment(fields.from, props.zone)
  const body = { from, to: from + minutes * MINUTE, what: fields.what }
  return props.kind === 'time'
    ? api('POST /api/tickets/{reference}/time', { path, body })
    : api('POST /api/tickets/{reference}/bookings', {
        path,
        body: { ...body, person: present(fields.person) },
      })
}
async function submit() {
  if (await run(async () => (await send(), true))) emit('done')
}
const VERBS = { time: 'Write it down', booking: 'Book it', estimate: 'So long' }
const TITLES = { time: 'Time that was worked', booking: 'A fixed time', estimate: 'How long it takes' }
</script>

<template>
  <form
    ref="form"
    class="panel no-print"
    novalidate
    :aria-label="TITLES[kind]"
    @submit.prevent="submit"
    @keydown.esc.capture="leaveSlip($event, () => emit('close'))"
  >
    <KitText
      v-if="kind !== 'estimate'"
      v-model="fields.what"
      class="first"
      :label="kind === 'time' ? 'What was done' : 'Who waits for what'"
      :error="error?.on('what')"
    />
    <KitMoment
      v-if="kind !== 'estimate'"
      v-model="fields.from"
      label="From"
      :zone="zone"
      :error="error?.on('from')"
    />
    <KitNumber
      v-model="fields.minutes"
      :label="kind === 'estimate' ? 'It takes, in minutes' : 'For so many minutes'"
      :help="kind === 'estimate' ? '0 for as long as such tickets usually take' : undefined"
      :min="0"
      :max="MOST"
      :error="error?.on('to') ?? error?.on('minutes')"
    />
    <KitChoice
      v-if="kind === 'booking'"
      v-model="fields.person"
      label="Of whom"
      :options="(people.data.value ?? []).map(technicianChoice)"
      :error="error?.on('person')"
    />
    <KitError :error="people.error.value ?? error" />
    <KitButton kind="main" type="submit" :busy="busy" :disabled="kind !== 'estimate' && !fields.from">{{
      VERBS[kind]
    }}</KitButton>
    &nbsp;<KitButton kind="plain" @click="emit('close')">Leave it</KitButton>
  </form>
</template>
