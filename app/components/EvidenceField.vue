<script setup lang="ts">
import type { Evidence } from '~~/core/work'

// What a task asks for as it is ticked: nothing, a field of the ticket, a file, or a figure within limits.
const props = defineProps<{
  /** The fields that a ticket may have. */
  fields: readonly { name: string; label: string }[]
  disabled?: boolean
}>()
const asked = defineModel<Evidence | undefined>({ required: true })
const WAYS = [
  { value: '', label: 'nothing' },
  { value: 'figure', label: 'a figure' },
  { value: 'file', label: 'a file' },
  { value: 'field', label: 'a field of the ticket' },
]
function choose(is: string | null) {
  if (is === 'figure' || is === 'file') asked.value = { is }
  else if (is === 'field') asked.value = { is, field: props.fields[0]?.name ?? '' }
  else asked.value = undefined
}
const figure = computed(() => (asked.value?.is === 'figure' ? asked.value : undefined))
function put(change: { unit?: string; least?: number; most?: number }) {
  const { unit, least, most } = { ...figure.value, ...change }
  asked.value = {
    is: 'figure',
    ...(unit && { unit }),
    ...(least !== undefined && { least }),
    ...(most !== undefined && { most }),
  }
}
</script>

<template>
  <KitChoice
    :model-value="asked?.is ?? ''"
    label="Ticked with"
    :options="WAYS"
    :disabled="disabled"
    @update:model-value="choose"
  />
  <KitChoice
    v-if="asked?.is === 'field'"
    :model-value="asked.field"
    label="Which field"
    :options="fields.map(({ name, label }) => ({ value: name, label }))"
    :disabled="disabled"
    @update:model-value="$event && (asked = { is: 'field', field: $event })"
  />
  <span v-if="figure" class="limits">
    <KitNumber
      :model-value="figure.least ?? null"
      label="No less than"
      :places="6"
      :disabled="disabled"
      :commit="(least: number | null) => put({ least: least ?? undefined })"
    />
    <KitNumber
      :model-value="figure.most ?? null"
      label="No more than"
      :places="6"
      :disabled="disabled"
      :commit="(most: number | null) => put({ most: most ?? undefined })"
    />
    <KitText
      :model-value="figure.unit ?? ''"
      label="Unit"
      :most="20"
      :disabled="disabled"
      :commit="(unit: string) => put({ unit: unit.trim() })"
    />
  </span>
</template>

<style scoped>
.limits {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 0 8px;
}
</style>
