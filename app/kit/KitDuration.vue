<script setup lang="ts">
import { duration } from '~~/core/intake/types/duration'
import { formatDuration, parseDuration } from '~~/core/time'
import type { FieldProps } from './field'
import KitText from './KitText.vue'
import type { Commit } from './useFieldDraft'

// A length of time, typed as people say it: “2 h 30 min”, “1:30”, “3 days”. Kept as ISO 8601 has it, or empty.
const props = defineProps<
  FieldProps & { modelValue: string; commit?: Commit<string>; placeholder?: string }
>()
const emit = defineEmits<{ 'update:modelValue': [now: string] }>()
/** Designs say days as well: `P3D`. What cannot be read stays as it is. */
function inHours(span: string): string {
  try {
    return formatDuration(parseDuration(span))
  } catch {
    return span
  }
}
const write = (span: string) => (span ? duration.typed.write(inHours(span), 'en') : '')
const read = (typed: string) => (typed.trim() ? duration.typed.read(typed) : '')

/** What is typed stays as it is typed until it is left, however it is kept. */
const typed = ref<string>()
const text = computed(() => typed.value ?? write(props.modelValue))
watch(
  () => props.modelValue,
  (now) => {
    if (typed.value !== undefined && read(typed.value) !== inHours(now)) typed.value = undefined
  },
)
function put(now: string) {
  // Where it is kept on leaving, the field holds what is typed by itself.
  if (!props.commit) typed.value = now
  emit('update:modelValue', read(now))
}
const take = computed<Commit<string> | undefined>(() => {
  const { commit } = props
  return commit && ((now, before) => commit(read(now), read(before)))
})
</script>

<template>
  <KitText
    v-bind="props"
    :model-value="text"
    :commit="take"
    :placeholder="placeholder ?? '2 h 30 min'"
    @update:model-value="put"
    @focusout="take ?? (typed = undefined)"
  />
</template>
