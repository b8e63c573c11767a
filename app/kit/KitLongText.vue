<script setup lang="ts">
import Textarea from 'primevue/textarea'
import { framed, type FieldProps } from './field'
import KitField from './KitField.vue'
import { useFieldDraft, type Commit } from './useFieldDraft'

// Text of several lines, as high as what stands in it.
const props = withDefaults(
  defineProps<
    FieldProps & {
      modelValue: string
      commit?: Commit<string>
      placeholder?: string
      rows?: number
      most?: number
      /** It has the cursor once it is there. */
      focuses?: boolean
    }
  >(),
  { rows: 4 },
)
const emit = defineEmits<{ 'update:modelValue': [now: string] }>()
const { draft, theirs, failed, put, cancel, escape, settle } = useFieldDraft({
  given: () => props.modelValue,
  tell: (now) => emit('update:modelValue', now),
  commit: () => props.commit,
})
const box = ref<{ $el: HTMLElement; resize?: () => void }>()
onMounted(() => {
  if (props.focuses) box.value?.$el.focus()
  // It was as high as its text was in the letters that stood in for ours until they came.
  void document.fonts?.ready.then(() => box.value?.resize?.())
})
</script>

<template>
  <KitField
    v-slot="{ id, describedBy, invalid }"
    v-bind="framed(props)"
    :failed="failed"
    :theirs="theirs"
    @take-theirs="cancel"
  >
    <Textarea
      :id="id"
      ref="box"
      :name="name"
      :model-value="draft"
      :rows="rows"
      auto-resize
      :placeholder="placeholder"
      :maxlength="most"
      :autofocus="focuses || undefined"
      :disabled="disabled"
      :invalid="invalid"
      :aria-describedby="describedBy"
      fluid
      @update:model-value="put($event ?? '')"
      @blur="settle"
      @keydown.esc="escape"
    />
  </KitField>
</template>
