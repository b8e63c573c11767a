<script setup lang="ts">
import { channelTerms, MESSAGE_CHANNELS } from '~~/core/notification'
import { isOneOf, keysOf } from '~~/core/lookup'
import { momentInWords } from '~~/core/time'
import type { MessageRow } from '~/composables/useMessages'
import { toast } from '~/kit/toast'

// Everything that went or will go, by state, with what became of it.
const route = useRoute()
const session = useSession()
const time = useDeskTime()
const zone = computed(() => session.me?.zone ?? 'UTC')
const choose = useAddress()

const asked = (name: string) => (typeof route.query[name] === 'string' ? route.query[name] : undefined)
const filters = computed(() => ({
  state: isOneOf(keysOf(MESSAGE_STATES), route.query.state) ? route.query.state : undefined,
  channel: asked('channel') && channelTerms(asked('channel')!) ? asked('channel') : undefined,
  words: asked('find'),
}))
const isFiltered = computed(() => Object.values(filters.value).some(Boolean))
const list = useLedger<AnswerOf<'GET /api/messages'>>({
  key: () => ['messages', filters.value],
  ask: ({ limit, after, signal }) =>
    api('GET /api/messages', { query: { ...filters.value, limit, before: after }, signal }),
  keyOf: (row) => row.key,
  // A screen of them, and some.
  size: 30,
})
// Rows stay where they are while somebody reads among them.
const over = ref(false)
const opened = ref<string>()
const held = useHeld<MessageRow>(
  () => list.rows.value,
  (row) => row.key,
  () => over.value || opened.value !== undefined,
  () => filters.value,
)

const states = computed(() =>
  keysOf(MESSAGE_STATES).map((value) => {
    const waiting = list.page.value?.waiting[value as keyof AnswerOf<'GET /api/messages'>['waiting']]
    return {
      value: value as string,
      label: MESSAGE_STATES[value],
      note: waiting ? String(waiting) : undefined,
    }
  }),
)
const channels = Object.entries(MESSAGE_CHANNELS).map(([value, { name }]) => ({ value, label: name }))
const words = ref(filters.value.words ?? '')
watch(
  () => filters.value.words,
  (now) => (words.value = now ?? ''),
)

const { busy, error, run } = useDeed()
async function again(row: MessageRow) {
  const done = await run(() => api('POST /api/messages/{key}/again', { path: { key: row.key } }))
  if (!done) return
  toast(`“${row.subject}” is tried again.`)
  await list.again()
}
const canTry = (row: MessageRow) =>
  session.may('repeatMessages') && ['givenUp', 'failed', 'held', 'gathered'].includes(row.state)
const COLUMNS = [
  { name: 'when', label: 'When', figures: true, width: '9rem' },
  { name: 'to', label: 'To' },
  { name: 'by', label: 'By' },
  { name: 'subject', label: 'What', wide: true },
  { name: 'state', label: 'State' },
  { name: 'deed', label: 'What can be done', bare: true },
]
</script>

<template>
  <div class="sheet">
    <h1>Messages</h1>
    <p class="quiet">Every message that went or will go, newest first, with what became of it.</p>
    <KeptMail v-if="session.may('logTickets')" :zone="zone" :now="time.now" />
    <form class="tools" role="search" @submit.prevent>
      <KitChoice
        label="State"
        :model-value="filters.state ?? null"
        placeholder="any"
        clears
        :options="states"
        @update:model-value="choose('state', $event ?? '')"
      />
      <KitChoice
        label="Channel"
        :model-value="filters.channel ?? null"
        placeholder="any"
        clears
        :options="channels"
        @update:model-value="choose('channel', $event ?? '')"
      />
      <KitText
        v-model="words"
        label="Subject, address or ticket"
        type="search"
        @enter="choose('find', words.trim())"
        @focusout="choose('find', words.trim())"
      />
    </form>
    <KitError :error="list.error.value" tries-again @again="list.again" />
    <KitError :error="error" />
    <p v-if="list.loading.value && !list.error.value" class="quiet" role="status">Reading the messages …</p>
    <KitEmpty
      v-else-if="!held.rows.value.length && !list.error.value"
      :says="isFiltered ? 'No message is like that.' : 'Nothing has been told to anybody yet.'"
    >
      <KitButton v-if="isFiltered" kind="plain" @click="navigateTo({ query: {} })"
        >Show all messages</KitButton
      >
    </KitEmpty>
    <template v-else-if="held.rows.value.length">
      <p v-if="held.waits.value" class="waits" role="status">
        <KitButton kind="link" @click="held.release">There is something new: put it in order</KitButton>
      </p>
      <KitTable
        :rows="held.rows.value"
        :columns="COLUMNS"
        row-key="key"
        label="Messages"
        :open="opened"
        :more="list.page.value?.next ? 'Older messages' : undefined"
        @more="list.more"
        @pointerenter="over = true"
        @pointerleave="over = false"
      >
        <template #cell-when="{ row }">{{ momentInWords(row.queued_at, zone, time.now) }}</template>
        <template #cell-to="{ row }">{{ row.name ?? row.address }}</template>
        <template #cell-by="{ row }"
          >{{ channelTerms(row.channel)?.name
          }}<span v-if="row.urgent" class="urgent"> urgent</span></template
        >
        <template #cell-subject="{ row }">
          <KitButton
            kind="quiet"
            :aria-expanded="opened === row.key"
            @click="opened = opened === row.key ? undefined : row.key"
            >{{ row.subject }}</KitButton
          >
        </template>
        <template #cell-state="{ row }"
          ><MessageStateMark :row="row" :zone="zone" :now="time.now"
        /></template>
        <template #cell-deed="{ row }">
          <KitButton v-if="canTry(row)" :disabled="busy" @click="again(row)">Try again</KitButton>
        </template>
        <template #opened="{ row }">
          <p class="small quiet">
            <NuxtLink class="num" :to="`/desk/${row.reference}`">{{ row.reference }}</NuxtLink>
            · to {{ row.address }} · {{ row.attempts === 1 ? 'one try' : `${row.attempts} tries`
            }}<template v-if="row.why"> · {{ row.why }}</template
            ><template v-if="row.detail"> · {{ row.detail }}</template>
          </p>
          <pre>{{ row.body }}</pre>
        </template>
      </KitTable>
    </template>
  </div>
</template>

<style scoped>
.sheet {
  padding: 16px 24px 60px;
  overflow-y: auto;
  height: 100%;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
  margin-top: 8px;
}
.tools > * {
  width: 220px;
}
.urgent {
  color: var(--red);
}
.waits {
  margin: 0;
  padding: 4px 10px;
  background: var(--brass-2);
}
pre {
  font: 0.95rem/1.5 var(--sans);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  margin: 4px 0 8px;
  max-width: 90ch;
}
</style>
