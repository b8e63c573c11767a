<script setup lang="ts">
import type { Value } from '~~/core/directory'
import { textsIn } from '~~/core/lookup'

// The department of somebody: those of their organisation are offered, and another can be written.
const props = defineProps<{
  label: string
  help?: string
  modelValue: string | null
  /** The id of the organisation. */
  organisation: string | null
  error?: string
  disabled?: boolean
  commit?: (now: Value) => unknown
}>()
const emit = defineEmits<{ 'update:modelValue': [now: Value] }>()
const owner = useQuery({
  key: () => ['directory', 'organisations', props.organisation ?? ''],
  query: ({ signal }) =>
    api('GET /api/directory/{list}/{id}', {
      path: { list: 'organisations', id: props.organisation ?? '' },
      signal,
    }),
  enabled: () => props.organisation !== null,
})
async function find(words: string) {
  const known = props.organisation ? textsIn((await owner.refresh()).data?.values.departments) : []
  const fitting = known.filter((one) => one.toLowerCase().includes(words.toLowerCase()))
  const isKnown = known.some((one) => one.toLowerCase() === words.toLowerCase())
  return [
    ...fitting.map((one) => ({ value: one, label: one })),
    ...(words && !isKnown
      ? [{ value: words, label: words, note: known.length ? 'none of the organisation’s' : undefined }]
      : []),
  ]
}
</script>

<template>
  <KitFinder
    :label="label"
    :help="help"
    :error="error"
    :disabled="disabled"
    :model-value="modelValue"
    :said="modelValue ?? undefined"
    :find="find"
    lists
    :commit="commit"
    @update:model-value="emit('update:modelValue', $event)"
  />
</template>
