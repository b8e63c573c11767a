<script setup lang="ts">
import { isoTime, parseMoment } from '~~/core/time'
import type { Evidence } from '~~/core/work'
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
const { text, description = '', required = false, due, person, team, evidence } = props.task
const draft = reactive({
  ...{ text, description, required, evidence },
  at: due === undefined ? '' : isoTime(due, props.zone),
  within: '',
  person: person ?? null,
  team: team ?? null,
})
const before = { ...draft }
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
  try {
    // Only what is other than it was: what somebody else changes meanwhile stays theirs.
    emit('put', {
      ...(draft.text !== before.text && { text: draft.text }),
      ...(draft.description !== before.description && { description: draft.description }),
      ...(draft.required !== before.required && { required: draft.required }),
      ...duePart(),
      ...(draft.person !== before.person && { person: draft.person }),
      ...(draft.team !== before.team && { team: draft.team }),
      ...(draft.evidence !== before.evidence && {
        evidence: (draft.evidence as Evidence | undefined) ?? null,
      }),
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
    <WhoseField
      v-bind="{ person: draft.person, team: draft.team, teams }"
      @give="((draft.person = $event.person ?? null), (draft.team = $event.team ?? null))"
    />
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
