<script setup lang="ts">
import { VueDraggable } from 'vue-draggable-plus'
import { isSettled, typedTasks } from '~~/core/work'
import type { Act } from '~/kit/act'
import type { Ticket } from '~/composables/useTickets'
import { useTodo, type TaskDeed, type TaskOnPage } from './useTodo'

// What is to do on a ticket, ticked off one by one. It is typed in one line: Enter makes the next, a pasted list becomes
// many; checklists are added whole.
const props = defineProps<{ ticket: Ticket; zone: string; now: number; hint?: string }>()
const emit = defineEmits<{ done: []; left: [] }>()
const session = useSession()
const works = computed(() => session.may('workTickets'))
const todo = useTodo(
  () => props.ticket,
  () => emit('done'),
)
const { error, typed, tasks } = todo
const kept = reactive({ text: '', required: false })
const { forget } = useKeptForm(`yare-draft-${props.ticket.reference}-tasks`, kept)
/** What is open below: what else can be added, or what is to be kept. */
const asks = ref<'lists' | 'keep'>()
/** The task whose terms are open, or that asks for something. */
const about = ref<{ task: string; as: 'terms' | 'tick' | 'leave' }>()
const atHand = useQuery({
  key: () => ['ticket', props.ticket.reference, 'replies'],
  query: ({ signal }) =>
    api('GET /api/tickets/{reference}/replies', { path: { reference: props.ticket.reference }, signal }),
  enabled: () => asks.value !== undefined || about.value?.as === 'terms',
})
const lists = computed(() => atHand.data.value?.checklists ?? [])
const plans = computed(() => atHand.data.value?.plans ?? [])
const teams = computed(() => atHand.data.value?.teams ?? [])
const settled = computed(() => tasks.value.filter((one) => todo.stands(one)).length)
/** Tasks stand with the checklist that they came with. */
const groups = computed(() => {
  const found = new Map<string, TaskOnPage[]>()
  for (const one of tasks.value)
    found.set(one.checklist ?? '', [...(found.get(one.checklist ?? '') ?? []), one])
  return [...found]
})
const root = ref<HTMLElement>()
const focusOn = (where: string) => void nextTick(() => root.value?.querySelector<HTMLElement>(where)?.focus())
defineExpose({ begin: () => works.value && focusOn('.typing input') })

async function add(texts: readonly string[]) {
  if (!texts.length) return
  kept.text = ''
  const lost = await todo.add(texts, kept.required)
  // What could not be written down stands in the field again.
  if (lost.length) kept.text = [...lost, kept.text].filter(Boolean).join('; ')
  else if (!kept.text) forget()
}
function paste(event: ClipboardEvent) {
  const lines = typedTasks(event.clipboardData?.getData('text/plain') ?? '')
  if (lines.length < 2) return
  event.preventDefault()
  const [first = '', ...others] = lines
  void add([`${kept.text} ${first}`.trim(), ...others])
}
function leave(event: KeyboardEvent) {
  event.stopPropagation()
  ;(event.target as HTMLElement).blur()
  emit('left')
}
function tick(task: TaskOnPage, isDone: boolean) {
  if (isDone && task.evidence && !isSettled(task)) about.value = { task: task.id, as: 'tick' }
  else todo.tick(task.id, isDone)
}
async function put(task: string, body: TaskDeed) {
  if (!(await todo.put(task, body))) return
  about.value = undefined
  focusOn(`[data-task="${task}"] input`)
}
function close(task: string) {
  about.value = undefined
  error.value = undefined
  focusOn(`[data-task="${task}"] input`)
}
/** Tasks of one checklist in another order; the others stay where they are. */
const order = (list: string, inOrder: readonly TaskOnPage[]) =>
  todo.order(groups.value.flatMap(([name, all]) => (name === list ? inOrder : all)).map((one) => one.id))
function by(list: string, all: readonly TaskOnPage[], at: number, step: -1 | 1) {
  const { id } = all[at]!
  void order(list, stepped(all, at, step))
  focusOn(`[data-task="${id}"] input`)
}
function focusNext(id: string, step: -1 | 1) {
  const ids = groups.value.flatMap(([, all]) => all).map((one) => one.id)
  const next = ids[ids.indexOf(id) + step]
  if (next) focusOn(`[data-task="${next}"] input`)
}
async function addList(id: string) {
  if (await todo.addList(id)) asks.value = undefined
}
async function beginPlan(id: string) {
  if (await todo.beginPlan(id)) asks.value = undefined
}
const said = ref('')
function hasKept(name: string) {
  said.value = `“${name}” is kept.`
  asks.value = undefined
  // It is offered from now on.
  void atHand.refetch()
}
const acts = computed<Act[]>(() => [
  { label: 'A checklist or a plan …', run: () => (asks.value = 'lists') },
  {
    label: 'Keep it as a checklist …',
    disabled: !tasks.value.length,
    run: () => (asks.value = 'keep'),
  },
])
</script>

<template>
  <BesidePart title="To do" :note="tasks.length ? `${settled} of ${tasks.length}` : undefined">
    <template #acts>
      <KitMenu v-if="works" kind="link" class="small" :acts="acts" label="Lists for what is to do"
        >Lists …</KitMenu
      >
    </template>
    <div ref="root">
      <DoneBar
        v-if="tasks.length"
        :done="settled"
        :all="tasks.length"
        :label="`${settled} of ${tasks.length} tasks done`"
      />
      <div v-for="[list, all] in groups" :key="list">
        <p v-if="list" class="small quiet list">{{ list }}</p>
        <VueDraggable
          tag="ul"
          :model-value="all"
          handle=".grip"
          draggable=".task"
          :animation="120"
          :disabled="!works || about !== undefined"
          @update:model-value="(inOrder: TaskOnPage[]) => order(list, inOrder)"
        >
          <template v-for="(one, at) in all" :key="one.id">
            <li v-if="about?.task === one.id && about.as === 'terms'">
              <TaskTerms
                v-bind="{ task: one, fields: ticket.kept, teams, zone }"
                :error="error?.on('text') || error?.problem.detail"
                @put="put(one.id, $event)"
                @close="close(one.id)"
              />
            </li>
            <TaskLine
              v-else
              v-bind="{ task: one, fields: ticket.kept, people: ticket.people, zone, now, works }"
              :settled="todo.stands(one)"
              :asking="about?.task === one.id && about.as === 'tick'"
              :first="at === 0"
              :last="at === all.length - 1"
              @tick="tick(one, $event)"
              @by="by(list, all, at, $event)"
              @focus="focusNext(one.id, $event)"
              @terms="about = { task: one.id, as: 'terms' }"
              @leave="about = { task: one.id, as: 'leave' }"
              @drop="todo.drop(one.id)"
            />
            <li v-if="about?.task === one.id && about.as !== 'terms'">
              <TaskSlip
                v-bind="{ task: one, fields: ticket.kept, zone }"
                :leaves="about.as === 'leave'"
                :error="error?.problem.detail"
                @put="put(one.id, $event)"
                @close="close(one.id)"
              />
            </li>
          </template>
        </VueDraggable>
      </div>
      <ul v-if="typed.length" aria-hidden="true">
        <li v-for="(text, at) in typed" :key="at" class="quiet small">{{ text }} …</li>
      </ul>
      <p v-if="!tasks.length && !works" class="quiet small">Nothing is listed.</p>
      <div v-if="works" class="typing no-print">
        <kbd v-if="hint" class="hint" aria-hidden="true">{{ hint }}</kbd>
        <KitText
          v-model="kept.text"
          :label="hint ? `Add what is to do (${hint})` : 'Add what is to do'"
          bare
          :placeholder="tasks.length ? 'and then …' : 'What is to do?'"
          :most="300"
          @enter="add(typedTasks(kept.text))"
          @paste="paste"
          @keydown.esc="leave"
        />
        <KitCheckbox v-if="kept.text" v-model="kept.required" label="the ticket is not done before" />
      </div>
      <div v-if="asks === 'lists'" class="panel no-print" @keydown.esc.stop="asks = undefined">
        <p v-if="!lists.length && !plans.length" class="quiet small">
          There is no checklist and no plan for your teams.
        </p>
        <ul v-if="lists.length" aria-label="Checklists">
          <li v-for="one in lists" :key="one.id">
            <KitButton kind="link" @click="addList(one.id)">{{ one.name }} ({{ one.tasks }})</KitButton>
          </li>
        </ul>
        <ul v-if="plans.length" aria-label="Plans">
          <li v-for="one in plans" :key="one.id">
            <KitButton kind="link" @click="beginPlan(one.id)"
              >{{ one.name }} ({{ counted(one.stages, 'stage') }})</KitButton
            >
          </li>
        </ul>
        <KitButton kind="plain" @click="asks = undefined">Leave it</KitButton>
      </div>
      <KeepChecklist
        v-if="asks === 'keep' && atHand.data.value"
        v-bind="{ reference: ticket.reference, tasks: tasks.length, teams }"
        @kept="hasKept"
        @close="asks = undefined"
      />
      <p role="status" class="small quiet">{{ said }}</p>
      <KitError v-if="!about" :error="error" />
    </div>
  </BesidePart>
</template>

<style scoped>
.list {
  margin: 6px 0 0;
}
.typing {
  margin-top: 4px;
  position: relative;
}
.typing :deep(:has(> input[type='text'])),
.typing :deep(input[type='text']) {
  width: 100%;
}
.hint {
  position: absolute;
  right: 8px;
  top: 6px;
  font: 0.8rem var(--mono);
  color: var(--ink-3);
}
</style>
