<script setup lang="ts">
import { freeId } from '~~/core/naming'
import type { GateField, GateFieldType, Status } from '~~/core/lifecycle'

// What a status asks for before a ticket may enter it. Too many questions are friction, so each is a line.
const props = defineProps<{
  status: Status
  /** Fields that other gates of the design ask for, offered before a new one is made. */
  known: GateField[]
}>()
const emit = defineEmits<{ change: [gate: GateField[]] }>()

const TYPES: Record<GateFieldType, string> = {
  text: 'one line',
  longText: 'text',
  choice: 'one of some options',
  number: 'a number',
  date: 'a date',
  technician: 'somebody of the desk',
}
const text = (event: Event) => (event.target as HTMLInputElement).value
const put = (at: number, change: Partial<GateField>) =>
  emit(
    'change',
    props.status.gate.map((one, index) => (index === at ? { ...one, ...change } : one)),
  )
function setType(at: number, type: GateFieldType) {
  const { options, ...rest } = props.status.gate[at]!
  const gate = [...props.status.gate]
  gate[at] = { ...rest, type, ...(type === 'choice' && { options: options ?? [] }) }
  emit('change', gate)
}
const setOptions = (at: number, value: string) =>
  put(at, {
    options: [
      ...new Set(
        value
          .split(',')
          .map((one) => one.trim())
          .filter(Boolean),
      ),
    ],
  })
function move(at: number, by: number) {
  const gate = [...props.status.gate]
  const [one] = gate.splice(at, 1)
  gate.splice(at + by, 0, one!)
  emit('change', gate)
}
const offers = computed(() =>
  props.known.filter(({ name }) => !props.status.gate.some((one) => one.name === name)),
)
const label = ref('')
function add() {
  const words = label.value.trim()
  if (!words) return
  const name = freeId(words, (id) => props.known.some((one) => one.name === id), 'field')
  emit('change', [...props.status.gate, { name, label: words, type: 'text', required: false }])
  label.value = ''
}
function offer(name: string) {
  const field = offers.value.find((one) => one.name === name)
  if (field) emit('change', [...props.status.gate, { ...field }])
}
</script>

<template>
  <div class="gate" role="group" :aria-label="`The gate of ${status.name}`">
    <p v-if="status.gate.length === 0" class="quiet small">
      Nothing is asked: a ticket comes to “{{ status.name }}” at once.
    </p>
    <p v-for="(field, at) in status.gate" :key="field.name" class="line">
      <input
        class="inline-field wide"
        :value="field.label"
        :aria-label="`Question ${at + 1} of ${status.name}`"
        @change="put(at, { label: text($event) })"
      />
      <select
        class="inline-field"
        :value="field.type"
        :aria-label="`${field.label}: answer is`"
        @change="setType(at, text($event) as GateFieldType)"
      >
        <option v-for="(name, type) in TYPES" :key="type" :value="type">{{ name }}</option>
      </select>
      <input
        v-if="field.type === 'choice'"
        class="inline-field"
        :value="field.options?.join(', ')"
        :aria-label="`${field.label}: options, with commas between them`"
        placeholder="worn, broken, lost"
        @change="setOptions(at, text($event))"
      />
      <label class="tick-field"
        ><input
          type="checkbox"
          :checked="field.required"
          @change="put(at, { required: ($event.target as HTMLInputElement).checked })"
        />
        must be answered</label
      >
      <button
        class="link"
        type="button"
        :disabled="at === 0"
        :aria-label="`${field.label}: earlier`"
        @click="move(at, -1)"
      >
        ↑
      </button>
      <button
        class="link"
        type="button"
        :disabled="at === status.gate.length - 1"
        :aria-label="`${field.label}: later`"
        @click="move(at, 1)"
      >
        ↓
      </button>
      <button
        class="link"
        type="button"
        :aria-label="`Ask “${field.label}” no more`"
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
        v-if="offers.length"
        class="inline-field"
        value=""
        :aria-label="`Ask at ${status.name} what another gate asks`"
        @change="offer(text($event))"
      >
        <option value="">ask what another gate asks …</option>
        <option v-for="one in offers" :key="one.name" :value="one.name">{{ one.label }}</option>
      </select>
      <label>or ask something new <input v-model="label" class="inline-field" /></label>
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
