<script setup lang="ts">
import { freeId } from '~~/core/naming'
import { FIELD_TYPES, type AskedField, type FieldType } from '~~/core/fields'
import { optionsOf, optionsText } from '~/composables/designWords'
import { keysOf, oneAt } from '~~/core/lookup'

// What a move asks for first. Too many questions are friction, so each is a line.
const props = defineProps<{
  asks: AskedField[]
  /** What asks them, in words. */
  of: string
  /** What other moves ask for, offered before a new one is made. */
  known: AskedField[]
}>()
const emit = defineEmits<{ change: [asks: AskedField[]] }>()

const put = (at: number, change: Partial<AskedField>) =>
  emit(
    'change',
    props.asks.map((one, index) => (index === at ? { ...one, ...change } : one)),
  )
function setType(at: number, type: FieldType) {
  const { options, ...rest } = oneAt(props.asks, at)
  const asks = [...props.asks]
  asks[at] = { ...rest, type, ...(FIELD_TYPES[type].terms.includes('options') && { options: options ?? [] }) }
  emit('change', asks)
}
const setOptions = (at: number, value: string) => put(at, { options: optionsOf(value) })
const takeOut = (at: number) =>
  emit(
    'change',
    props.asks.filter((_, index) => index !== at),
  )
const move = (at: number, by: number) => emit('change', stepped(props.asks, at, by))
const offers = computed(() => props.known.filter(({ name }) => !props.asks.some((one) => one.name === name)))
const TYPES = keysOf(FIELD_TYPES).map((value) => ({ value, label: FIELD_TYPES[value].name }))
const label = ref('')
function add() {
  const words = label.value.trim()
  if (!words) return
  const name = freeId(words, (id) => props.known.some((one) => one.name === id), 'field')
  emit('change', [...props.asks, { name, label: words, type: 'text', required: false }])
  label.value = ''
}
function offer(name: string) {
  const field = offers.value.find((one) => one.name === name)
  if (field) emit('change', [...props.asks, { ...field }])
}
</script>

<template>
  <div class="gate" role="group" :aria-label="`What ${of} asks`">
    <p v-if="asks.length === 0" class="quiet small">Nothing is asked.</p>
    <div v-for="(field, at) in asks" :key="field.name" class="line">
      <KitText
        class="wide"
        bare
        :label="`Question ${at + 1} of ${of}`"
        :model-value="field.label"
        :commit="(now: string) => put(at, { label: now })"
      />
      <KitChoice
        bare
        :label="`${field.label}: answer is`"
        :model-value="field.type"
        :options="TYPES"
        @update:model-value="$event && setType(at, $event)"
      />
      <KitText
        v-if="FIELD_TYPES[field.type].terms.includes('options')"
        bare
        :label="`${field.label}: options, with commas between them`"
        placeholder="worn, broken, lost"
        :model-value="optionsText(field.options)"
        :commit="(now: string) => setOptions(at, now)"
      />
      <KitCheckbox
        label="must be answered"
        :model-value="field.required"
        @update:model-value="put(at, { required: $event })"
      />
      <OrderButtons
        :name="field.label"
        :first="at === 0"
        :last="at === asks.length - 1"
        @by="move(at, $event)"
      />
      <KitButton kind="link" :aria-label="`Ask “${field.label}” no more`" @click="takeOut(at)"
        >take out</KitButton
      >
    </div>
    <form class="line" @submit.prevent="add">
      <KitChoice
        v-if="offers.length"
        bare
        placeholder="ask what another move asks …"
        :label="`Ask at ${of} what another move asks`"
        :model-value="null"
        :options="offers.map((one) => ({ value: one.name, label: one.label }))"
        @update:model-value="$event && offer($event)"
      />
      <KitText v-model="label" bare placeholder="or something new" :label="`Ask something new at ${of}`" />
      <KitButton type="submit">Ask it</KitButton>
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
  gap: 4px 10px;
  align-items: center;
  margin: 4px 0;
}
.wide :deep(input) {
  width: 240px;
}
</style>
