<script setup lang="ts">
import type { FieldValue } from '~~/core/fields'
import { figureFault } from '~~/core/work'
import type { Ticket } from '~/composables/useTickets'
import type { TaskDeed, TaskOnPage } from './useTodo'

// What a task asks for as it is ticked, or why it is not needed.
const props = defineProps<{
  task: TaskOnPage
  /** It is left out instead of ticked. */
  leaves: boolean
  fields: Ticket['kept']
  zone: string
  error?: string
}>()
const emit = defineEmits<{ put: [body: TaskDeed]; close: [] }>()
const why = ref('')
const figure = ref<number | null>(null)
const files = ref<string[]>([])
const evidence = computed(() => (props.leaves ? undefined : props.task.evidence))
const field = computed(() => {
  const asked = evidence.value
  return asked?.is === 'field' ? props.fields.find((one) => one.name === asked.field) : undefined
})
const value = ref<FieldValue | null>(field.value?.value ?? null)
const form = ref<HTMLFormElement>()
onMounted(() => form.value?.querySelector<HTMLElement>('textarea, input, [role=combobox]')?.focus())
const tried = ref(false)
const fault = computed(() =>
  evidence.value?.is === 'figure' && tried.value
    ? figureFault(evidence.value, figure.value ?? undefined)
    : undefined,
)
const lacks = computed(() => {
  if (props.leaves) return !why.value.trim()
  if (evidence.value?.is === 'file') return !files.value.length
  return evidence.value?.is === 'field' && field.value !== undefined && value.value === null
})
function send() {
  tried.value = true
  if (lacks.value || fault.value) return
  if (props.leaves) return emit('put', { notNeeded: why.value })
  if (evidence.value?.is === 'figure') return emit('put', { done: true, figure: figure.value! })
  if (evidence.value?.is === 'file') return emit('put', { done: true, file: files.value[0] })
  const isOther = field.value?.mayChange && value.value !== field.value.value
  emit('put', { done: true, ...(isOther && { value: value.value! }) })
}
const limits = computed(() => {
  const asked = evidence.value
  if (asked?.is !== 'figure') return undefined
  const { least, most } = asked
  return [least !== undefined && `from ${least}`, most !== undefined && `up to ${most}`]
    .filter(Boolean)
    .join(' ')
})
</script>

<template>
  <form
    ref="form"
    class="panel no-print"
    novalidate
    :aria-label="leaves ? `Why “${task.text}” is not needed` : `What “${task.text}” asks for`"
    @submit.prevent="send"
    @keydown.esc.capture="leaveSlip($event, () => emit('close'))"
  >
    <KitText v-if="leaves" v-model="why" label="Why it is not needed" :most="300" :error="error" />
    <KitNumber
      v-else-if="evidence?.is === 'figure'"
      v-model="figure"
      label="The figure"
      :help="limits || undefined"
      :unit="evidence.unit"
      :places="6"
      :error="fault ?? error"
    />
    <SentFiles
      v-else-if="evidence?.is === 'file'"
      label="The file"
      :files="files"
      :error="error"
      @change="files = $event.slice(-1)"
    />
    <template v-else-if="field">
      <label :for="`todo-${task.id}`">{{ field.label }}</label>
      <FieldInput
        v-model="value"
        :field="field"
        :input-id="`todo-${task.id}`"
        :zone="zone"
        :said="field.words"
        :invalid="Boolean(error)"
        :described-by="`todo-${task.id}-error`"
      />
      <p :id="`todo-${task.id}-error`" class="error-text" role="alert">{{ error }}</p>
    </template>
    <p v-else class="quiet small">It asks for a field that you do not see; somebody who sees it ticks it.</p>
    <p>
      <KitButton kind="main" type="submit" :disabled="lacks">{{
        leaves ? 'It is not needed' : 'Tick it'
      }}</KitButton>
      &nbsp;<KitButton kind="plain" @click="emit('close')">Leave it</KitButton>
    </p>
  </form>
</template>
