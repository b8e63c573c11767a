<script setup lang="ts">
import { fieldFact, type AskedField, type FieldValue } from '~~/core/fields'
import { gateOfMany, statusChoices, statusesOfKinds } from './manyStatuses'
import { useMany, type ManyField } from './useMany'

// Many tickets are changed at once: what that would do first, then how far it is, then what came of it, and the way back.
const props = defineProps<{
  references: number[]
  /** Of which kinds those of them are that are on the page. */
  kinds: readonly string[]
}>()
const emit = defineEmits<{ done: []; clear: [] }>()
const session = useSession()
const words = useViewWords()
const many = useMany()
const { progress, looked } = many

const SORTED = {
  technician: 'technician',
  priority: 'priority',
  queue: 'queue',
  team: 'team',
  category: 'category',
}
const ACTS = [
  { value: 'status', label: 'status, through its gate' },
  { value: 'reply', label: 'reply to each requester' },
  { value: 'watch', label: 'whether I watch them' },
  { value: 'link', label: 'link with a ticket' },
]
const kept = computed(() => words.data.value?.design.fields ?? [])
/** What whoever looks may do. */
const offered = computed(() => [
  ...Object.entries(SORTED)
    .filter(([id]) => session.may(id === 'technician' ? 'assignTickets' : 'sortTickets'))
    .map(([value, label]) => ({ value, label })),
  ...(session.may('workTickets') ? ACTS : []),
  ...kept.value.map((one) => ({ value: fieldFact(one.name) as string, label: one.label, note: 'field' })),
])
const field = ref<string | null>(session.may('assignTickets') ? 'technician' : 'priority')
const value = ref<FieldValue | null>(null)
/** What the gate of a status asks for. */
const gateFields = ref<Record<string, FieldValue | null>>({})
watch(field, () => (value.value = field.value === 'watch' ? true : null))
watch(value, () => (gateFields.value = {}))
watch([field, value, gateFields, () => props.references.length], () => (looked.value = undefined))
/** What is asked with an input of its own, as a field of a ticket is: one of ticket kinds, or words. */
const typed = computed<Omit<AskedField, 'required'> | undefined>(() => {
  if (field.value === 'reply') return { name: 'reply', label: 'What each of them is told', type: 'longText' }
  return kept.value.find((one) => fieldFact(one.name) === field.value)
})
const statuses = computed(() => statusesOfKinds(words.data.value?.statuses ?? [], props.kinds))
const gate = computed(() => (field.value === 'status' ? gateOfMany(statuses.value, value.value) : []))
const empties = computed(() => typed.value !== undefined && field.value !== 'reply')
const canGo = computed(() => empties.value || field.value === 'technician' || value.value !== null)
const choices = computed(() =>
  field.value === 'status'
    ? statusChoices(statuses.value)
    : (words.data.value?.names[field.value ?? ''] ?? []),
)
const WATCHING = [
  { value: true, label: 'watch them' },
  { value: false, label: 'watch them no longer' },
]
const picked = computed({
  get: () => (typeof value.value === 'string' ? value.value : null),
  set: (now) => (value.value = now),
})
const numbered = computed({
  get: () => (typeof value.value === 'number' ? value.value : null),
  set: (now) => (value.value = now),
})
const watches = computed({ get: () => value.value === true, set: (now) => (value.value = now) })

const deed = () => ({
  field: field.value as ManyField,
  value: value.value,
  ...(field.value === 'status' && { fields: gateFields.value }),
})
const look = () => many.look(props.references, deed())
async function change() {
  await many.change(props.references, deed())
  emit('done')
}
async function undo() {
  await many.undo()
  emit('done')
}
</script>

<template>
  <section class="many" aria-label="The chosen tickets">
    <KitError :error="words.error.value ?? undefined" tries-again @again="words.refetch()" />
    <div class="line">
      <b>{{ references.length }} chosen</b>
      <KitChoice v-model="field" label="set the" :options="offered" />
      <span v-if="typed" class="kept">
        <label for="many-value">{{ field === 'reply' ? 'says' : 'to' }}</label>
        <FieldInput
          v-model="value"
          :field="{ ...typed, required: false }"
          input-id="many-value"
          :zone="session.me?.zone ?? 'UTC'"
        />
        <span v-if="empties && value === null" class="quiet small">nothing: it is emptied</span>
      </span>
      <KitNumber
        v-else-if="field === 'link'"
        v-model="numbered"
        label="Number of the other ticket"
        :min="1"
      />
      <KitChoice v-else-if="field === 'watch'" v-model="watches" label="I" :options="WATCHING" />
      <KitChoice
        v-else
        v-model="picked"
        label="Value for all of them"
        :options="choices"
        clears
        :placeholder="field === 'technician' ? 'nobody' : 'choose …'"
      />
      <KitButton :disabled="!canGo || Boolean(progress)" @click="look">What would that do?</KitButton>
      <KitButton kind="plain" @click="emit('clear')">Choose none</KitButton>
    </div>
    <div v-if="gate.length" :key="String(value)" class="gate">
      <AskedFields
        v-model="gateFields"
        :asked="gate"
        :error="many.error.value instanceof ApiError ? many.error.value : undefined"
        :zone="session.me?.zone ?? 'UTC'"
        prefix="many"
      />
    </div>
    <ManyReport :many="many" @change="change" @undo="undo" />
  </section>
</template>

<style scoped>
.many {
  margin: 0 18px 8px;
  border: 1px solid var(--rule-2);
  border-left: 3px solid var(--sea);
  background: var(--page-2);
  padding: 8px 12px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: end;
}
.line :deep(.kit-field) {
  margin-bottom: 0;
}
.gate {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  margin-top: 8px;
}
.kept {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
</style>
