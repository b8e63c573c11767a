<script setup lang="ts">
import type { AskedField, FieldValue } from '~~/core/fields'

// What a gate or a move asks for, each by its type; what was typed is kept by whoever shows this.
const props = defineProps<{
  asked: AskedField[]
  error?: ApiError
  prefix: string
  zone: string
  /** What the ticket has, by name: filled in beforehand where it is not asked anew. */
  had?: Readonly<Record<string, FieldValue | null>>
}>()
const fields = defineModel<Record<string, FieldValue | null>>({ required: true })

const session = useSession()
const set = (name: string, value: FieldValue | null) => (fields.value = { ...fields.value, [name]: value })

onMounted(() => {
  const begun: Record<string, FieldValue | null> = {}
  for (const { name, type, anew, default: filled } of props.asked) {
    if (fields.value[name] !== undefined) continue
    const had = anew ? undefined : (props.had?.[name] ?? undefined)
    // Who solved it is most often oneself; who is to take it never is.
    const self = type === 'technician' && name !== 'technician' ? session.me?.id : undefined
    begun[name] = had ?? filled ?? self ?? null
  }
  fields.value = { ...begun, ...fields.value }
})
</script>

<template>
  <div v-for="field in asked" :key="field.name" class="field">
    <label :for="`${prefix}-${field.name}`"
      >{{ field.label }}<span v-if="!field.required" class="quiet"> (if you like)</span></label
    >
    <p v-if="field.help" class="help">{{ field.help }}</p>
    <FieldInput
      :field="field"
      :input-id="`${prefix}-${field.name}`"
      :zone="zone"
      :model-value="fields[field.name] ?? null"
      :invalid="Boolean(error?.on(field.name))"
      :described-by="`${prefix}-${field.name}-error`"
      @update:model-value="set(field.name, $event)"
    />
    <p :id="`${prefix}-${field.name}-error`" class="error-text">{{ error?.on(field.name) }}</p>
  </div>
</template>
