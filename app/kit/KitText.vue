<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { framed, type FieldProps } from './field'
import KitField from './KitField.vue'
import { useFieldDraft, type Commit } from './useFieldDraft'

// One line of text.
const props = withDefaults(
  defineProps<
    FieldProps & {
      modelValue: string
      commit?: Commit<string>
      type?: 'text' | 'email' | 'password' | 'search' | 'url' | 'tel'
      autocomplete?: string
      placeholder?: string
      /** The most letters that are taken. */
      most?: number
      /** It has the cursor once it is there. */
      focuses?: boolean
    }
  >(),
  { type: 'text' },
)
const emit = defineEmits<{ 'update:modelValue': [now: string]; enter: [] }>()
const { draft, theirs, failed, put, cancel, escape, settle } = useFieldDraft({
  given: () => props.modelValue,
  tell: (now) => emit('update:modelValue', now),
  commit: () => props.commit,
})
async function enter() {
  await settle()
  emit('enter')
}
const box = ref<{ $el: HTMLElement }>()
onMounted(() => props.focuses && box.value?.$el.focus())
</script>

<template>
  <KitField
    v-slot="{ id, describedBy, invalid }"
    v-bind="framed(props)"
    :failed="failed"
    :theirs="theirs"
    @take-theirs="cancel"
  >
    <InputText
      :id="id"
      ref="box"
      :name="name"
      :model-value="draft"
      :type="type"
      :autocomplete="autocomplete"
      :placeholder="placeholder"
      :maxlength="most"
      :autofocus="focuses || undefined"
      :disabled="disabled"
      :invalid="invalid"
      :aria-describedby="describedBy"
      :fluid="!bare"
      @update:model-value="put($event ?? '')"
      @blur="settle"
      @keydown.enter="enter"
      @keydown.esc="escape"
    />
  </KitField>
</template>
