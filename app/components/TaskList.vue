<script setup lang="ts">
import { momentInWords } from '~~/core/time'
import type { Ticket } from '~/composables/useTickets'

// What is to do on a ticket, ticked off one by one; checklists of the design are added whole.
const props = defineProps<{ ticket: Ticket; zone: string; now: number }>()
const emit = defineEmits<{ done: [] }>()
const { busy, error, run } = useDeed(() => emit('done'))
const session = useSession()
const works = computed(() => session.may('workTickets'))
const text = ref('')
const required = ref(false)
const lists = ref<{ id: string; name: string; tasks: number }[]>([])
const adding = ref(false)
const here = () => ({ path: { reference: props.ticket.reference } })
const ticked = computed(() => props.ticket.tasks.filter((one) => one.done).length)
const name = (id: string) => props.ticket.people[id] ?? id
/** Tasks stand with the checklist that they came with. */
const groups = computed(() => {
  const found = new Map<string, Ticket['tasks']>()
  for (const one of props.ticket.tasks)
    found.set(one.checklist ?? '', [...(found.get(one.checklist ?? '') ?? []), one])
  return [...found]
})

async function begin() {
  adding.value = !adding.value
  if (!adding.value) return
  // Before anything is asked: whoever types on at once must not lose a letter.
  await nextTick()
  document.getElementById('new-task')?.focus()
  const found = await beside('Checklists at hand', api('GET /api/tickets/{reference}/replies', here()))
  lists.value = found?.checklists ?? []
}
async function change(work: () => Promise<unknown>) {
  if ((await run(async () => (await work(), true))) === undefined) return false
  emit('done')
  return true
}
const tick = (task: string, done: boolean) =>
  change(() =>
    api('PATCH /api/tickets/{reference}/tasks/{task}', { path: { ...here().path, task }, body: { done } }),
  )
const drop = (task: string) =>
  change(() => api('DELETE /api/tickets/{reference}/tasks/{task}', { path: { ...here().path, task } }))
async function add() {
  const tasks = text.value
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => ({ text: line, ...(required.value && { required: true }) }))
  if (!tasks.length) return
  if (await change(() => api('POST /api/tickets/{reference}/tasks', { ...here(), body: { tasks } })))
    text.value = ''
}
const addList = (checklist: string) =>
  change(() => api('POST /api/tickets/{reference}/tasks', { ...here(), body: { checklist } }))
</script>

<template>
  <section class="record-section" aria-labelledby="tasks">
    <div class="head">
      <h2 id="tasks">To do</h2>
      <span v-if="ticket.tasks.length" class="quiet small">{{ ticked }} of {{ ticket.tasks.length }}</span>
      <span
        v-if="ticket.tasks.length"
        class="bar"
        role="img"
        :aria-label="`${ticked} of ${ticket.tasks.length} tasks done`"
        ><i :style="{ width: `${(100 * ticked) / ticket.tasks.length}%` }"
      /></span>
      <button v-if="works" class="link small no-print" type="button" :aria-expanded="adding" @click="begin">
        {{ adding ? 'That is all' : 'Add …' }}
      </button>
    </div>
    <div v-for="[list, tasks] in groups" :key="list">
      <p v-if="list" class="small quiet list">{{ list }}</p>
      <ul>
        <li v-for="one in tasks" :key="one.id" :class="{ gone: one.done }">
          <label class="tick-field"
            ><input
              type="checkbox"
              :checked="Boolean(one.done)"
              :disabled="busy || !works"
              @change="tick(one.id, isTicked($event))"
            /><span class="text">{{ one.text }}</span></label
          >
          <span v-if="one.required && !one.done" class="must small">must be done</span>
          <span v-if="one.done" class="quiet small"
            >{{ name(one.done.by) }}, {{ momentInWords(one.done.at, zone, now) }}</span
          >
          <span v-else-if="one.description" class="quiet small">{{ one.description }}</span>
          <button
            v-if="works && !one.done"
            class="link small no-print"
            type="button"
            :aria-label="`take “${one.text}” off`"
            @click="drop(one.id)"
          >
            take off
          </button>
        </li>
      </ul>
    </div>
    <p v-if="!ticket.tasks.length && !adding" class="quiet">Nothing is listed.</p>
    <form v-if="adding" class="add no-print" @submit.prevent="add" @keydown.esc.stop="adding = false">
      <textarea
        id="new-task"
        v-model="text"
        class="p-inputtext"
        rows="2"
        aria-label="What is to do, one task a line"
        placeholder="What is to do, one a line"
        @keydown.ctrl.enter="add"
      />
      <label class="tick-field"
        ><input v-model="required" type="checkbox" /> the ticket is not done before</label
      >
      <button class="act" type="submit" :disabled="busy || !text.trim()">Add</button>
      <span v-if="lists.length" class="small">
        or a checklist:
        <button
          v-for="one in lists"
          :key="one.id"
          class="link"
          type="button"
          :disabled="busy"
          @click="addList(one.id)"
        >
          {{ one.name }} ({{ one.tasks }})
        </button>
      </span>
    </form>
    <p v-if="error" class="notice bad" role="alert">{{ error.problem.detail }}</p>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  align-items: baseline;
  gap: 10px;
}
.bar {
  width: 90px;
  height: 5px;
  border: 1px solid var(--rule-2);
}
.bar i {
  display: block;
  height: 100%;
  background: var(--sea);
}
ul {
  list-style: none;
  margin: 4px 0;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
  align-items: center;
  border-bottom: 1px dotted var(--rule);
}
.tick-field {
  white-space: normal;
}
.gone .text {
  color: var(--ink-3);
  text-decoration: line-through;
}
.must {
  color: var(--brass-ink, var(--ink-2));
  font-weight: 600;
}
.list {
  margin: 6px 0 0;
}
.add textarea {
  width: 100%;
  font: inherit;
}
.add .link {
  margin-left: 6px;
}
</style>
