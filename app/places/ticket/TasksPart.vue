<script setup lang="ts">
import { momentInWords } from '~~/core/time'
import type { Ticket } from '~/composables/useTickets'

// What is to do on a ticket, ticked off one by one; checklists of the design are added whole.
const props = defineProps<{ ticket: Ticket; zone: string; now: number; hint?: string }>()
const emit = defineEmits<{ done: []; left: [] }>()
const { busy, error, run } = useDeed(() => emit('done'))
const session = useSession()
const works = computed(() => session.may('workTickets'))
const kept = reactive({ text: '', required: false })
const { forget } = useKeptForm(`yare-draft-${props.ticket.reference}-tasks`, kept)
const adding = ref(false)
const path = () => ({ reference: props.ticket.reference })
const ticked = computed(() => props.ticket.tasks.filter((one) => one.done).length)
const name = (id: string) => props.ticket.people[id] ?? id
/** Tasks stand with the checklist that they came with. */
const groups = computed(() => {
  const found = new Map<string, Ticket['tasks']>()
  for (const one of props.ticket.tasks)
    found.set(one.checklist ?? '', [...(found.get(one.checklist ?? '') ?? []), one])
  return [...found]
})
const atHand = useQuery({
  key: () => ['ticket', props.ticket.reference, 'replies'],
  query: ({ signal }) => api('GET /api/tickets/{reference}/replies', { path: path(), signal }),
  enabled: () => adding.value,
})
const lists = computed(() => atHand.data.value?.checklists ?? [])
const plans = computed(() => atHand.data.value?.plans ?? [])
defineExpose({ begin: () => (adding.value = works.value) })

async function change(work: () => Promise<unknown>) {
  if ((await run(async () => (await work(), true))) === undefined) return false
  emit('done')
  return true
}
const tick = (task: string, done: boolean) =>
  change(() =>
    api('PATCH /api/tickets/{reference}/tasks/{task}', { path: { ...path(), task }, body: { done } }),
  )
const drop = (task: string) =>
  change(() => api('DELETE /api/tickets/{reference}/tasks/{task}', { path: { ...path(), task } }))
async function add() {
  const tasks = kept.text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => ({ text: line, ...(kept.required && { required: true }) }))
  if (!tasks.length) return
  if (await change(() => api('POST /api/tickets/{reference}/tasks', { path: path(), body: { tasks } })))
    kept.text = ''
}
const addList = (checklist: string) =>
  change(() => api('POST /api/tickets/{reference}/tasks', { path: path(), body: { checklist } }))
const beginPlan = (plan: string) =>
  change(() => api('POST /api/tickets/{reference}/plans', { path: path(), body: { plan } }))
function stop() {
  if (!kept.text.trim()) forget()
  adding.value = false
  emit('left')
}
const label = ({ text, required, done }: Ticket['tasks'][number]) =>
  `${text}${required && !done ? ' (must be done)' : ''}`
</script>

<template>
  <BesidePart title="To do" :note="ticket.tasks.length ? `${ticked} of ${ticket.tasks.length}` : undefined">
    <template #acts>
      <KitButton
        v-if="works"
        kind="link"
        class="small"
        :keys="hint"
        :aria-expanded="adding"
        @click="adding ? stop() : (adding = true)"
        >{{ adding ? 'That is all' : 'Add …' }} <kbd v-if="hint && !adding">{{ hint }}</kbd></KitButton
      >
    </template>
    <DoneBar
      v-if="ticket.tasks.length"
      :done="ticked"
      :all="ticket.tasks.length"
      :label="`${ticked} of ${ticket.tasks.length} tasks done`"
    />
    <div v-for="[list, tasks] in groups" :key="list">
      <p v-if="list" class="small quiet list">{{ list }}</p>
      <ul>
        <li v-for="one in tasks" :key="one.id" :class="{ gone: one.done }">
          <KitCheckbox
            :model-value="Boolean(one.done)"
            :label="label(one)"
            :disabled="busy || !works"
            @update:model-value="tick(one.id, $event)"
          />
          <span class="quiet small under">
            <template v-if="one.done"
              >{{ name(one.done.by) }}, {{ momentInWords(one.done.at, zone, now) }}</template
            >
            <template v-else>{{ one.description }}</template>
            <KitButton
              v-if="works && !one.done"
              kind="link"
              class="no-print"
              :aria-label="`take “${one.text}” off`"
              @click="drop(one.id)"
              >take off</KitButton
            >
          </span>
        </li>
      </ul>
    </div>
    <p v-if="!ticket.tasks.length && !adding" class="quiet small">Nothing is listed.</p>
    <form
      v-if="adding"
      class="add no-print"
      @submit.prevent="add"
      @keydown.esc.stop="stop"
      @keydown.ctrl.enter.prevent="add"
    >
      <KitLongText v-model="kept.text" focuses label="What is to do, one task a line" />
      <KitCheckbox v-model="kept.required" label="the ticket is not done before" />
      <KitButton type="submit" :disabled="busy || !kept.text.trim()">Add</KitButton>
      <p v-if="lists.length" class="small">
        or a checklist:
        <template v-for="(one, index) in lists" :key="one.id"
          ><template v-if="index">, </template
          ><KitButton kind="link" :disabled="busy" @click="addList(one.id)"
            >{{ one.name }} ({{ one.tasks }})</KitButton
          ></template
        >
      </p>
      <p v-if="plans.length" class="small">
        or a plan:
        <template v-for="(one, index) in plans" :key="one.id"
          ><template v-if="index">, </template
          ><KitButton kind="link" :disabled="busy" @click="beginPlan(one.id)"
            >{{ one.name }} ({{ counted(one.stages, 'stage') }})</KitButton
          ></template
        >
      </p>
    </form>
    <KitError :error="error" />
  </BesidePart>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  border-bottom: 1px dotted var(--rule);
}
li :deep(.kit-tick) {
  flex-wrap: nowrap;
}
.under {
  display: block;
  padding-left: 26px;
}
.under:empty {
  display: none;
}
.gone :deep(label) {
  color: var(--ink-3);
  text-decoration: line-through;
}
.list {
  margin: 6px 0 0;
}
kbd {
  font: 0.8rem var(--mono);
}
</style>
