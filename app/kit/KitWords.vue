<script setup lang="ts">
import Textarea from 'primevue/textarea'
import { fileIn } from '~~/core/writing'
import { framed, type FieldProps } from './field'
import KitField from './KitField.vue'
import { useFieldDraft, type Commit } from './useFieldDraft'
import type { Offer } from './words/offers'

/**
 * Words with emphasis, lists, links and pictures, in Markdown. An @ offers people, a / offers words at hand; files are
 * told to whoever uses it. Until the editor is there, and where it cannot be fetched, it is a plain field.
 */
const props = withDefaults(
  defineProps<
    FieldProps & {
      modelValue: string
      commit?: Commit<string>
      placeholder?: string
      /** Whether it can be long enough to have headings. */
      headings?: boolean
      /** It has the cursor once it is there. */
      focuses?: boolean
      /** Whether files are taken that are chosen, pasted or dropped. */
      takesFiles?: boolean
      people?: readonly Offer[]
      replies?: readonly Offer[]
      /** Where the file with an id is shown from. */
      address?: (id: string) => string | undefined
    }
  >(),
  { people: () => [], replies: () => [] },
)
const emit = defineEmits<{ 'update:modelValue': [now: string]; files: [files: File[]] }>()
const { draft, theirs, failed, put, cancel, escape, settle } = useFieldDraft({
  given: () => props.modelValue,
  tell: (now) => emit('update:modelValue', now),
  commit: () => props.commit,
})

type Writer = InstanceType<typeof import('./words/WordsEditor.vue').default>
const Editor = shallowRef<Component>()
const writer = ref<Writer>()
const plain = ref<{ $el: HTMLTextAreaElement }>()
/** Whether somebody writes already when the editor comes: they go on where they are. */
const wasWriting = ref(false)
onMounted(async () => {
  if (props.focuses) plain.value?.$el.focus()
  try {
    const { default: found } = await import('./words/WordsEditor.vue')
    wasWriting.value = document.activeElement === plain.value?.$el
    Editor.value = found
  } catch {
    // The plain field stays, in which all can be written that the editor writes.
  }
})
defineExpose({
  focus: () => writer.value?.focus() ?? plain.value?.$el.focus(),
  /** Shows a picture that was sent, below what is being written. */
  showPicture: (id: string, name: string) => {
    if (writer.value) writer.value.showPicture(id, name)
    else put(`${draft.value}\n\n![${name.replace(/[[\]]/g, ' ')}](${fileIn(id)})`.trim())
  },
  /** Takes a picture out whose file is gone. */
  dropPicture: (id: string) => writer.value?.dropPicture(id),
})
</script>

<template>
  <KitField
    v-slot="{ id: at, describedBy, invalid }"
    v-bind="framed(props)"
    :failed="failed"
    :theirs="theirs"
    @take-theirs="cancel"
  >
    <component
      :is="Editor"
      v-if="Editor"
      :id="at"
      ref="writer"
      :model-value="draft"
      :label="label"
      :described-by="describedBy"
      :invalid="invalid"
      :disabled="disabled"
      :placeholder="placeholder"
      :headings="headings"
      :focuses="wasWriting"
      :takes-files="takesFiles"
      :people="people"
      :replies="replies"
      :address="address"
      @update:model-value="put"
      @files="emit('files', $event)"
      @leave="settle"
      @keydown.esc="escape"
    />
    <Textarea
      v-else
      :id="at"
      ref="plain"
      :model-value="draft"
      :rows="headings ? 14 : 5"
      auto-resize
      :placeholder="placeholder"
      :disabled="disabled"
      :invalid="invalid"
      :aria-label="label"
      :aria-describedby="describedBy"
      fluid
      @update:model-value="put($event ?? '')"
      @blur="settle"
      @keydown.esc="escape"
    />
  </KitField>
</template>
