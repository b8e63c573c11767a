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
const list = ref<HTMLElement>()
const focusOn = async (where: string) => {
  await nextTick()
  list.value?.querySelector<HTMLElement>(where)?.focus()
}

async function edit(field: KeptField) {
  error.value = undefined
  open.value = field.name
  draft.value = seen.value = field.value
  await focusOn('form :is(textarea, input, [role=combobox])')
}
async function close() {
  const name = open.value ?? ''
  open.value = undefined
  await focusOn(`[data-field="${name}"] button`)
}
async function save(field: KeptField) {
  const body = { values: { [field.name]: draft.value }, from: { [field.name]: seen.value } }
  const path = { reference: props.ticket.reference }
  if (!(await run(() => api('POST /api/tickets/{reference}/fields', { path, body })))) return
  emit('done')
  await close()
}
</script>

<template>
  <BesidePart v-if="shown.length" title="Fields" :note="ticket.kind">
    <dl ref="list">
      <div v-for="field in shown" :key="field.name" :data-field="field.name">
        <dt>
          <label v-if="open === field.name" :for="`kept-${field.name}`">{{ field.label }}</label>
          <template v-else>{{ field.label }}</template>
        </dt>
        <dd>
          <form
            v-if="open === field.name"
            novalidate
            @submit.prevent="save(field)"
            @keydown.esc.capture="leaveSlip($event, close)"
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
            <p v-if="field.help" class="help">{{ field.help }}</p>
            <p id="kept-error" class="error-text" role="alert">
              {{ error?.on(field.name) || error?.problem.detail }}
            </p>
            <KitButton kind="main" type="submit" :busy="busy">Keep</KitButton>
            &nbsp;<KitButton kind="plain" @click="close">Leave it</KitButton>
          </form>
          <template v-else>
            <span class="said" :class="{ quiet: !field.words }">{{ field.words || 'nothing yet' }}</span>
            <KitButton
              v-if="field.mayChange && !ticket.held"
              kind="link"
              class="small no-print"
              :aria-label="`Change ${field.label}`"
              @click="edit(field)"
              >change</KitButton
            >
            <span v-if="field.toRequester" class="quiet small">&nbsp;the requester reads it</span>
          </template>
        </dd>
      </div>
    </dl>
  </BesidePart>
</template>

<style scoped>
dl {
  margin: 0;
}
dl > div {
  border-bottom: 1px dotted var(--rule);
  padding: 3px 0;
}
dt {
  color: var(--ink-3);
  font-size: 0.9rem;
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
.said {
  white-space: pre-line;
  margin-right: 8px;
}
.help {
  margin: 2px 0;
}
</style>
