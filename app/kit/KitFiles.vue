<script setup lang="ts">
import '~/theme/parts/progressbar'
import type { FileLine } from './fileLine'
import ProgressBar from 'primevue/progressbar'
import { framed, type FieldProps } from './field'
import KitButton from './KitButton.vue'
import KitField from './KitField.vue'

// Files: chosen, or dropped on it; each with how far it is sent. What is sent, and where to, is said by whoever uses it.
const props = defineProps<
  FieldProps & {
    lines: readonly FileLine[]
    /** Whether files come from elsewhere only. */
    linesOnly?: boolean
    words?: { drop: string; takeOut: (name: string) => string; takesOut: string; callOff: string }
  }
>()
const emit = defineEmits<{ pick: [files: File[]]; remove: [line: FileLine] }>()
const over = ref(false)
const words = computed(
  () =>
    props.words ?? {
      drop: 'or drop them here',
      takeOut: (name: string) => `Take out ${name}`,
      takesOut: 'take out',
      callOff: 'call off',
    },
)
const box = ref<HTMLInputElement>()
function pick() {
  if (!box.value?.files?.length) return
  emit('pick', [...box.value.files])
  // The same file can be chosen once more.
  box.value.value = ''
}
// What was chosen before the page's script was there.
onMounted(pick)
function drop(event: DragEvent) {
  over.value = false
  const files = [...(event.dataTransfer?.files ?? [])]
  if (files.length) emit('pick', files)
}
</script>

<template>
  <KitField v-if="!linesOnly || lines.length" v-slot="{ id, describedBy }" v-bind="framed(props)">
    <div
      v-if="!linesOnly"
      class="drop"
      :class="{ over }"
      @dragover.prevent="over = true"
      @dragleave="over = false"
      @drop.prevent="drop"
    >
      <input
        :id="id"
        ref="box"
        :name="name"
        class="picker"
        type="file"
        multiple
        :disabled="disabled"
        :aria-describedby="describedBy"
        @change="pick"
      />
      <span class="quiet small">{{ words.drop }}</span>
    </div>
    <ul v-if="lines.length" class="files" aria-live="polite">
      <li v-for="line in lines" :key="line.key">
        <span class="name">{{ line.name }}</span>
        <span v-if="line.size" class="num quiet small">{{ line.size }}</span>
        <span v-if="line.problem" class="error-text">{{ line.problem }}</span>
        <ProgressBar
          v-else-if="line.share !== undefined"
          class="bar"
          :value="Math.round(line.share * 100)"
          :show-value="false"
          :aria-label="line.name"
        />
        <KitButton
          kind="link"
          class="small"
          :aria-label="words.takeOut(line.name)"
          @click="emit('remove', line)"
        >
          {{ line.share === undefined || line.problem ? words.takesOut : words.callOff }}
        </KitButton>
      </li>
    </ul>
  </KitField>
</template>

<style scoped>
.drop {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: baseline;
  border: 1px dashed transparent;
}
.drop.over {
  border-color: var(--sea);
  background: var(--sea-2);
}
.picker {
  font: inherit;
  color: var(--ink);
  max-width: 100%;
}
.picker::file-selector-button {
  font: 600 0.93rem var(--sans);
  border: 1px solid var(--rule-2);
  color: var(--ink-2);
  background: transparent;
  border-radius: 3px;
  padding: 0.25rem 0.7rem;
  margin-right: 8px;
  cursor: pointer;
}
.files {
  list-style: none;
  padding: 0;
  margin: 4px 0;
}
.files li {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
  border-bottom: 1px dotted var(--rule);
  padding: 3px 0;
}
.name {
  overflow-wrap: anywhere;
}
.bar {
  width: 120px;
}
</style>
