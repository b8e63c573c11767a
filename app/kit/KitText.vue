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
      /** It looks like the text around it until it is pointed at; a heading is larger. */
      inPlace?: 'line' | 'heading'
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
const box = ref<{ $el: HTMLInputElement }>()
onMounted(() => {
  if (!props.focuses) return
  box.value?.$el.focus()
  // What stands there already is written over, as where a field is come to by its key.
  box.value?.$el.select()
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
    <InputText
      :id="id"
      ref="box"
      :class="inPlace && ['in-place', inPlace]"
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

<style scoped>
.in-place {
  width: 100%;
  border-color: transparent;
  background: transparent;
  padding: 2px 4px;
}
.in-place.heading {
  font: 600 1.05rem var(--serif);
}
.in-place:hover,
.in-place:focus {
  border-color: var(--field-rule);
  background: var(--field);
}
</style>
