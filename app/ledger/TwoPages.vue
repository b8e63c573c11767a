<script setup lang="ts">
import Splitter from 'primevue/splitter'
import SplitterPanel from 'primevue/splitterpanel'

// Two facing pages with a movable gutter: a list at the left, what is open at the right. On a narrow screen one at a
// time.
defineProps<{
  narrow: boolean
  /** Whether something is open at the right. */
  open: boolean
  /** Whether what is open takes both pages. */
  wide?: boolean
  /** Whether the list takes both pages. */
  whole?: boolean
  /** How much of the width the list has at first, in percent: half of it if left out. */
  share?: number
}>()
</script>

<template>
  <div class="spread" :class="{ narrow }">
    <component
      :is="narrow ? 'div' : Splitter"
      class="pages"
      v-bind="
        narrow
          ? {}
          : { gutterSize: 9, stateKey: share ? `yare-gutter-${share}` : 'yare-gutter', stateStorage: 'local' }
      "
    >
      <component
        :is="narrow ? 'div' : SplitterPanel"
        v-if="!(narrow && open) && !wide"
        class="pg"
        v-bind="narrow ? {} : { size: share ?? 50, minSize: 28 }"
      >
        <slot name="list" />
      </component>
      <component
        :is="narrow ? 'div' : SplitterPanel"
        v-if="!(narrow && !open) && !whole"
        class="pg"
        v-bind="narrow ? {} : { size: 100 - (share ?? 50), minSize: 32 }"
      >
        <slot name="open" />
      </component>
    </component>
  </div>
</template>

<style scoped>
.spread,
.pages {
  height: 100%;
}
.pages {
  border: 0;
  border-radius: 0;
  background: var(--page);
}
.pages :deep(.p-splitter-gutter) {
  background: linear-gradient(90deg, var(--rule), var(--paper) 45%, var(--paper) 55%, var(--rule));
}
.pages :deep(.p-splitter-gutter-handle) {
  background: transparent;
}
.pg {
  background: var(--page);
  height: 100%;
  overflow: hidden;
  min-width: 0;
}
</style>
