<script setup lang="ts">
import { momentInWords } from '~~/core/time'

// Mails that came in and could not be taken: each with why, and taken by hand as of somebody of the directory.
const props = defineProps<{ zone: string; now: number }>()
type Kept = AnswerOf<'GET /api/mail-in'>['rows'][number]
const rows = ref<Kept[]>([])
const next = ref<number | null>(null)
const opened = ref<number>()
const person = ref<string>()
const said = ref('')
const problem = ref('')
const deed = useDeed()
const choices = useChoices()

async function load(before?: number) {
  try {
    const page = await api('GET /api/mail-in', { query: { before } })
    problem.value = ''
    rows.value = before ? [...rows.value, ...page.rows] : page.rows
    next.value = page.next
  } catch (error) {
    problem.value = `Mail that was not taken cannot be shown: ${asApiError(error).problem.detail}`
  }
}
onMounted(() => load())
async function open(row: Kept) {
  opened.value = opened.value === row.id ? undefined : row.id
  person.value = undefined
  await choices.need(['person']).catch(() => undefined)
}
async function take(row: Kept) {
  const done = await deed.run(() =>
    api('POST /api/mail-in/{mail}/take', { path: { mail: row.id }, body: { requester: person.value ?? '' } }),
  )
  if (!done) return
  said.value = `“${row.subject}” is taken; it becomes a ticket, or comes to the one that it answers.`
  opened.value = undefined
  await load()
}
const when = (at: number) => momentInWords(at, props.zone, props.now)
</script>

<template>
  <p v-if="problem" class="notice bad" role="alert">
    {{ problem }} <button class="act" type="button" @click="load()">Try again</button>
  </p>
  <details v-if="rows.length || said" class="kept" open>
    <summary>
      <b>Mail that was not taken</b>
      <span class="num quiet">{{ rows.length }}{{ next ? ' and more' : '' }}</span>
    </summary>
    <p v-if="said" class="notice good" role="status">{{ said }}</p>
    <ul>
      <li v-for="row in rows" :key="row.id">
        <span class="head">
          <span class="num quiet">{{ when(row.received_at) }}</span>
          <span>{{ row.sender }} → {{ row.recipient }}</span>
          <span class="why small">{{ row.detail }}</span>
        </span>
        <button class="link" type="button" :aria-expanded="opened === row.id" @click="open(row)">
          {{ row.subject || 'without a subject' }}
        </button>
        <form
          v-if="opened === row.id"
          class="panel"
          @submit.prevent="take(row)"
          @keydown.esc.stop="opened = undefined"
        >
          <pre>{{ row.text || 'Nothing of it can be read here; the mail itself is kept.' }}</pre>
          <p class="head">
            <label :for="`kept-${row.id}`">Take it as a mail of</label>
            <Select
              v-model="person"
              :input-id="`kept-${row.id}`"
              :options="choices.lists.person ?? []"
              option-label="label"
              option-value="value"
              filter
              placeholder="choose …"
              aria-label="Take it as a mail of"
            />
          </p>
          <p v-if="deed.error.value" class="notice bad" role="alert">{{ deed.error.value.problem.detail }}</p>
          <p class="head">
            <button class="act main" type="submit" :disabled="!person || deed.busy.value">Take it</button>
            <button class="act plain" type="button" @click="opened = undefined">Leave it</button>
          </p>
        </form>
      </li>
    </ul>
    <button v-if="next" class="act plain" type="button" @click="load(next)">Show earlier ones</button>
  </details>
</template>

<style scoped>
.kept {
  border: 1px solid var(--rule-2);
  border-left: 3px solid var(--brass);
  padding: 6px 12px;
  margin: 8px 0 14px;
}
summary {
  cursor: pointer;
}
summary .num {
  margin-left: 8px;
}
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 10px;
}
.panel .head {
  margin: 8px 0 0;
}
li > .link {
  text-align: left;
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
  margin: 0;
  font: 0.9rem var(--sans);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  max-height: 240px;
  overflow-y: auto;
}
</style>
