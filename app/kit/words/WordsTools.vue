<script setup lang="ts">
import { PhLinkSimple, PhPaperclip } from '@phosphor-icons/vue'
import type { Editor } from '@tiptap/core'
import KitButton from '../KitButton.vue'
import KitMenu from '../KitMenu.vue'
import KitSlip from '../KitSlip.vue'
import KitText from '../KitText.vue'
import { putWords, type Offer } from './offers'
import { linkFrom, toolsFor, type Tool } from './tools'

// What words can be made to look like: one stop of the Tab key, in which the arrows go on.
const props = defineProps<{
  editor: Editor
  /** Counts what happens in the editor, which is nothing that is watched. */
  turn: number
  headings?: boolean
  replies: readonly Offer[]
  /** Whether files can come along. */
  takesFiles?: boolean
}>()
const emit = defineEmits<{ files: [files: File[]] }>()
const tools = computed(() => toolsFor(props.headings ?? false))

const isOn = (tool: Pick<Tool, 'is'>) => props.turn >= 0 && tool.is(props.editor)
const isLink = computed(() => isOn({ is: (editor) => editor.isActive('link') }))

const at = ref(0)
const bar = ref<HTMLElement>()
const stops = () => [...(bar.value?.querySelectorAll<HTMLElement>('[data-tool]') ?? [])]
function go(event: KeyboardEvent) {
  const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key]
  if (step === undefined) return
  event.preventDefault()
  const all = stops()
  at.value = (at.value + step + all.length) % all.length
  all[at.value]?.focus()
}
const stop = (index: number) => ({ 'data-tool': index, tabindex: at.value === index ? 0 : -1 })
/** Places of what comes behind the tools. */
const LINK = computed(() => tools.value.length)
const FILES = computed(() => tools.value.length + 1)

const slip = ref<{ toggle: (event: Event) => void; hide: () => void }>()
const address = ref('')
const wrong = ref('')
function openLink(event: Event) {
  address.value = String(props.editor.getAttributes('link').href ?? '')
  wrong.value = ''
  slip.value?.toggle(event)
}
function link() {
  const to = linkFrom(address.value)
  if (!to) return void (wrong.value = 'Please give an address, such as https://sound.example/plan')
  const chain = props.editor.chain().focus().extendMarkRange('link')
  const { empty } = props.editor.state.selection
  const isNew = empty && !props.editor.isActive('link')
  const mark = { type: 'link', attrs: { href: to } }
  if (isNew) chain.insertContent({ type: 'text', text: address.value.trim(), marks: [mark] }).run()
  else chain.setLink({ href: to }).run()
  slip.value?.hide()
}
function unlink() {
  props.editor.chain().focus().extendMarkRange('link').unsetLink().run()
  slip.value?.hide()
}

const picker = ref<HTMLInputElement>()
function pick() {
  const files = [...(picker.value?.files ?? [])]
  if (files.length) emit('files', files)
  // The same file can be chosen once more.
  if (picker.value) picker.value.value = ''
}
const atHand = computed(() =>
  props.replies.map((one) => ({ label: one.name, run: () => putWords(props.editor, one.text ?? one.name) })),
)
</script>

<template>
  <div class="tools">
    <div ref="bar" class="bar" role="toolbar" aria-label="How it looks" @keydown="go">
      <KitButton
        v-for="(tool, index) in tools"
        :key="tool.says"
        kind="quiet"
        class="tool"
        v-bind="stop(index)"
        :aria-label="tool.says"
        :aria-pressed="isOn(tool)"
        :title="tool.keys ? `${tool.says} (${tool.keys})` : tool.says"
        @mousedown.prevent
        @click="tool.toggle(editor)"
      >
        <component :is="tool.icon" aria-hidden="true" />
      </KitButton>
      <KitButton
        kind="quiet"
        class="tool"
        v-bind="stop(LINK)"
        aria-label="Link"
        aria-haspopup="dialog"
        :aria-pressed="isLink"
        title="Link"
        @mousedown.prevent
        @click="openLink"
      >
        <PhLinkSimple aria-hidden="true" />
      </KitButton>
      <KitButton
        v-if="takesFiles"
        kind="quiet"
        class="tool"
        v-bind="stop(FILES)"
        aria-label="Files and pictures"
        title="Files and pictures"
        @click="picker?.click()"
      >
        <PhPaperclip aria-hidden="true" />
      </KitButton>
    </div>
    <span v-if="replies.length" class="small"
      ><KitMenu kind="link" :acts="atHand">Words at hand</KitMenu></span
    >
    <input
      v-if="takesFiles"
      ref="picker"
      type="file"
      multiple
      hidden
      tabindex="-1"
      aria-hidden="true"
      @change="pick"
    />
    <KitSlip ref="slip" label="Where the link leads">
      <div class="link" @keydown.esc.stop="slip?.hide()">
        <KitText
          v-model="address"
          label="Where it leads"
          focuses
          :error="wrong"
          placeholder="https://"
          @enter="link"
        />
        <KitButton kind="main" @click="link">Link it</KitButton>
        &nbsp;<KitButton v-if="isLink" kind="plain" @click="unlink">No link</KitButton>
      </div>
    </KitSlip>
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  padding: 2px 6px;
}
.bar {
  display: flex;
  flex-wrap: wrap;
}
.bar .tool {
  display: inline-flex;
  min-width: 28px;
  min-height: 28px;
  justify-content: center;
  align-items: center;
  font-size: 1.1rem;
  color: var(--ink-2);
}
.bar .tool:hover {
  color: var(--sea);
}
/* A ribbon under what is on, as under the place where one is. */
.bar .tool[aria-pressed='true'] {
  color: var(--sea);
  box-shadow: inset 0 -3px 0 var(--brass);
}
</style>
