<script setup lang="ts">
import '~/theme/parts/tree'
import '~/theme/parts/treeselect'
import TreeSelect from 'primevue/treeselect'
import { framed, type FieldProps } from './field'
import KitField from './KitField.vue'
import type { Branch } from './branch'
import { useFieldDraft, type Commit } from './useFieldDraft'
import { useOverlayHome } from './useOverlayHome'

// One branch of a tree, such as a category.
const props = defineProps<
  FieldProps & {
    modelValue: string | null
    branches: readonly Branch[]
    commit?: Commit<string | null>
    placeholder?: string
  }
>()
const emit = defineEmits<{ 'update:modelValue': [now: string | null] }>()
const { draft, theirs, failed, put, cancel, settle } = useFieldDraft<string | null>({
  given: () => props.modelValue,
  tell: (now) => emit('update:modelValue', now),
  commit: () => props.commit,
})
async function choose(chosen: Record<string, boolean> | undefined) {
  put(Object.keys(chosen ?? {})[0] ?? null)
  await settle()
}
const nameOf = (key: string | null, among: readonly Branch[] = props.branches): string | undefined => {
  for (const one of among) {
    const name = one.key === key ? one.label : nameOf(key, one.children ?? [])
    if (name) return name
  }
  return undefined
}
const home = useOverlayHome()
</script>

<template>
  <KitField
    v-slot="{ id, describedBy, invalid }"
    v-bind="framed(props)"
    :failed="failed"
    :theirs="theirs === undefined ? undefined : (nameOf(theirs) ?? 'nothing')"
    @take-theirs="cancel"
  >
    <TreeSelect
      :append-to="home"
      :input-id="id"
      :model-value="draft === null ? {} : { [draft]: true }"
      :options="branches as Branch[]"
      selection-mode="single"
      filter
      :placeholder="placeholder ?? 'choose …'"
      :aria-label="label"
      :disabled="disabled"
      :invalid="invalid"
      :aria-describedby="describedBy"
      :fluid="!bare"
      @update:model-value="choose"
    />
  </KitField>
</template>
