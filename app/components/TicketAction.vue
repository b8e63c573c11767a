<script setup lang="ts">
import type { GateField } from '~~/core/lifecycle'
import type { Ticket } from '~/composables/useTickets'

// What is asked before something is done to a ticket: a text, a person, or what a gate wants. It opens in
// place, keeps what was typed through errors, and says what will happen.
const props = defineProps<{
  ticket: Ticket
  panel: { kind: 'reply' | 'note' | 'assign' } | { kind: 'move'; to: string }
}>()
const emit = defineEmits<{ done: []; close: []; stale: [] }>()

const session = useSession()
const draftKey = computed(() => `yare-draft-${props.ticket.reference}-${props.panel.kind}`)
const fields = reactive<Record<string, string>>({})
const { busy, error, run } = useDeed(() => emit('stale'))
const people = ref<{ id: string; name: string; teams: string[]; onShift: boolean }[]>([])
const form = ref<HTMLFormElement>()
// The status that was on the screen when this was opened: if it is another by the time of sending, the server refuses.
const from = props.ticket.statusId

const transition = computed(() =>
  props.panel.kind === 'move'
    ? props.ticket.transitions.find((one) => one.to === (props.panel as { to: string }).to)
    : undefined,
)
const asked = computed<GateField[]>(() => {
  if (props.panel.kind === 'move') return transition.value?.gate ?? []
  if (props.panel.kind === 'assign')
    return [{ name: 'technician', label: 'Who takes it?', type: 'technician', required: true }]
  return [
    {
      name: 'text',
      label:
        props.panel.kind === 'reply' ? `Reply to ${props.ticket.requester.name}` : 'Note for the desk only',
      type: 'longText',
      required: true,
    },
  ]
})
const verb = computed(
  () =>
    transition.value?.label ??
    { reply: 'Send the reply', note: 'Keep the note', assign: 'Give it', move: 'Move' }[props.panel.kind],
)
const effect = computed(() => {
  if (props.panel.kind === 'reply')
    return 'Goes out by mail and stands in the portal. The answering clock stops.'
  if (props.panel.kind === 'note') return 'Requesters never see notes.'
  if (props.panel.kind === 'assign') return 'The person is told by mail.'
  return `The status becomes “${props.ticket.statuses[transition.value?.to ?? ''] ?? ''}”.`
})

onMounted(async () => {
  const kept = sessionStorage.getItem(draftKey.value)
  if (kept) fields.text = kept
  if (asked.value.some((field) => field.type === 'technician')) {
    people.value = await api<typeof people.value>('/api/technicians')
    for (const field of asked.value) if (field.type === 'technician') fields[field.name] ??= session.me!.id
  }
  await nextTick()
  form.value?.querySelector<HTMLElement>('textarea, input, select, button')?.focus()
})
watch(
  () => fields.text,
  (text) => (text ? sessionStorage.setItem(draftKey.value, text) : sessionStorage.removeItem(draftKey.value)),
)

const names = computed(() =>
  people.value.map((person) => ({
    value: person.id,
    label: `${person.name} · ${person.teams.join(', ') || 'desk'}${person.onShift ? ' · on shift' : ''}`,
  })),
)

async function submit() {
  const path = `/api/tickets/${props.ticket.reference}/${props.panel.kind}`
  const bodies = {
    reply: { text: fields.text ?? '' },
    note: { text: fields.text ?? '' },
    assign: { technician: fields.technician ?? null },
    move: {
      from,
      to: transition.value?.to,
      fields: Object.fromEntries(asked.value.map((field) => [field.name, fields[field.name] ?? ''])),
    },
  }
  const body = bodies[props.panel.kind]
  if (!(await run(() => api(path, { method: 'POST', body })))) return
  sessionStorage.removeItem(draftKey.value)
  emit('done')
}
</script>

<template>
  <form
    ref="form"
    class="panel no-print"
    novalidate
    @submit.prevent="submit"
    @keydown.esc="emit('close')"
    @keydown.ctrl.enter="submit"
  >
    <div v-for="field in asked" :key="field.name" class="field">
      <label :for="`gate-${field.name}`"
        >{{ field.label }}<span v-if="!field.required" class="quiet"> (if you like)</span></label
      >
      <Select
        v-if="field.type === 'technician'"
        v-model="fields[field.name]"
        :input-id="`gate-${field.name}`"
        :options="names"
        option-label="label"
        option-value="value"
        filter
        :aria-label="field.label"
      />
      <Textarea
        v-else-if="field.type === 'longText'"
        :id="`gate-${field.name}`"
        v-model="fields[field.name]"
        rows="4"
        auto-resize
        :invalid="Boolean(error?.on(field.name))"
        :aria-describedby="`gate-${field.name}-error`"
      />
      <Select
        v-else-if="field.type === 'choice'"
        v-model="fields[field.name]"
        :input-id="`gate-${field.name}`"
        :options="field.options ?? []"
        :show-clear="!field.required"
        :aria-label="field.label"
      />
      <InputText
        v-else
        :id="`gate-${field.name}`"
        :type="field.type"
        v-model="fields[field.name]"
        :invalid="Boolean(error?.on(field.name))"
        :aria-describedby="`gate-${field.name}-error`"
      />
      <p :id="`gate-${field.name}-error`" class="error-text">{{ error?.on(field.name) }}</p>
    </div>
    <p v-if="error" class="notice bad" role="alert">{{ error.problem.detail }}</p>
    <button class="act main" type="submit" :disabled="busy">{{ busy ? 'Sending …' : verb }}</button>
    <button class="act plain" type="button" @click="emit('close')">Leave it</button>
    <span class="quiet small">{{ effect }}</span>
  </form>
</template>

<style scoped>
.panel .act {
  margin-right: 6px;
}
</style>
