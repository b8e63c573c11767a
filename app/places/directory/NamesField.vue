<script setup lang="ts">
import type { Field, Value } from '~~/core/directory'

// A list of short names that are nothing but names, such as departments.
const props = defineProps<{
  field: Extract<Field, { type: 'names' }>
  modelValue: Value
  error?: string
  commit?: (now: Value) => unknown
}>()
const emit = defineEmits<{ 'update:modelValue': [now: Value] }>()
const names = computed(() => (Array.isArray(props.modelValue) ? (props.modelValue as string[]) : []))
const typed = ref('')
const failed = ref('')
async function put(now: string[]) {
  failed.value = ''
  try {
    await props.commit?.(now)
    emit('update:modelValue', now)
    typed.value = ''
  } catch (error) {
    failed.value = error instanceof Error ? error.message : String(error)
  }
}
const add = () => {
  const name = typed.value.trim()
  if (name && !names.value.includes(name)) void put([...names.value, name])
}
</script>

<template>
  <fieldset class="names">
    <legend>{{ field.label }}</legend>
    <ul v-if="names.length">
      <li v-for="name in names" :key="name">
        {{ name }}
        <KitButton
          kind="quiet"
          :aria-label="`Take ${name} out`"
          @click="put(names.filter((one) => one !== name))"
          >take out</KitButton
        >
      </li>
    </ul>
    <div class="line">
      <KitText
        v-model="typed"
        :label="`Add to ${field.label}`"
        bare
        placeholder="add one"
        :most="80"
        :error="failed || error"
        @enter="add"
      />
      <KitButton :disabled="!typed.trim()" @click="add">Add</KitButton>
    </div>
  </fieldset>
</template>

<style scoped>
.names {
  border: 0;
  padding: 0;
  margin: 0 0 1rem;
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
  justify-content: space-between;
  border-bottom: 1px dotted var(--rule);
  padding: 2px 0;
}
.line {
  display: flex;
  gap: 8px;
  align-items: flex-start;
}
</style>
