<script setup lang="ts">
import { entryInWords } from '~~/core/ticket'
import { durationInWords, momentInWords } from '~~/core/time'
import type { Ticket } from '~/composables/useTickets'

// A major incident: what belongs to it, who was told what, and how it ended.
const props = defineProps<{ ticket: Ticket; zone: string; now: number }>()
const emit = defineEmits<{ done: [] }>()
const deed = useDeed(() => emit('done'))
const words = ref('')
const numbers = ref('')
const evenDone = ref(false)
const said = ref('')
const step = ref<'gather' | 'update' | 'end'>('update')
const major = computed(() => props.ticket.major!)
const session = useSession()
const goesOn = computed(() => major.value.endedAt === undefined)
const name = (id: string) => props.ticket.people[id] ?? id

async function send() {
  said.value = ''
  const tickets = [...new Set(numbers.value.match(/\d+/g)?.map(Number) ?? [])]
  const body =
    step.value === 'gather'
      ? { step: step.value, tickets, evenDone: evenDone.value }
      : { step: step.value, text: words.value }
  const answer = await deed.run(() =>
    api('POST /api/tickets/{reference}/major', { path: { reference: props.ticket.reference }, body }),
  )
  if (!answer) return
  const left = answer.left?.map((one) => `${one.reference}: ${one.why}`).join(' ') ?? ''
  said.value =
    step.value === 'gather'
      ? `${answer.gathered} gathered. ${left}`
      : step.value === 'end'
        ? `It is over; ${answer.ended} tickets ended with it.`
        : 'Everybody it concerns is told.'
  words.value = numbers.value = ''
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
      <div class="tabs" role="group" aria-label="What to do">
        <button
          v-for="[key, title] in [
            ['update', 'Tell everybody'],
            ['gather', 'Gather tickets'],
            ['end', 'It is over'],
          ] as const"
          :key="key"
          class="tab"
          type="button"
          :aria-pressed="step === key"
          @click="step = key"
        >
          {{ title }}
        </button>
      </div>
      <label v-if="step === 'gather'" class="field"
        >Numbers of the tickets that belong to it
        <input v-model="numbers" class="p-inputtext num" placeholder="6012 6013" />
      </label>
      <label v-if="step === 'gather'"
        ><input v-model="evenDone" type="checkbox" /> those that are done as well</label
      >
      <KitWords
        v-else
        v-model="words"
        :label="step === 'end' ? 'What was it, and what was done?' : 'How does it stand?'"
      />
      <p v-if="deed.error.value" class="notice bad" role="alert">
        {{ deed.error.value.problem.detail }}
        {{ deed.error.value.problem.fields?.map((one) => one.message).join('; ') }}
      </p>
      <button class="act main" type="submit" :disabled="deed.busy.value">
        {{ { update: 'Tell them', gather: 'Gather', end: 'End it and all that belongs to it' }[step] }}
      </button>
      <span v-if="step !== 'gather'" class="quiet small"
        >&nbsp; Told are the requesters, each under the number of their own request, those who watch it, and
        the manager of the site.</span
      >
    </form>
    <details :open="!goesOn">
      <summary>Its course</summary>
      <table class="ledger-table">
        <tbody>
          <tr v-for="(one, at) in timeline" :key="at">
            <td class="t">{{ momentInWords(one.at, zone, now) }}</td>
            <td class="n num">+{{ durationInWords(one.after) }}</td>
            <td>{{ one.text }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </section>
</template>

<style scoped>
.major {
  border: 2px solid var(--brass);
  padding: 6px 14px 10px;
  margin: 10px 0;
}
.children {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
}
.field {
  display: block;
  margin: 6px 0;
}
.field input {
  width: 100%;
  font: inherit;
}
summary {
  cursor: pointer;
}
</style>
