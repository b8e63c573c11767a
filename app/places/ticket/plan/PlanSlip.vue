<script setup lang="ts">
import { present } from '~~/core/lookup'
import { technicianChoice } from '~/composables/useDeskPeople'
import type { Ticket } from '~/composables/useTickets'
import type { PlanOnTicket, TaskOnTicket } from './planWords'

// What of a plan needs a word or a name first: sent back, called off, given, not needed, a no, somebody else to ask.
export type PlanAsk =
  | { do: 'back' | 'end' }
  | { do: 'give' | 'notNeeded' | 'no' | 'query'; task: TaskOnTicket }
  | { do: 'hand'; task: TaskOnTicket; from: string | null }

const props = defineProps<{ ticket: Ticket; plan: PlanOnTicket; ask: PlanAsk }>()
const emit = defineEmits<{ done: []; close: [] }>()
const { busy, error, run } = useDeed(() => emit('done'))
const fields = reactive({
  text: '',
  person: null as string | null,
  stage: null as string | null,
  tasks: [] as string[],
})
const form = ref<HTMLFormElement>()
onMounted(() => form.value?.querySelector<HTMLElement>('textarea, input, [role=combobox]')?.focus())
const names = computed(() => props.ask.do === 'give' || props.ask.do === 'hand')
const people = useDeskPeople(() => names.value)
const choices = computed(() => [
  ...(props.ask.do === 'give' ? [{ value: '', label: 'nobody: any of its team' }] : []),
  ...(people.data.value ?? []).map(technicianChoice),
])
const stages = computed(() =>
  props.plan.stages.filter((one) => one.stands === 'open' || one.stands === 'through'),
)
fields.stage = stages.value.at(-1)?.id ?? null
const stage = computed(() => stages.value.find((one) => one.id === fields.stage))
const again = computed(() => (stage.value?.tasks ?? []).filter((one) => one.end || one.stands === 'open'))
watch(again, (tasks) => (fields.tasks = tasks.map((one) => one.id)), { immediate: true })
const TITLES: Record<PlanAsk['do'], string> = {
  back: 'Send it back',
  end: 'Call the plan off',
  give: 'Give it to somebody',
  notNeeded: 'It is not needed',
  no: 'Say no',
  query: 'Ask the requester',
  hand: 'Ask somebody else',
}
const WORDS: Partial<Record<PlanAsk['do'], string>> = {
  back: 'What is wrong, for whoever does it again',
  end: 'Why it is called off',
  notNeeded: 'Why it is not needed',
  no: 'Why not',
  query: 'What you want to know before you say your word',
}
const path = () => ({ reference: props.ticket.reference, run: props.plan.run })

function send() {
  const { ask } = props
  const { text, person } = fields
  if (ask.do === 'back')
    return api('POST /api/tickets/{reference}/plans/{run}/back', {
      path: path(),
      body: { stage: present(fields.stage), tasks: fields.tasks, text },
    })
  if (ask.do === 'end')
    return api('POST /api/tickets/{reference}/plans/{run}/end', { path: path(), body: { text } })
  if (!('task' in ask)) return undefined
  const of = { ...path(), task: ask.task.id }
  if (ask.do === 'no')
    return api('POST /api/tickets/{reference}/plans/{run}/tasks/{task}/word', {
      path: of,
      body: { yes: false, text },
    })
  if (ask.do === 'query')
    return api('POST /api/tickets/{reference}/plans/{run}/tasks/{task}/question', {
      path: of,
      body: { text },
    })
  if (ask.do === 'hand')
    return api('POST /api/tickets/{reference}/plans/{run}/tasks/{task}/hand', {
      path: of,
      body: { from: ask.from, to: present(person) },
    })
  return api('PATCH /api/tickets/{reference}/plans/{run}/tasks/{task}', {
    path: of,
    body: ask.do === 'notNeeded' ? { notNeeded: text } : { person: person || null },
  })
}
const lacks = computed(() => (names.value ? fields.person === null : !fields.text.trim()))
async function submit() {
  if (await run(async () => (await send(), true))) emit('done')
}
</script>

<template>
  <form
    ref="form"
    class="panel no-print"
    novalidate
    :aria-label="TITLES[ask.do]"
    @submit.prevent="submit"
    @keydown.esc.capture="leaveSlip($event, () => emit('close'))"
  >
    <p class="small slip-title">
      <b>{{ TITLES[ask.do] }}</b><template v-if="'task' in ask">
        · {{ ask.task.number }} {{ ask.task.text }}</template
      >
    </p>
    <template v-if="ask.do === 'back'">
      <KitChoice
        v-model="fields.stage"
        label="Which stage is entered again"
        :options="stages.map((one) => ({ value: one.id, label: `${one.number} ${one.name}` }))"
        :error="error?.on('stage')"
      />
      <KitTicks
        v-model="fields.tasks"
        label="What of it is to be done again"
        :options="again.map((one) => ({ value: one.id, label: `${one.number} ${one.text}` }))"
        :error="error?.on('tasks')"
      />
    </template>
    <KitChoice
      v-if="names"
      v-model="fields.person"
      :label="ask.do === 'hand' ? 'Whose word is asked for instead' : 'Who does it'"
      :options="choices"
      :error="error?.on('person') ?? error?.on('to')"
    />
    <KitLongText v-else v-model="fields.text" :rows="2" :label="WORDS[ask.do]!" :error="error?.on('text')" />
    <KitError :error="error" />
    <KitButton
      :kind="ask.do === 'end' ? 'danger' : 'main'"
      type="submit"
      :busy="busy"
      :disabled="lacks || (ask.do === 'back' && !fields.tasks.length)"
      >{{ TITLES[ask.do] }}</KitButton
    >
    &nbsp;<KitButton kind="plain" @click="emit('close')">Leave it</KitButton>
  </form>
</template>

<style scoped>
.slip-title {
  margin: 0 0 4px;
}
</style>
