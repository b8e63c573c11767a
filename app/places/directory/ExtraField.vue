<script setup lang="ts">
import type { Field, Value } from '~~/core/directory'

// What the fields of a thing's type say of it; what was written down under a name that the type has no more stays.
const props = defineProps<{
  field: Extract<Field, { type: 'extra' }>
  modelValue: Value
  /** Id of the type. */
  type: string | null
  commit?: (now: Value) => unknown
  error?: string
}>()
const emit = defineEmits<{ 'update:modelValue': [now: Value] }>()
const kind = useQuery({
  key: () => ['directory', props.field.of, props.type ?? ''],
  query: ({ signal }) =>
    api('GET /api/directory/{list}/{id}', { path: { list: props.field.of, id: props.type ?? '' }, signal }),
  enabled: () => Boolean(props.type),
})
const said = computed(() => (props.modelValue ?? {}) as Record<string, string>)
const names = computed(() => {
  const own = props.type && Array.isArray(kind.data.value?.values.fields) ? kind.data.value.values.fields : []
  return [...new Set([...(own as string[]), ...Object.keys(said.value)])]
})
async function put(name: string, text: string) {
  const now = { ...said.value, [name]: text }
  await props.commit?.(now)
  emit('update:modelValue', now)
}
</script>

<template>
  <fieldset v-if="names.length" class="extra">
    <legend class="sr-only">{{ field.label }}</legend>
    <KitText
      v-for="name in names"
      :key="name"
      :model-value="said[name] ?? ''"
      :label="name"
      :most="500"
      :error="error"
      :commit="commit && ((now) => put(name, now))"
      @update:model-value="commit || put(name, $event)"
    />
  </fieldset>
</template>

<style scoped>
.extra {
  border: 0;
  padding: 0;
  margin: 0;
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 0 24px;
}
</style>
