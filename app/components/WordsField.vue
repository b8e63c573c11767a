<script setup lang="ts">
import { present } from '~~/core/lookup'
// Where somebody writes to a requester or the desk: emphasis, lists and links at a press, people named with an @, files
// by choosing, pasting and dropping.
const props = defineProps<{
  id: string
  label: string
  /** Whether people of the desk can be named. */
  naming?: boolean
  invalid?: boolean
  describedBy?: string
}>()
const text = defineModel<string>('text', { required: true })
const files = defineModel<string[]>('files', { required: true })

const area = ref<HTMLTextAreaElement>()
const field = ref<{ send: (file: File) => void }>()
const people = shallowRef<{ id: string; name: string }[]>([])
const asked = ref<string>()
const chosen = ref(0)
const over = ref(false)

onMounted(async () => {
  if (props.naming) people.value = await api('GET /api/technicians').catch(() => [])
})
const named = computed(() => {
  const part = asked.value
  if (part === undefined) return []
  return people.value
    .filter((one) => one.name.toLocaleLowerCase('en').includes(part.toLocaleLowerCase('en')))
    .slice(0, 6)
})
/** What stands between the last @ and the caret, where that may be the beginning of a name. */
function look() {
  if (!props.naming || !area.value) return
  const before = text.value.slice(0, area.value.selectionStart)
  asked.value = /(?:^|\s)@([\p{L} ]{0,30})$/u.exec(before)?.[1]
  chosen.value = 0
}
async function name(one: { name: string } | undefined) {
  if (!one || !area.value) return
  const caret = area.value.selectionStart
  const from = text.value.lastIndexOf('@', caret - 1)
  text.value = `${text.value.slice(0, from)}@${one.name} ${text.value.slice(caret)}`
  asked.value = undefined
  await put(from + one.name.length + 2)
}
async function put(caret: number) {
  await nextTick()
  area.value?.focus()
  area.value?.setSelectionRange(caret, caret)
}
function onKey(event: KeyboardEvent) {
  if (!named.value.length) return
  if (event.key === 'ArrowDown') chosen.value = Math.min(named.value.length - 1, chosen.value + 1)
  else if (event.key === 'ArrowUp') chosen.value = Math.max(0, chosen.value - 1)
  else if (event.key === 'Enter' || event.key === 'Tab') void name(named.value[chosen.value])
  else if (event.key === 'Escape') asked.value = undefined
  else return
  event.preventDefault()
  event.stopPropagation()
}

const SIGNS = [
  ['**', '**', 'Bold', 'B'],
  ['*', '*', 'Emphasis', 'I'],
  ['`', '`', 'As typed', '‹›'],
  ['[', '](https://)', 'Link', 'link'],
] as const
/** Puts signs round what is selected. */
async function wrap(before: string, after: string) {
  const { selectionStart: from, selectionEnd: to } = present(area.value)
  text.value = `${text.value.slice(0, from)}${before}${text.value.slice(from, to)}${after}${text.value.slice(to)}`
  await put(to + before.length)
}
async function list() {
  const { selectionStart: from, selectionEnd: to } = present(area.value)
  const start = text.value.lastIndexOf('\n', from - 1) + 1
  const lines = text.value.slice(start, to).split('\n')
  const listed = lines.map((line) => `- ${line}`).join('\n')
  text.value = `${text.value.slice(0, start)}${listed}${text.value.slice(to)}`
  await put(start + listed.length)
}
function take(list: FileList | null | undefined): boolean {
  for (const file of list ?? []) field.value?.send(file)
  return Boolean(list?.length)
}
function paste(event: ClipboardEvent) {
  if (take(event.clipboardData?.files)) event.preventDefault()
}
function drop(event: DragEvent) {
  over.value = false
  if (take(event.dataTransfer?.files)) event.preventDefault()
}
</script>

<template>
  <div class="words" :class="{ over }" @dragover.prevent="over = true" @dragleave="over = false" @drop="drop">
    <div class="signs" role="toolbar" aria-label="How it looks">
      <button
        v-for="[before, after, title, sign] in SIGNS"
        :key="title"
        class="tab"
        type="button"
        :title="title"
        :aria-label="title"
        @click="wrap(before, after)"
      >
        {{ sign }}
      </button>
      <button class="tab" type="button" title="List" aria-label="List" @click="list">•</button>
      <span class="quiet small">{{ naming ? '@ names somebody · ' : '' }}paste or drop files here</span>
    </div>
    <textarea
      :id="id"
      ref="area"
      v-model="text"
      class="p-inputtext"
      rows="5"
      :aria-label="label"
      :aria-invalid="invalid || undefined"
      :aria-describedby="describedBy"
      :aria-expanded="naming ? named.length > 0 : undefined"
      @input="look"
      @click="look"
      @keydown="onKey"
      @paste="paste"
      @blur="asked = undefined"
    />
    <ul v-if="named.length" class="named" role="listbox" aria-label="Whom to name">
      <li
        v-for="(one, index) in named"
        :key="one.id"
        role="option"
        :aria-selected="index === chosen"
        @mousedown.prevent="name(one)"
      >
        {{ one.name }}
      </li>
    </ul>
    <SentFiles ref="field" label="Files" bare :files="files" @change="files = $event" />
  </div>
</template>

<style scoped>
.words {
  position: relative;
}
.words.over {
  outline: 2px dashed var(--sea);
  outline-offset: 3px;
}
.signs {
  display: flex;
  flex-wrap: wrap;
  gap: 3px;
  align-items: center;
  margin-bottom: 3px;
}
.signs .tab {
  min-width: 28px;
}
textarea {
  width: 100%;
  font: inherit;
  field-sizing: content;
  min-height: 6em;
}
.named {
  position: absolute;
  z-index: 5;
  margin: 0;
  padding: 2px 0;
  list-style: none;
  background: var(--page);
  border: 1px solid var(--rule-2);
  min-width: 220px;
}
.named li {
  padding: 4px 10px;
  cursor: pointer;
}
.named li[aria-selected='true'] {
  background: var(--sea-2);
}
</style>
