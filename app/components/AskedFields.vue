<script setup lang="ts">
import type { GateField } from '~~/core/lifecycle'

// What a gate or a move asks for, each by its type; what was typed is kept by whoever shows this.
const props = defineProps<{ asked: GateField[]; error?: ApiError; prefix: string }>()
const fields = defineModel<Record<string, string>>({ required: true })

const session = useSession()
const people = ref<{ id: string; name: string; teams: string[]; onShift: boolean }[]>([])
const set = (name: string, value: string | undefined) =>
  (fields.value = { ...fields.value, [name]: value ?? '' })

onMounted(async () => {
  const technicians = props.asked.filter((field) => field.type === 'technician')
  if (!technicians.length) return
  people.value = await api<typeof people.value>('/api/technicians')
  // Who solved it is most often oneself; who is to take it never is.
  for (const { name } of technicians)
    if (name !== 'technician' && !fields.value[name]) set(name, session.me!.id)
})
const names = computed(() =>
  people.value.map((person) => ({
    value: person.id,
    label: `${person.name} · ${person.teams.join(', ') || 'desk'}${person.onShift ? ' · on shift' : ''}`,
  })),
)
</script>

<template>
  <div v-for="field in asked" :key="field.name" class="field">
    <label :for="`${prefix}-${field.name}`"
      >{{ field.label }}<span v-if="!field.required" class="quiet"> (if you like)</span></label
    >
    <Select
      v-if="field.type === 'technician'"
      :model-value="fields[field.name]"
      :input-id="`${prefix}-${field.name}`"
      :options="names"
      option-label="label"
      option-value="value"
      filter
      :aria-label="field.label"
      @update:model-value="set(field.name, $event)"
    />
    <Textarea
      v-else-if="field.type === 'longText'"
      :id="`${prefix}-${field.name}`"
      :model-value="fields[field.name]"
      rows="4"
      auto-resize
      :invalid="Boolean(error?.on(field.name))"
      :aria-describedby="`${prefix}-${field.name}-error`"
      @update:model-value="set(field.name, $event)"
    />
    <Select
      v-else-if="field.type === 'choice'"
      :model-value="fields[field.name]"
      :input-id="`${prefix}-${field.name}`"
      :options="field.options ?? []"
      :show-clear="!field.required"
      :aria-label="field.label"
      @update:model-value="set(field.name, $event)"
    />
    <InputText
      v-else
      :id="`${prefix}-${field.name}`"
      :type="field.type"
      :model-value="fields[field.name]"
      :invalid="Boolean(error?.on(field.name))"
      :aria-describedby="`${prefix}-${field.name}-error`"
      @update:model-value="set(field.name, $event)"
    />
    <p :id="`${prefix}-${field.name}-error`" class="error-text">{{ error?.on(field.name) }}</p>
  </div>
</template>
