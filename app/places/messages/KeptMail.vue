<script setup lang="ts">
import { momentInWords } from '~~/core/time'
import { toast } from '~/kit/toast'

// Mails that came in and could not be taken: each with why, and taken by hand as of somebody of the directory.
const props = defineProps<{ zone: string; now: number }>()
type Kept = AnswerOf<'GET /api/mail-in'>['rows'][number]
const opened = ref<number>()
const person = ref<string | null>(null)
const { busy, error, run } = useDeed()
const list = useLedger<AnswerOf<'GET /api/mail-in'>>({
  key: () => ['mailIn'],
  ask: ({ after, signal }) => api('GET /api/mail-in', { query: { before: after }, signal }),
  keyOf: (row) => row.id,
})
const find = (words: string) =>
  api('GET /api/choices/{type}', { path: { type: 'person' }, query: { search: words || undefined } })

function open(row: Kept) {
  opened.value = opened.value === row.id ? undefined : row.id
  person.value = null
}
async function take(row: Kept) {
  const body = { requester: person.value ?? '' }
  const done = await run(() => api('POST /api/mail-in/{mail}/take', { path: { mail: row.id }, body }))
  if (!done) return
  toast(`“${row.subject}” is taken; it becomes a ticket, or comes to the one that it answers.`)
  opened.value = undefined
  await list.again()
}
const when = (at: number) => momentInWords(at, props.zone, props.now)
</script>

<template>
  <KitError :error="list.error.value" tries-again @again="list.again" />
  <section v-if="list.rows.value.length" class="kept" aria-labelledby="kept">
    <h2 id="kept">
      Mail that was not taken
      <span class="num quiet"
        >{{ list.rows.value.length }}{{ list.page.value?.next ? ' and more' : '' }}</span
      >
    </h2>
    <ul>
      <li v-for="row in list.rows.value" :key="row.id">
        <span class="head">
          <span class="num quiet">{{ when(row.received_at) }}</span>
          <span>{{ row.sender }} → {{ row.recipient }}</span>
          <span class="why small">{{ row.detail }}</span>
        </span>
        <KitButton kind="link" :aria-expanded="opened === row.id" @click="open(row)">
          {{ row.subject || 'without a subject' }}
        </KitButton>
        <form
          v-if="opened === row.id"
          class="panel"
          @submit.prevent="take(row)"
          @keydown.esc.stop="opened = undefined"
        >
          <pre>{{ row.text || 'Nothing of it can be read here; the mail itself is kept.' }}</pre>
          <KitFinder v-model="person" label="Take it as a mail of" :find="find" />
          <KitError :error="error" />
          <KitButton kind="main" type="submit" :disabled="!person" :busy="busy">Take it</KitButton>
          &nbsp;<KitButton kind="plain" @click="opened = undefined">Leave it</KitButton>
        </form>
      </li>
    </ul>
    <KitButton v-if="list.page.value?.next" kind="plain" @click="list.more">Show earlier ones</KitButton>
  </section>
</template>

<style scoped>
.kept {
  border: 1px solid var(--rule-2);
  border-left: 3px solid var(--brass);
  padding: 6px 12px;
  margin: 8px 0 14px;
}
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 10px;
}
ul {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
}
li {
  border-bottom: 1px dotted var(--rule);
  padding: 4px 0;
  overflow-wrap: anywhere;
}
.why {
  color: var(--red);
}
pre {
  margin: 0 0 8px;
  font: 0.9rem var(--sans);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  max-height: 240px;
  overflow-y: auto;
}
</style>
