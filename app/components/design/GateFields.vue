<script setup lang="ts">
import type { TicketField } from '~~/core/fields'
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
    props.status.gate.map((one, index) => (index === at ? { ...one, ...change } : one)),
  )
/** The words of the gate are those of the field unless they are others. */
function putLabel(at: number, words: string) {
  const { label: _, ...ask } = oneAt(props.status.gate, at)
  const isOwn = words.trim() && words.trim() !== fieldOf(ask.field)?.label
  const gate = [...props.status.gate]
  gate[at] = isOwn ? { ...ask, label: words.trim() } : ask
  emit('change', gate)
}
const move = (at: number, by: number) => emit('change', stepped(props.status.gate, at, by))
const isFree = ({ name }: TicketField) => !props.status.gate.some((one) => one.field === name)
const offers = computed(() => props.own.filter(isFree))
const others = computed(() =>
  props.library.filter((one) => isFree(one) && !props.own.some(({ name }) => name === one.name)),
)
function offer(name: string) {
  if (!name) return
  if (props.own.some((one) => one.name === name))
    emit('change', [...props.status.gate, { field: name, required: false }])
  else emit('add', { name })
}
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
    <p v-for="(ask, at) in status.gate" :key="ask.field" class="line">
      <input
        class="inline-field wide"
        :value="labelOf(ask)"
        :aria-label="`Question ${at + 1} of ${status.name}`"
        @change="putLabel(at, typedIn($event))"
      />
      <span v-if="ask.label" class="quiet small">sets “{{ fieldOf(ask.field)?.label ?? ask.field }}”</span>
      <label class="tick-field"
        ><input type="checkbox" :checked="ask.required" @change="put(at, { required: isTicked($event) })" />
        must be answered</label
      >
      <label class="tick-field"
        ><input
          type="checkbox"
          :checked="ask.anew"
          @change="put(at, { anew: isTicked($event) || undefined })"
        />
        each time anew</label
      >
      <OrderButtons
        :name="labelOf(ask)"
        :first="at === 0"
        :last="at === status.gate.length - 1"
        @by="move(at, $event)"
      />
      <button
        class="link"
        type="button"
        :aria-label="`Ask “${labelOf(ask)}” no more`"
        @click="
          emit(
            'change',
            status.gate.filter((_, index) => index !== at),
          )
        "
      >
        take out
      </button>
    </p>
    <form class="line" @submit.prevent="add">
      <select
        v-if="offers.length || others.length"
        class="inline-field"
        value=""
        :aria-label="`Ask for a field at ${status.name}`"
        @change="offer(typedIn($event))"
      >
        <option value="">ask for a field …</option>
        <option v-for="one in offers" :key="one.name" :value="one.name">{{ one.label }}</option>
        <optgroup v-if="others.length" label="of other kinds">
          <option v-for="one in others" :key="one.name" :value="one.name">{{ one.label }}</option>
        </optgroup>
      </select>
      <label>or for a new one <input v-model="label" class="inline-field" /></label>
      <button class="act" type="submit">Ask it</button>
    </form>
  </div>
</template>

<style scoped>
.line .link {
  min-width: 26px;
  min-height: 26px;
}
.gate {
  border-left: 2px solid var(--sea);
  padding: 4px 0 4px 10px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
  margin: 4px 0;
}
.wide {
  width: 240px;
}
</style>
