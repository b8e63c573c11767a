<script setup lang="ts">
import { partsIn } from '~~/core/writing'

// The text of an article; of a long one its parts stand before it.
const props = defineProps<{
  text: string
  language: string
  /** What the list of its parts is called. */
  label: string
  /** Where the file with an id is shown from. */
  file?: (id: string) => string | undefined
}>()
/** From so many on they are listed. */
const ENOUGH = 3
const parts = computed(() => {
  const all = partsIn(props.text)
  return all.length < ENOUGH ? [] : all
})
const root = ref<HTMLElement>()
/** The reader goes on reading there, also by keyboard. */
function goTo(id: string) {
  const heading = root.value?.querySelector<HTMLElement>(`#${id}`)
  heading?.setAttribute('tabindex', '-1')
  heading?.focus({ preventScroll: true })
  heading?.scrollIntoView({ block: 'start' })
}
</script>

<template>
  <div ref="root" :lang="language">
    <nav v-if="parts.length" class="parts no-print" :aria-label="label">
      <ol>
        <li v-for="part in parts" :key="part.id" :style="{ paddingLeft: `${(part.depth - 1) * 14}px` }">
          <a :href="`#${part.id}`" @click.prevent="goTo(part.id)">{{ part.text }}</a>
        </li>
      </ol>
    </nav>
    <RichText :text="text" :file="file" />
  </div>
</template>

<style scoped>
.parts {
  border-left: 2px solid var(--rule-2);
  padding-left: 10px;
  margin: 4px 0 10px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  min-height: 24px;
}
</style>
