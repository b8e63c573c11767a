<script setup lang="ts">
import '~/theme/parts/tree'
import type { Branch } from './branch'
import Tree from 'primevue/tree'

// A tree to look through and to choose from: arrows open, shut and walk it, Enter chooses.
const props = defineProps<{ branches: readonly Branch[]; label: string; modelValue: string | null }>()
const emit = defineEmits<{ 'update:modelValue': [key: string | null] }>()
/** The way to what is chosen is open. */
const wayTo = (key: string | null, among: readonly Branch[]): string[] | undefined => {
  for (const one of among) {
    if (one.key === key) return []
    const below = one.children && wayTo(key, one.children)
    if (below) return [one.key, ...below]
  }
  return undefined
}
const open = ref<Record<string, boolean>>({})
watch(
  () => [props.modelValue, props.branches] as const,
  ([key, branches]) => {
    for (const one of wayTo(key, branches) ?? []) open.value[one] = true
  },
  { immediate: true },
)
const choose = (chosen: Record<string, boolean>) =>
  emit('update:modelValue', Object.keys(chosen).find((key) => chosen[key]) ?? null)
</script>

<template>
  <Tree
    v-model:expanded-keys="open"
    :value="branches as Branch[]"
    selection-mode="single"
    :selection-keys="modelValue === null ? {} : { [modelValue]: true }"
    :aria-label="label"
    :pt="{ nodeToggleButton: { 'aria-label': 'Open or close' } }"
    @update:selection-keys="choose"
  >
    <template #default="{ node }">
      <span>{{ node.label }}</span>
      <span v-if="node.note" class="quiet small note">{{ node.note }}</span>
    </template>
  </Tree>
</template>

<style scoped>
.note {
  margin-left: 0.8em;
}
</style>
