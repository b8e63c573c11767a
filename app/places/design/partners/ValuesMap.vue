<script setup lang="ts">
import type { Option } from '~/kit/field'

// Values of one side, and what each is on the other: chosen where it is known what there is, typed where it is not. What
// nobody has said anything of stands there as well.
const props = defineProps<{
  label: string
  heads: readonly [left: string, right: string]
  rows: readonly { key: string; left: string; value: string }[]
  options: readonly Option<string>[]
  /** Those of the left side of which nothing is said. */
  more: readonly Option<string>[]
  /** Whether a value of the left side may be typed. */
  types?: boolean
}>()
/** Nothing where it is said no more. */
const emit = defineEmits<{ put: [key: string, value: string | undefined] }>()
const columns = computed(() => [
  { name: 'left', label: props.heads[0] },
  { name: 'right', label: props.heads[1] },
])
const all = computed(() => [
  ...props.rows,
  ...props.more.map(({ value: key, label: left }) => ({ key, left, value: '' })),
])
/** What stands there and is no choice any more can still be read. */
const optionsOf = (value: string) =>
  !value || props.options.some((one) => one.value === value)
    ? props.options
    : [...props.options, { value, label: value }]
const typed = ref('')
function addTyped() {
  const key = typed.value.trim()
  if (key && props.rows.every((one) => one.key !== key)) emit('put', key, props.options[0]?.value ?? key)
  typed.value = ''
}
</script>

<template>
  <KitTable v-if="all.length" :rows="all" :columns="columns" row-key="key" :label="label">
    <template #cell-left="{ row }">{{ row.left }}</template>
    <template #cell-right="{ row }">
      <KitChoice
        v-if="options.length"
        bare
        clears
        placeholder="nothing"
        :label="`${heads[1]}, for ${row.left}`"
        :model-value="row.value || null"
        :options="optionsOf(row.value)"
        @update:model-value="emit('put', row.key, $event ?? undefined)"
      />
      <KitText
        v-else
        bare
        placeholder="nothing"
        :label="`${heads[1]}, for ${row.left}`"
        :model-value="row.value"
        :commit="(value) => emit('put', row.key, value.trim() || undefined)"
      />
    </template>
  </KitTable>
  <KitText
    v-if="types"
    v-model="typed"
    bare
    :label="`${label}: one more`"
    placeholder="one more value …"
    @enter="addTyped"
    @focusout="addTyped"
  />
</template>
