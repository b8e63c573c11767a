<script setup lang="ts">
import { entryInWords } from '~~/core/ticket'
import { durationInWords, momentInWords } from '~~/core/time'
import type { Ticket } from '~/composables/useTickets'

// A major incident: what belongs to it, who was told what, and how it ended.
const props = defineProps<{ ticket: Ticket; zone: string; now: number }>()
const emit = defineEmits<{ done: [] }>()
const deed = useDeed(() => emit('done'))
type Step = 'update' | 'gather' | 'end'
const step = ref<Step>('update')
const kept = reactive({ words: '' })
const { forget } = useKeptForm(`yare-draft-${props.ticket.reference}-major-step`, kept)
const said = ref('')
const major = computed(() => props.ticket.major!)
const session = useSession()
const goesOn = computed(() => major.value.endedAt === undefined)
const name = (id: string) => props.ticket.people[id] ?? id

const path = () => ({ reference: props.ticket.reference })
const offered = ref<{ clear: () => void }>()
async function gather(tickets: number[], evenDone: boolean) {
  said.value = ''
  const body = { step: 'gather', tickets, evenDone } as const
  const answer = await deed.run(() => api('POST /api/tickets/{reference}/major', { path: path(), body }))
  if (!answer) return
  const left = answer.left?.map((one) => `${one.reference}: ${one.why}`).join(' ') ?? ''
  said.value = `${answer.gathered} gathered. ${left}`
  offered.value?.clear()
  emit('done')
}
async function send() {
  if (step.value === 'gather') return
  said.value = ''
  const body = { step: step.value, text: kept.words }
  const answer = await deed.run(() => api('POST /api/tickets/{reference}/major', { path: path(), body }))
  if (!answer) return
  const notices = answer.notices ? ' Its notice is taken away from the portals.' : ''
  said.value =
    step.value === 'end'
      ? `It is over; ${answer.ended} tickets ended with it.${notices}`
      : 'Everybody it concerns is told.'
  kept.words = ''
  if (step.value === 'end') forget()
  emit('done')
}
const TIMELINE = [
  'majorDeclared',
  'gathered',
  'majorUpdated',
  'majorEnded',
  'rungRang',
  'assigned',
  'statusMoved',
  'acknowledged',
]
const timeline = computed(() =>
  props.ticket.entries.flatMap((entry) =>
    TIMELINE.includes(entry.kind) && entry.at >= major.value.since
      ? [{ at: entry.at, text: entryInWords(entry, props.ticket) ?? '', after: entry.at - major.value.since }]
      : [],
  ),
)
const concerned = computed(() => new Set(major.value.children.flatMap((one) => one.requesters)).size)
const TABS: { value: Step; label: string }[] = [
  { value: 'update', label: 'Tell everybody' },
  { value: 'gather', label: 'Gather tickets' },
  { value: 'end', label: 'It is over' },
]
</script>

<template>
  <section class="major" aria-labelledby="major">
    <h2 id="major">{{ goesOn ? 'A major incident' : 'A major incident: review' }}</h2>
    <p>
      Declared by {{ name(major.by) }} {{ momentInWords(major.since, zone, now) }}
      <template v-if="!goesOn">
        · over after <b>{{ durationInWords(major.endedAt! - major.since) }}</b></template
      >
      ·
      {{ major.children.length === 1 ? 'one ticket belongs' : `${major.children.length} tickets belong` }} to
      it · {{ concerned === 1 ? 'one other requester' : `${concerned} other requesters` }} ·
      {{ major.updates === 1 ? 'one update' : `${major.updates} updates`
      }}<template v-if="major.updatedAt">, the last {{ momentInWords(major.updatedAt, zone, now) }}</template>
    </p>
    <p v-if="major.children.length" class="children">
      <NuxtLink
        v-for="one in major.children"
        :key="one.reference"
        class="num"
        :to="`/desk/${one.reference}`"
        >{{ one.reference }}</NuxtLink
      >
    </p>
    <p v-if="said" class="notice good" role="status">{{ said }}</p>
    <form v-if="goesOn && session.may('declareMajor')" class="no-print" @submit.prevent="send">
      <KitRadio v-model="step" label="What to do" bare :options="TABS" />
      <MajorGather
        v-if="step === 'gather'"
        ref="offered"
        :reference="ticket.reference"
        :busy="deed.busy.value"
        :error="deed.error.value?.on('tickets')"
        @gather="gather"
      />
      <KitWords
        v-else
        v-model="kept.words"
        :label="step === 'end' ? 'What was it, and what was done?' : 'How does it stand?'"
        :error="deed.error.value?.on('text')"
      />
      <KitError :error="deed.error.value" />
      <template v-if="step !== 'gather'">
        <KitButton kind="main" type="submit" :busy="deed.busy.value">
          {{ step === 'end' ? 'End it and all that belongs to it' : 'Tell them' }}
        </KitButton>
        <span class="quiet small"
          >&nbsp; Told are the requesters, each under the number of their own request, those who watch it, and
          the manager of the site.</span
        >
      </template>
    </form>
    <MajorTold :ticket="ticket" :zone="zone" :now="now" />
    <details :open="!goesOn">
      <summary>Its course</summary>
      <ol>
        <li v-for="(one, at) in timeline" :key="at">
          <span class="num quiet">{{ momentInWords(one.at, zone, now) }}</span>
          <span class="num">+{{ durationInWords(one.after) }}</span>
          <span>{{ one.text }}</span>
        </li>
      </ol>
    </details>
  </section>
</template>

<style scoped>
.major {
  border: 2px solid var(--brass);
  padding: 6px 14px 10px;
  margin: 6px 0 10px;
}
.children {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
}
summary {
  cursor: pointer;
}
ol {
  list-style: none;
  margin: 4px 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 8.5em 6em minmax(0, 1fr);
  gap: 10px;
  border-bottom: 1px dotted var(--rule);
  padding: 2px 0;
}
</style>
