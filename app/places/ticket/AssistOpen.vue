<script setup lang="ts">
import { assistMeansInWords, isWithin } from '~~/core/assist'
import { momentInWords } from '~~/core/time'
import type { Ticket } from '~/composables/useTickets'
import { technicianChoice } from '~/composables/useDeskPeople'

// The assist session that goes on: its code until somebody agrees, then the machine, who is within, and what is said.
type Open = NonNullable<AnswerOf<'GET /api/tickets/{reference}/assists'>['open']>
const props = defineProps<{ ticket: Ticket; session: Open; zone: string; now: number; works: boolean }>()
const emit = defineEmits<{ done: [] }>()
const who = useSession()
const { busy, error, run } = useDeed(() => emit('done'))
const me = computed(() => who.me?.id ?? '')
const within = computed(() => isWithin(props.session, me.value))
const path = (deed: 'join' | 'leave' | 'restart' | 'end' | 'keep') => ({
  ...{ reference: props.ticket.reference, id: props.session.id, deed },
})
const when = (at: number) => momentInWords(at, props.zone, props.now)
const stands = computed(() => {
  const { state, guestName, until, lostAt, agreedAt } = props.session
  if (state === 'offered') return `waits for ${guestName}, until ${when(until)}`
  if (lostAt) return `the machine is away since ${when(lostAt)}`
  return `${guestName} agreed ${when(agreedAt ?? props.now)}`
})
const names = computed(() => [
  ...new Set(props.session.people.filter((one) => one.to === undefined).map((one) => one.name)),
])

/** The window is opened by the press itself: what comes later a browser takes for something that nobody wanted. */
async function join() {
  const window_ = window.open('', '_blank')
  const done = await run(() =>
    api('POST /api/tickets/{reference}/assists/{id}/{deed}', { path: path('join') }),
  )
  if (done?.window && window_) {
    window_.opener = null
    window_.location.href = done.window
  } else window_?.close()
  if (done) emit('done')
}
async function does(deed: 'leave' | 'restart' | 'end' | 'keep') {
  if (await run(() => api('POST /api/tickets/{reference}/assists/{id}/{deed}', { path: path(deed) })))
    emit('done')
}
const invites = ref(false)
const people = useDeskPeople(() => invites.value)
async function invite(person: string | null) {
  if (!person) return
  const at = { reference: props.ticket.reference, id: props.session.id }
  const done = await run(() =>
    api('POST /api/tickets/{reference}/assists/{id}/invite', { path: at, body: { person } }),
  )
  if (!done) return
  invites.value = false
  emit('done')
}
</script>

<template>
  <div class="session">
    <p role="status">
      <b>{{ stands }}</b>
    </p>
    <template v-if="session.state === 'offered'">
      <p class="code num" aria-label="The code to read out">{{ session.code }}</p>
      <p class="small">
        They open <a :href="session.link">{{ session.link }}</a>, or type the code there.
      </p>
    </template>
    <p class="quiet small">
      {{ session.machine ? `${session.machine.number} ${session.machine.name} · ` : ''
      }}{{ assistMeansInWords(session.allows) }}{{ session.recorded ? ' · recorded' : ' · not recorded' }}
    </p>
    <p v-if="names.length" class="small">Within: {{ names.join(', ') }}</p>
    <p v-if="session.invited.length" class="quiet small">Asked in: {{ session.invited.join(', ') }}</p>
    <p v-if="works" class="acts no-print">
      <KitButton v-if="session.state === 'agreed'" kind="main" :busy="busy" @click="join">{{
        within ? 'Open the window again' : 'Go in'
      }}</KitButton>
      <KitButton
        v-if="within && session.allows.includes('restart')"
        kind="act"
        :busy="busy"
        @click="does('restart')"
        >Restart it</KitButton
      >
      <KitButton v-if="within" kind="act" :busy="busy" @click="does('leave')">Leave it</KitButton>
      <KitButton kind="plain" :busy="busy" @click="does('end')">{{
        session.state === 'offered' ? 'Call it off' : 'End it'
      }}</KitButton>
      <KitButton v-if="!invites" kind="link" @click="invites = true">Ask a colleague in …</KitButton>
    </p>
    <KitChoice
      v-if="invites"
      label="Who is to come in"
      :model-value="null"
      :options="(people.data.value ?? []).map(technicianChoice)"
      @update:model-value="invite"
    />
    <KitError :error="error" />
    <AssistMachine
      v-if="session.facts.length"
      :session="session"
      :when="when"
      :busy="busy"
      :works="works"
      @keep="does('keep')"
    />
    <AssistChat :ticket="ticket" :session="session" :when="when" :works="works" @said="emit('done')" />
  </div>
</template>

<style scoped>
.session {
  border-left: 3px solid var(--sea);
  padding-left: 10px;
}
.code {
  font: 600 1.6rem var(--mono);
  letter-spacing: 0.08em;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: baseline;
}
</style>
