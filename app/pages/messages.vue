<script setup lang="ts">
import { channelTerms, MESSAGE_CHANNELS } from '~~/core/notification'
import { isOneOf, keysOf } from '~~/core/lookup'
import { momentInWords } from '~~/core/time'
import type { MessageRow } from '~/composables/useMessages'

definePageMeta({ layout: 'desk', middleware: 'staff' })
useHead({ title: 'Messages · Yare Ledger' })

// Everything that went or will go, by state.
const route = useRoute()
const session = useSession()
const time = useDeskTime()
const live = useLive()
const deed = useDeed()
const zone = computed(() => session.me?.zone ?? 'UTC')
const rows = ref<MessageRow[]>([])
const waiting = ref<Record<string, number>>({})
const next = ref<string | null>(null)
const problem = ref('')
const opened = ref<string>()

const asked = (name: string) => (typeof route.query[name] === 'string' ? route.query[name] : undefined)
const states = keysOf(MESSAGE_STATES)
const filters = computed(() => ({
  state: isOneOf(states, route.query.state) ? route.query.state : undefined,
  channel: asked('channel') && channelTerms(asked('channel')!) ? asked('channel') : undefined,
  words: asked('find'),
}))
const isFiltered = computed(() => Object.values(filters.value).some(Boolean))
const choose = useAddress()
let question = 0
async function load(before?: string) {
  const mine = ++question
  try {
    const page = await api('GET /api/messages', { query: { ...filters.value, before } })
    if (mine !== question) return
    rows.value = before ? [...rows.value, ...page.rows] : page.rows
    next.value = page.next
    waiting.value = page.waiting
    problem.value = ''
  } catch (error) {
    if (mine === question) problem.value = asApiError(error).problem.detail
  }
}
await load()
watch(filters, () => load(), { deep: true })
// What changes is read anew, but only while the first page is shown, so that nothing moves under somebody who reads on.
let reading: ReturnType<typeof setTimeout> | undefined
live.on((notice) => {
  if (notice.kind !== 'tickets' && notice.kind !== 'reconnected') return
  clearTimeout(reading)
  reading = setTimeout(() => rows.value.length <= 60 && void load(), 500)
})
onBeforeUnmount(() => clearTimeout(reading))

const said = ref('')
async function again(row: MessageRow) {
  const done = await deed.run(() => api('POST /api/messages/{key}/again', { path: { key: row.key } }))
  if (!done) return
  said.value = `“${row.subject}” is tried again.`
  await load()
}
const canTry = (row: MessageRow) =>
  session.isLead && ['givenUp', 'failed', 'held', 'gathered'].includes(row.state)
</script>

<template>
  <div class="sheet">
    <h1>Messages</h1>
    <p class="quiet">Every message that went or will go, newest first, with what became of it.</p>
    <KeptMail :zone="zone" :now="time.now" />
    <form class="tools" role="search" @submit.prevent>
      <label
        >State
        <select :value="filters.state ?? ''" @change="choose('state', typedIn($event))">
          <option value="">any</option>
          <option v-for="(name, key) in MESSAGE_STATES" :key="key" :value="key">
            {{ name }}{{ waiting[key] ? ` (${waiting[key]})` : '' }}
          </option>
        </select></label
      >
      <label
        >Channel
        <select :value="filters.channel ?? ''" @change="choose('channel', typedIn($event))">
          <option value="">any</option>
          <option v-for="(one, key) in MESSAGE_CHANNELS" :key="key" :value="key">{{ one.name }}</option>
        </select></label
      >
      <label
        >Subject, address or ticket
        <input type="search" :value="filters.words ?? ''" @change="choose('find', typedIn($event).trim())"
      /></label>
    </form>
    <p v-if="problem" class="notice bad" role="alert">
      {{ problem }} <button class="act" type="button" @click="load()">Try again</button>
    </p>
    <p v-if="deed.error.value" class="notice bad" role="alert">{{ deed.error.value.problem.detail }}</p>
    <p v-else-if="said" class="notice good" role="status">{{ said }}</p>
    <p v-if="!rows.length && !problem" class="quiet">
      {{ isFiltered ? 'No message is like that.' : 'Nothing has been told to anybody yet.' }}
      <button v-if="isFiltered" class="link" type="button" @click="navigateTo({ query: {} })">
        Show all messages
      </button>
    </p>
    <div v-if="rows.length" class="scroll-x" tabindex="0" role="group" aria-label="Messages">
      <table class="ledger-table">
        <thead>
          <tr>
            <th>When</th>
            <th>To</th>
            <th>By</th>
            <th>What</th>
            <th>State</th>
            <th><span class="sr-only">What can be done</span></th>
          </tr>
        </thead>
        <tbody>
          <template v-for="row in rows" :key="row.key">
            <tr :class="{ on: opened === row.key }">
              <td class="t">{{ momentInWords(row.queued_at, zone, time.now) }}</td>
              <td>{{ row.name ?? row.address }}</td>
              <td>
                {{ channelTerms(row.channel)?.name }}<span v-if="row.urgent" class="urgent"> urgent</span>
              </td>
              <td>
                <button
                  class="link subject"
                  type="button"
                  :aria-expanded="opened === row.key"
                  @click="opened = opened === row.key ? undefined : row.key"
                >
                  {{ row.subject }}
                </button>
              </td>
              <td>
                <MessageStateMark :row="row" :zone="zone" :now="time.now" />
              </td>
              <td>
                <button
                  v-if="canTry(row)"
                  class="act"
                  type="button"
                  :disabled="deed.busy.value"
                  @click="again(row)"
                >
                  Try again
                </button>
              </td>
            </tr>
            <tr v-if="opened === row.key" class="on">
              <td />
              <td colspan="5">
                <p class="small quiet">
                  <NuxtLink class="num" :to="`/desk/${row.reference}`">{{ row.reference }}</NuxtLink>
                  · to {{ row.address }} · {{ row.attempts === 1 ? 'one try' : `${row.attempts} tries`
                  }}<template v-if="row.why"> · {{ row.why }}</template
                  ><template v-if="row.detail"> · {{ row.detail }}</template>
                </p>
                <pre>{{ row.body }}</pre>
              </td>
            </tr>
          </template>
        </tbody>
      </table>
    </div>
    <p v-if="next"><button class="act" type="button" @click="load(next!)">Older messages</button></p>
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
  gap: 8px 16px;
  margin: 8px 0 12px;
}
select,
input {
  font: inherit;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 3px 6px;
}
.subject {
  text-align: left;
  min-height: 24px;
  text-decoration: none;
}
.subject:hover,
[aria-expanded='true'] {
  text-decoration: underline;
}
.urgent {
  color: var(--red);
}
.on td {
  background: var(--sea-2);
}
pre {
  font: 0.95rem/1.5 var(--sans);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  margin: 4px 0 8px;
}
@media (max-width: 620px) {
  thead {
    display: none;
  }
  tr {
    display: flex;
    flex-wrap: wrap;
    gap: 0 10px;
    padding: 6px 0;
    border-bottom: 1px solid var(--rule);
  }
  tr > td {
    border: 0;
    padding: 0;
    height: auto;
  }
  tr > td:nth-child(4) {
    flex-basis: 100%;
    order: 1;
  }
  tr > td:nth-child(n + 5) {
    order: 2;
  }
}
</style>
