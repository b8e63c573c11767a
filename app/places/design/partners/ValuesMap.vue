<script setup lang="ts">
import type { Option } from '~/kit/field'

// Values of one side, and what each is on the other: chosen where it is known what there is, typed where it is not.
const props = defineProps<{
  label: string
  heads: readonly [left: string, right: string]
  rows: readonly { key: string; left: string; value: string }[]
  options: readonly Option<string>[]
  /** Those of the left side that are in no row. */
  more: readonly Option<string>[]
  /** Whether a value of the left side may be typed. */
  types?: boolean
}>()
const emit = defineEmits<{ change: [key: string, value: string]; remove: [key: string]; add: [key: string] }>()
const columns = computed(() => [
  { name: 'left', label: props.heads[0] },
  { name: 'right', label: props.heads[1] },
  { name: 'acts', label: 'Take away', bare: true },
])
/** What stands there and is no choice any more can still be read. */
const optionsOf = (value: string) =>
  props.options.some((one) => one.value === value) ? props.options : [...props.options, { value, label: value }]
const typed = ref('')
function addTyped() {
  const key = typed.value.trim()
  if (key && props.rows.every((one) => one.key !== key)) emit('add', key)
  typed.value = ''
}
</script>

<template>
  <KitTable v-if="rows.length" :rows="rows" :columns="columns" row-key="key" :label="label">
    <template #cell-left="{ row }">{{ row.left }}</template>
    <template #cell-right="{ row }">
      <KitChoice
        v-if="options.length"
        bare
        :label="`${heads[1]}, for ${row.left}`"
        :model-value="row.value"
        :options="optionsOf(row.value)"
        @update:model-value="$event !== null && emit('change', row.key, $event)"
      />
      <KitText
        v-else
        bare
        :label="`${heads[1]}, for ${row.left}`"
        :model-value="row.value"
        :commit="(value) => emit('change', row.key, value)"
      />
    </template>
    <template #cell-acts="{ row }">
      <KitButton kind="link" class="small" :aria-label="`Leave ${row.left} out`" @click="emit('remove', row.key)"
        >leave out</KitButton
      >
    </template>
  </KitTable>
  <KitChoice
    v-if="more.length"
    bare
    :label="`${label}: one more`"
    placeholder="one more value …"
    :model-value="null"
    :options="more"
    @update:model-value="$event !== null && emit('add', $event)"
  />
  <KitText
    v-else-if="types"
    v-model="typed"
    bare
    :label="`${label}: one more`"
    placeholder="one more value …"
    @enter="addTyped"
    @focusout="addTyped"
  />
</template>
