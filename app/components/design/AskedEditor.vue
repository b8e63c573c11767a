<script setup lang="ts">
import { freeId } from '~~/core/naming'
import { FIELD_TYPES, type AskedField, type FieldType } from '~~/core/fields'
import { optionsOf, optionsText } from '~/composables/designWords'
import { oneAt } from '~~/core/lookup'

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
const move = (at: number, by: number) => emit('change', stepped(props.asks, at, by))
const offers = computed(() => props.known.filter(({ name }) => !props.asks.some((one) => one.name === name)))
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
    <p v-for="(field, at) in asks" :key="field.name" class="line">
      <input
        class="inline-field wide"
        :value="field.label"
        :aria-label="`Question ${at + 1} of ${of}`"
        @change="put(at, { label: typedIn($event) })"
      />
      <select
        class="inline-field"
        :value="field.type"
        :aria-label="`${field.label}: answer is`"
        @change="setType(at, typedIn($event) as FieldType)"
      >
        <option v-for="(one, type) in FIELD_TYPES" :key="type" :value="type">{{ one.name }}</option>
      </select>
      <input
        v-if="FIELD_TYPES[field.type].terms.includes('options')"
        class="inline-field"
        :value="optionsText(field.options)"
        :aria-label="`${field.label}: options, with commas between them`"
        placeholder="worn, broken, lost"
        @change="setOptions(at, typedIn($event))"
      />
      <label class="tick-field"
        ><input type="checkbox" :checked="field.required" @change="put(at, { required: isTicked($event) })" />
        must be answered</label
      >
      <OrderButtons
        :name="field.label"
        :first="at === 0"
        :last="at === asks.length - 1"
        @by="move(at, $event)"
      />
      <button
        class="link"
        type="button"
        :aria-label="`Ask “${field.label}” no more`"
        @click="
          emit(
            'change',
            asks.filter((_, index) => index !== at),
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
        :aria-label="`Ask at ${of} what another move asks`"
        @change="offer(typedIn($event))"
      >
        <option value="">ask what another move asks …</option>
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
