<script setup lang="ts">
import type { Editor } from '@tiptap/core'
import { offersState, type Offer } from './offers'
import { dropPicture, rewrite, showPicture, writerOf, writtenIn } from './writer'
import WordsOffers from './WordsOffers.vue'
import WordsTools from './WordsTools.vue'

// The editor itself, fetched when somebody writes.
const props = defineProps<{
  modelValue: string
  id: string
  label: string
  describedBy?: string
  invalid?: boolean
  disabled?: boolean
  placeholder?: string
  headings?: boolean
  focuses?: boolean
  takesFiles?: boolean
  people: readonly Offer[]
  replies: readonly Offer[]
  address?: (id: string) => string | undefined
}>()
const emit = defineEmits<{ 'update:modelValue': [now: string]; files: [files: File[]]; leave: [] }>()

const { offers, hide, render } = offersState()
const offersId = `${props.id}-offers`
/** What the editor was told, or has told, last. */
let last = props.modelValue

/** What is said of it to those who do not see it. */
const attributes = computed<Record<string, string | undefined>>(() => ({
  role: 'textbox',
  id: props.id,
  'aria-multiline': 'true',
  'aria-label': props.label,
  'aria-describedby': props.describedBy,
  'aria-invalid': props.invalid ? 'true' : undefined,
  'aria-controls': offers.list.length ? offersId : undefined,
  'aria-activedescendant': offers.list.length ? `${offersId}-${offers.chosen}` : undefined,
}))
/** The editor takes them once only, and they change without a letter of it. */
function say(all: Record<string, string | undefined>): void {
  for (const [name, value] of Object.entries(all))
    if (value === undefined) editor.view.dom.removeAttribute(name)
    else editor.view.dom.setAttribute(name, value)
}

/** What stood in it when files were pasted. */
let taken: unknown
/** Files that were pasted or dropped; where words come along, the words are what is meant. */
function take(data: DataTransfer | null): boolean {
  const files = [...(data?.files ?? [])]
  if (!props.takesFiles || !files.length || data?.getData('text/plain')) return false
  taken = editor.state.doc
  emit('files', files)
  return true
}
const editor: Editor = markRaw(
  writerOf(
    props.modelValue,
    {
      ...{ headings: props.headings, placeholder: props.placeholder, render },
      people: () => props.people,
      replies: () => props.replies,
      address: (id) => props.address?.(id),
    },
    {
      editable: !props.disabled,
      editorProps: {
        // That sends the form it stands in; it is no line.
        handleKeyDown: (_, event) => event.key === 'Enter' && (event.ctrlKey || event.metaKey),
        handlePaste: (_, event) => take(event.clipboardData),
        handleDrop: (_, event, __, moved) => !moved && take(event.dataTransfer),
      },
      onUpdate: () => {
        last = writtenIn(editor)
        emit('update:modelValue', last)
      },
      onBlur: () => {
        hide()
        emit('leave')
      },
    },
  ),
)
/** Counts what happens in it, so that the tools follow. */
const turn = ref(0)
editor.on('transaction', () => turn.value++)
watch(
  () => props.modelValue,
  (now) => {
    if (now !== last) rewrite(editor, (last = now))
  },
)
watch(
  () => props.disabled,
  (disabled) => editor.setEditable(!disabled, false),
)
const page = ref<HTMLElement>()
onMounted(() => {
  if (page.value) editor.mount(page.value)
  watch(attributes, say, { immediate: true, flush: 'post' })
  // At once, before the next key: it would go to the page, and do there what a key does.
  if (!props.focuses) return
  editor.commands.setTextSelection(editor.state.doc.content.size)
  editor.view.focus()
})
onBeforeUnmount(() => editor.destroy())

const box = ref<HTMLElement>()
defineExpose({
  focus: () => editor.commands.focus('end'),
  showPicture: (id: string, name: string) => showPicture(editor, id, name, editor.state.doc === taken),
  dropPicture: (id: string) => dropPicture(editor, id),
})
</script>

<template>
  <div ref="box" class="words" :class="{ invalid, disabled, long: headings }">
    <WordsTools
      :editor="editor"
      :turn="turn"
      :headings="headings"
      :replies="replies"
      :takes-files="takesFiles"
      @files="emit('files', $event)"
    />
    <div ref="page" class="page rich-words" />
    <WordsOffers
      :id="offersId"
      :offers="offers"
      :over="box"
      :label="offers.list[0]?.text === undefined ? 'Whom to name' : 'Words at hand'"
    />
  </div>
</template>

<style scoped>
.words {
  position: relative;
  border: 1px solid var(--rule-2);
  background: var(--page);
}
.words:focus-within {
  border-color: var(--sea);
}
.words.invalid {
  border-color: var(--red);
}
.words.disabled {
  background: var(--page-2);
}
.page :deep(.tiptap) {
  min-height: 6.5em;
  max-height: 60vh;
  overflow-y: auto;
  padding: 6px 10px;
  outline: none;
  overflow-wrap: anywhere;
}
.words.long .page :deep(.tiptap) {
  min-height: 20em;
}
.page :deep(.tiptap > * + *) {
  margin-top: 0.5rem;
}
.page :deep(p) {
  margin: 0;
}
.page :deep(:is(ul, ol)) {
  margin: 0;
  padding-left: 1.4rem;
}
.page :deep([data-type='mention']) {
  color: var(--sea);
  font-weight: 600;
}
.page :deep(p.is-editor-empty:first-child::before) {
  content: attr(data-placeholder);
  float: left;
  height: 0;
  color: var(--ink-3);
  pointer-events: none;
}
.page :deep(img.ProseMirror-selectednode) {
  outline: 2px solid var(--sea);
  outline-offset: 2px;
}
</style>
