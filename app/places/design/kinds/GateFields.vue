<script setup lang="ts">
import type { TicketField } from '~~/core/fields'
import { withoutGaps } from '~~/core/json'
import type { GateAsk, Status } from '~~/core/lifecycle'
import { oneAt } from '~~/core/lookup'

// What a status asks for before a ticket may enter it: fields of the ticket, which stay. Too many questions are friction,
// so each is a line.
const props = defineProps<{ status: Status; library: TicketField[]; own: TicketField[] }>()
const emit = defineEmits<{
  change: [gate: GateAsk[]]
  /** Asks for a field that the kind does not have yet: one of the library, or a new one of this name. */
  add: [field: { name: string } | { label: string }]
}>()

const fieldOf = (name: string) => props.library.find((one) => one.name === name)
const labelOf = (ask: GateAsk) => ask.label ?? fieldOf(ask.field)?.label ?? ask.field
const put = (at: number, change: Partial<GateAsk>) =>
  emit(
    'change',
    props.status.gate.map((one, index) => (index === at ? withoutGaps({ ...one, ...change }) : one)),
  )
/** The words of the gate are those of the field unless they are others. */
function putLabel(at: number, words: string) {
  const isOwn = words.trim() && words.trim() !== fieldOf(oneAt(props.status.gate, at).field)?.label
  put(at, { label: isOwn ? words.trim() : undefined })
}
const without = (at: number) =>
  emit(
    'change',
    props.status.gate.filter((_, index) => index !== at),
  )
const isFree = ({ name }: TicketField) => !props.status.gate.some((one) => one.field === name)
const isOwn = (name: string) => props.own.some((one) => one.name === name)
/** Fields of this kind first, then those of other kinds. */
const offers = computed(() =>
  [...props.own, ...props.library.filter((one) => !isOwn(one.name))].filter(isFree).map((one) => ({
    ...{ value: one.name, label: one.label },
    ...(!isOwn(one.name) && { group: 'of other kinds' }),
  })),
)
function offer(name: string | null) {
  if (name === null) return
  if (isOwn(name)) emit('change', [...props.status.gate, { field: name, required: false }])
  else emit('add', { name })
}
/** It is a list to choose from again and again. */
const none: string | null = null
const label = ref('')
function add() {
  if (label.value.trim()) emit('add', { label: label.value.trim() })
  label.value = ''
}
</script>

<template>
  <div class="gate" role="group" :aria-label="`The gate of ${status.name}`">
    <p v-if="status.gate.length === 0" class="quiet small">
      Nothing is asked: a ticket comes to “{{ status.name }}” at once.
    </p>
    <div v-for="(ask, at) in status.gate" :key="ask.field" class="line">
      <KitText
        bare
        class="words"
        :label="`Question ${at + 1} of ${status.name}`"
        :model-value="labelOf(ask)"
        :commit="(words: string) => putLabel(at, words)"
      />
      <span v-if="ask.label" class="quiet small">sets “{{ fieldOf(ask.field)?.label ?? ask.field }}”</span>
      <KitCheckbox
        label="must be answered"
        :model-value="ask.required"
        @update:model-value="put(at, { required: $event })"
      />
      <KitCheckbox
        label="each time anew"
        :model-value="ask.anew === true"
        @update:model-value="put(at, { anew: $event || undefined })"
      />
      <OrderButtons
        :name="labelOf(ask)"
        :first="at === 0"
        :last="at === status.gate.length - 1"
        @by="emit('change', stepped(status.gate, at, $event))"
      />
      <KitButton kind="link" :aria-label="`Ask “${labelOf(ask)}” no more`" @click="without(at)"
        >take out</KitButton
      >
    </div>
    <form class="line" @submit.prevent="add">
      <KitChoice
        v-if="offers.length"
        :label="`Ask for a field at ${status.name}`"
        placeholder="one that there is"
        :model-value="none"
        :options="offers"
        @update:model-value="offer"
      />
      <KitText v-model="label" :label="offers.length ? 'Or for a new one' : 'Ask for a new one'" />
      <KitButton type="submit" :disabled="!label.trim()">Ask it</KitButton>
    </form>
  </div>
</template>

<style scoped>
.gate {
  border-left: 2px solid var(--sea);
  padding: 4px 0 4px 10px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  margin: 4px 0;
}
form.line {
  align-items: flex-end;
}
form.line > .kit-button {
  margin-bottom: 14px;
}
.line :deep(.kit-field) {
  margin-bottom: 0;
}
form.line :deep(.kit-field) {
  margin-bottom: 14px;
}
.words {
  width: 260px;
}
</style>
