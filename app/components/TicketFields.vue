<script setup lang="ts">
import type { FieldValue } from '~~/core/fields'
import type { KeptField, Ticket } from '~/composables/useTickets'

// The fields of a ticket's kind: what each says, and the place to change it.
const props = defineProps<{ ticket: Ticket; zone: string }>()
const emit = defineEmits<{ done: [] }>()

/** What stands at the head of a done ticket, and what only a gate asks for, need no line of their own while empty. */
const AT_HEAD = ['solvedBy', 'remarks']
const asksAnew = computed(
  () =>
    new Set(
      props.ticket.transitions.flatMap(({ gate }) => gate.filter((one) => one.anew).map((one) => one.name)),
    ),
)
const shown = computed(() =>
  props.ticket.kept.filter(
    ({ name, value }) => !AT_HEAD.includes(name) && (value !== null || !asksAnew.value.has(name)),
  ),
)
const open = ref<string>()
const draft = ref<FieldValue | null>(null)
const seen = ref<FieldValue | null>(null)
const { busy, error, run } = useDeed(() => emit('done'))
const slip = ref<HTMLFormElement[]>([])
/** The buttons that open fields, where the eye goes back to. */
const openers = new Map<string, HTMLElement>()
function keepOpener(name: string, button: unknown) {
  if (button instanceof HTMLElement) openers.set(name, button)
}

async function edit(field: KeptField) {
  error.value = undefined
  open.value = field.name
  draft.value = seen.value = field.value
  await nextTick()
  slip.value[0]?.querySelector<HTMLElement>('textarea, input, [role=combobox]')?.focus()
}
async function close() {
  const name = open.value ?? ''
  open.value = undefined
  await nextTick()
  openers.get(name)?.focus()
}
async function save(field: KeptField) {
  const body = { values: { [field.name]: draft.value }, from: { [field.name]: seen.value } }
  if (
    !(await run(() =>
      api('POST /api/tickets/{reference}/fields', { path: { reference: props.ticket.reference }, body }),
    ))
  )
    return
  emit('done')
  await close()
}
</script>

<template>
  <template v-for="field in shown" :key="field.name">
    <dt>
      <label v-if="open === field.name" :for="`kept-${field.name}`">{{ field.label }}</label>
      <template v-else>{{ field.label }}</template>
    </dt>
    <dd>
      <form
        v-if="open === field.name"
        ref="slip"
        class="change"
        novalidate
        @submit.prevent="save(field)"
        @keydown.esc.stop="close"
      >
        <FieldInput
          v-model="draft"
          :field="field"
          :input-id="`kept-${field.name}`"
          :zone="zone"
          :said="field.words"
          :invalid="Boolean(error)"
          described-by="kept-error"
        />
        <button class="act main" type="submit" :disabled="busy">Keep</button>
        <button class="act plain" type="button" @click="close">Leave it</button>
        <p v-if="field.help" class="help">{{ field.help }}</p>
        <p id="kept-error" class="error-text" role="alert">
          {{ error?.on(field.name) || error?.problem.detail }}
        </p>
      </form>
      <template v-else>
        <span class="said" :class="{ quiet: !field.words }">{{ field.words || 'nothing yet' }}</span>
        <button
          v-if="field.mayChange && !ticket.held"
          :ref="(button) => keepOpener(field.name, button)"
          class="link small"
          type="button"
          :aria-label="`Change ${field.label}`"
          @click="edit(field)"
        >
          change
        </button>
        <span v-if="field.toRequester" class="quiet small">the requester reads it</span>
      </template>
    </dd>
  </template>
</template>

<style scoped>
dt {
  color: var(--ink-3);
  padding: 4px 0;
  border-bottom: 1px dotted var(--rule);
}
dd {
  margin: 0;
  padding: 4px 0;
  border-bottom: 1px dotted var(--rule);
  overflow-wrap: anywhere;
}
.change {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.change p {
  flex-basis: 100%;
  margin: 0;
}
.said {
  white-space: pre-line;
  margin-right: 8px;
}
.link + .quiet {
  margin-left: 8px;
}
@media (max-width: 520px) {
  dt {
    border: 0;
    padding-bottom: 0;
  }
}
</style>
