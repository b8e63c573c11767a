<script setup lang="ts">
import { SKILL_GRADES, type Field, type Value } from '~~/core/directory'
import type { NamesOfThings } from './useThings'

// Several things, each with what is said of it: how well a skill is known, how long the way to a site is.
const props = defineProps<{
  field: Extract<Field, { type: 'several' | 'graded' | 'ways' }>
  modelValue: Value
  names: NamesOfThings
  error?: string
  /** Takes it over at once; without it, it is part of a form. */
  commit?: (now: Value) => unknown
}>()
const emit = defineEmits<{ 'update:modelValue': [now: Value] }>()
const failed = ref('')
const added = reactive<Record<string, string>>({})
const adding = ref<string | null>(null)
const record = computed(() =>
  typeof props.modelValue === 'object' && props.modelValue !== null && !Array.isArray(props.modelValue)
    ? (props.modelValue as Record<string, string | number>)
    : {},
)
const ids = computed<string[]>(() =>
  Array.isArray(props.modelValue) ? (props.modelValue as string[]) : Object.keys(record.value),
)
const nameOf = (id: string) => props.names[props.field.of]?.[id] ?? added[id] ?? id
const GRADES = SKILL_GRADES.map((value) => ({ value, label: value }))

async function put(now: Value) {
  failed.value = ''
  try {
    await props.commit?.(now)
    emit('update:modelValue', now)
  } catch (error) {
    failed.value = error instanceof Error ? error.message : String(error)
  }
}
function add(id: string | null) {
  adding.value = null
  if (id === null || ids.value.includes(id)) return
  if (props.field.type === 'several') void put([...ids.value, id])
  else if (props.field.type === 'graded') void put({ ...record.value, [id]: 'sure' })
  else void put({ ...record.value, [id]: 30 })
}
const without = (id: string) => {
  if (props.field.type === 'several') return put(ids.value.filter((one) => one !== id))
  const { [id]: _, ...others } = record.value
  return put(others)
}
</script>

<template>
  <fieldset class="things">
    <legend>{{ field.label }}</legend>
    <p v-if="field.help" class="quiet small">{{ field.help }}</p>
    <ul v-if="ids.length">
      <li v-for="id in ids" :key="id">
        <NuxtLink :to="`/directory/${field.of}/${encodeURIComponent(id)}`">{{ nameOf(id) }}</NuxtLink>
        <KitChoice
          v-if="field.type === 'graded'"
          :model-value="String(record[id])"
          :label="`How well ${nameOf(id)} is known`"
          bare
          :options="GRADES"
          @update:model-value="put({ ...record, [id]: $event ?? 'sure' })"
        />
        <KitNumber
          v-else-if="field.type === 'ways'"
          class="minutes"
          :model-value="Number(record[id])"
          :label="`Minutes to ${nameOf(id)}`"
          bare
          :min="0"
          :max="10080"
          unit="min"
          :commit="(now) => put({ ...record, [id]: now ?? 0 })"
        />
        <KitButton kind="quiet" :aria-label="`Take ${nameOf(id)} out`" @click="without(id)"
          >take out</KitButton
        >
      </li>
    </ul>
    <ThingFinder
      :model-value="adding"
      :list="field.of"
      :label="`Add to ${field.label}`"
      bare
      :error="failed || error"
      placeholder="add one"
      @chosen="(id, name) => (added[id] = name)"
      @update:model-value="add"
    />
  </fieldset>
</template>

<style scoped>
.things {
  border: 0;
  padding: 0;
  margin: 0 0 1rem;
  min-width: 0;
}
legend {
  font-weight: 600;
  padding: 0;
  margin-bottom: 0.25rem;
}
ul {
  list-style: none;
  padding: 0;
  margin: 0 0 4px;
}
li {
  display: flex;
  gap: 4px 12px;
  align-items: center;
  flex-wrap: wrap;
  border-bottom: 1px dotted var(--rule);
  padding: 2px 0;
}
li > a {
  flex: 1;
  min-width: 8em;
}
.minutes {
  width: 9em;
}
p {
  margin: 0 0 0.3rem;
}
</style>
