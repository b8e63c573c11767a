<script setup lang="ts">
import '~/theme/parts/autocomplete'
import type { Hit } from './hit'
import AutoComplete from 'primevue/autocomplete'
import { useOverlayHome } from './useOverlayHome'

// A line in which one looks for something and goes there. What is found is told by whoever uses it.
const props = defineProps<{ hits: readonly Hit[]; label: string; placeholder?: string; nothing: string }>()
const emit = defineEmits<{ look: [words: string]; go: [hit: Hit] }>()
/** The control, with what its types leave out. */
type Box = InstanceType<typeof AutoComplete> & {
  $el: HTMLElement
  hide: () => void
  overlayVisible: boolean
  focusedOptionIndex: number
}
const box = ref<Box>()
const text = ref('')
const input = () => box.value?.$el.querySelector('input')
defineExpose({ focus: () => input()?.focus() })

/** Somebody has gone where a line leads. */
let isGone = false
/** So long the control takes to shut its list and to take the focus back, in milliseconds. */
const SHUTS = 60
async function go(hit: Hit) {
  text.value = ''
  isGone = true
  // What it opens has the focus afterwards.
  if (hit.run) {
    await new Promise((done) => setTimeout(done, SHUTS))
    input()?.blur()
  }
  emit('go', hit)
}
/** The control takes the focus back when its list shuts; keys are for the place then. */
function shut() {
  if (isGone) input()?.blur()
  isGone = false
}
function leave() {
  text.value = ''
  box.value?.hide()
  input()?.blur()
}
// What is found comes in several goes; the control marks the first line after the first of them only.
watch(
  () => props.hits,
  async (hits) => {
    await nextTick()
    const line = box.value
    if (line?.overlayVisible && line.focusedOptionIndex < 0 && hits.length) line.focusedOptionIndex = 0
  },
)
const home = useOverlayHome()
</script>

<template>
  <AutoComplete
    :append-to="home"
    ref="box"
    class="seek"
    :model-value="text"
    :suggestions="hits as Hit[]"
    option-label="name"
    data-key="to"
    :min-length="0"
    :delay="0"
    complete-on-focus
    auto-option-focus
    scroll-height="70vh"
    overlay-class="seek-found"
    :placeholder="placeholder"
    :pt="{
      pcInputText: { root: { 'aria-label': label } },
      list: { 'aria-label': 'What was found' },
    }"
    @complete="emit('look', $event.query)"
    @update:model-value="typeof $event === 'string' && (text = $event)"
    @option-select="go($event.value)"
    @hide="shut"
    @keydown.esc="leave"
  >
    <template #option="{ option }">
      <span class="found"
        >{{ option.name }} <MarkedText v-if="option.why" class="why small" :text="option.why"
      /></span>
      <span class="quiet small note">{{ option.note }}</span>
    </template>
    <template #empty>
      <span class="quiet">{{ nothing }}</span>
    </template>
  </AutoComplete>
</template>

<style scoped>
.seek {
  width: 100%;
}
.seek :deep(input) {
  width: 100%;
  padding-block: 0;
  background: var(--page-2);
}
</style>

<style>
.seek-found {
  width: min(640px, 92vw);
}
.seek-found .p-autocomplete-option {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  white-space: normal;
}
.seek-found .found {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.seek-found .why {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  color: var(--ink-2);
}
.seek-found .note {
  white-space: nowrap;
}
</style>
