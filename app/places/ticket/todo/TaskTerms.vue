<script setup lang="ts">
import { isoTime, parseMoment } from '~~/core/time'
import type { Evidence } from '~~/core/work'
import { technicianChoice } from '~/composables/useDeskPeople'
import type { Ticket } from '~/composables/useTickets'
import type { TaskDeed, TaskOnPage } from './useTodo'

// Everything that can be said of a task of a ticket.
const props = defineProps<{
  task: TaskOnPage
  fields: Ticket['kept']
  teams: readonly { id: string; name: string }[]
  zone: string
  error?: string
}>()
const emit = defineEmits<{ put: [body: TaskDeed]; close: [] }>()
const people = useDeskPeople()
const { text, description = '', required = false, due, person, team, evidence } = props.task
const draft = reactive({
  ...{ text, description, required, evidence },
  at: due === undefined ? '' : isoTime(due, props.zone),
  within: '',
  who: person ? `person:${person}` : team ? `team:${team}` : '',
})
const before = { ...draft }
const whose = computed(() => [
  { value: '', label: 'nobody by name' },
  ...props.teams.map(({ id, name }) => ({ value: `team:${id}`, label: name, group: 'Anybody of a team' })),
  ...(people.data.value ?? []).map((one) => {
    const { value, label } = technicianChoice(one)
    return { value: `person:${value}`, label, group: 'Somebody' }
  }),
])
const form = ref<HTMLFormElement>()
onMounted(() => form.value?.querySelector<HTMLElement>('input')?.focus())
const wrong = ref<string>()
function duePart(): TaskDeed {
  if (draft.within) return { within: draft.within }
  if (draft.at === before.at) return {}
  return { due: draft.at ? parseMoment(draft.at, props.zone) : null }
}
function send() {
  wrong.value = undefined
  const id = draft.who.slice(draft.who.indexOf(':') + 1)
  try {
    emit('put', {
      ...{ text: draft.text, description: draft.description, required: draft.required },
      ...duePart(),
      ...(draft.who !== before.who && {
        person: draft.who.startsWith('person:') ? id : null,
        team: draft.who.startsWith('team:') ? id : null,
      }),
      evidence: (draft.evidence as Evidence | undefined) ?? null,
    })
  } catch {
    wrong.value = 'give a day and a time'
  }
}
</script>

<template>
  <form
    ref="form"
    class="panel no-print"
    novalidate
    :aria-label="`Terms of “${task.text}”`"
    @submit.prevent="send"
    @keydown.esc.capture="leaveSlip($event, () => emit('close'))"
  >
    <KitText v-model="draft.text" label="What is to do" :most="300" :error="error" />
    <KitLongText v-model="draft.description" label="More of it" :rows="2" />
    <KitChoice v-model="draft.who" label="Who does it" :options="whose" />
    <KitMoment v-model="draft.at" label="Due" :zone="zone" :error="wrong" />
    <KitDuration v-model="draft.within" label="Or so much working time after it came" placeholder="4:00" />
    <EvidenceField v-model="draft.evidence" :fields="fields" />
    <KitCheckbox v-model="draft.required" label="the ticket is not done before" />
    <p>
      <KitButton kind="main" type="submit" :disabled="!draft.text.trim()">Keep</KitButton>
      &nbsp;<KitButton kind="plain" @click="emit('close')">Leave it</KitButton>
    </p>
  </form>
</template>

<style scoped>
form :deep(.kit-tick) {
  flex-wrap: nowrap;
}
</style>
