<script setup lang="ts">
import { present } from '~~/core/lookup'
import type { AskedField, FieldValue } from '~~/core/fields'
import { listInWords } from '~~/core/words'
import { givenFields, hadBy, type Ticket } from '~/composables/useTickets'

// What is asked before something is done to a ticket: a text, a person, or what a gate wants. It opens in
// place, keeps what was typed through errors, and says what will happen.
const props = defineProps<{
  ticket: Ticket
  zone: string
  panel: { kind: 'reply' | 'note' | 'assign' } | { kind: 'move'; to: string }
}>()
const emit = defineEmits<{ done: []; close: []; stale: [] }>()

/** What is written to somebody, and what goes along with it. */
const said = reactive({ text: '', files: [] as string[] })
/** What a gate asks for; it begins with what the ticket has by then. */
const fields = ref<Record<string, FieldValue | null>>({})
/** What is written to somebody, rather than filled in. */
const isWords = computed(() => props.panel.kind === 'reply' || props.panel.kind === 'note')
const { busy, error, run } = useDeed(() => emit('stale'))
const form = ref<HTMLFormElement>()
// The status that was on the screen when this was opened: if it is another by the time of sending, the server refuses.
const from = props.ticket.statusId
const had = props.ticket.technicianId

const transition = computed(() =>
  props.panel.kind === 'move'
    ? props.ticket.transitions.find((one) => one.to === (props.panel as { to: string }).to)
    : undefined,
)
const asked = computed<AskedField[]>(() => {
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
const keeps = computed(() => {
  const labels = props.ticket.keptByWord.map((one) => `“${one}”`)
  return labels.length ? ` That keeps ${listInWords(labels)}.` : ''
})
const effect = computed(() => {
  if (props.panel.kind === 'reply') return `Goes out by mail and stands in the portal.${keeps.value}`
  if (props.panel.kind === 'note') return 'Requesters never see notes. Whom you name with @ is told.'
  if (props.panel.kind === 'assign') return 'The person is told by mail.'
  const becomes = `The status becomes “${props.ticket.statuses[transition.value?.to ?? ''] ?? ''}”.`
  if (!transition.value?.tells) return becomes
  return `${becomes} ${props.ticket.requester.name} is told what you write.${keeps.value}`
})

const { forget } = useKeptForm(`yare-draft-${props.ticket.reference}-${props.panel.kind}`, said)
onMounted(async () => {
  if (isWords.value) return
  await nextTick()
  const first = form.value?.querySelector<HTMLElement>('textarea')
  ;(first ?? form.value?.querySelector<HTMLElement>('input, select, [role=combobox], button'))?.focus()
})

const atHand = useQuery({
  key: () => ['ticket', props.ticket.reference, 'replies'],
  query: ({ signal }) =>
    api('GET /api/tickets/{reference}/replies', { path: { reference: props.ticket.reference }, signal }),
  enabled: () => props.panel.kind === 'reply',
})

async function submit() {
  const path = { reference: props.ticket.reference }
  const given = () => givenFields(asked.value, fields.value, hadBy(props.ticket))
  const technician = fields.value.technician as string | undefined
  const acts = {
    reply: () => api('POST /api/tickets/{reference}/reply', { path, body: said }),
    note: () => api('POST /api/tickets/{reference}/note', { path, body: said }),
    assign: () =>
      api('POST /api/tickets/{reference}/assign', {
        path,
        body: { technician: technician ?? null, from: had },
      }),
    move: () =>
      api('POST /api/tickets/{reference}/move', {
        path,
        body: { from, to: present(transition.value).to, fields: given() },
      }),
  }
  if (!(await run(acts[props.panel.kind]))) return
  forget()
  emit('done')
}
</script>

<template>
  <form
    ref="form"
    class="panel no-print"
    :class="panel.kind"
    novalidate
    @submit.prevent="submit"
    @keydown.esc="emit('close')"
    @keydown.ctrl.enter="submit"
  >
    <WordsField
      v-if="isWords"
      v-model:text="said.text"
      v-model:files="said.files"
      focuses
      :label="asked[0]!.label"
      :naming="panel.kind === 'note'"
      :replies="atHand.data.value?.replies"
      :error="error?.on('text') ?? ''"
    />
    <AskedFields
      v-else
      v-model="fields"
      :asked="asked"
      :error="error"
      :zone="zone"
      :had="hadBy(ticket)"
      prefix="gate"
    />
    <p v-if="error" class="notice bad" role="alert">{{ error.problem.detail }}</p>
    <button class="act main" type="submit" :disabled="busy">{{ busy ? 'Sending …' : verb }}</button>
    <button class="act plain" type="button" @click="emit('close')">Leave it</button>
    <span class="quiet small">{{ effect }}</span>
  </form>
</template>

<style scoped>
/* What requesters never see looks like a slip of another paper. */
.panel.note {
  border-left-color: var(--brass);
  background: var(--brass-2);
}
.panel .act {
  margin-right: 6px;
}
</style>
