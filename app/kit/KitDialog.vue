<script setup lang="ts">
import Dialog from 'primevue/dialog'
import { useHeldFocus } from './useHeldFocus'

// A sheet over the page, for what needs the whole attention; Escape leaves it.
defineProps<{ shown: boolean; title: string; wide?: boolean }>()
defineEmits<{ 'update:shown': [shown: boolean] }>()
const { onFocusin, onAfterEnter } = useHeldFocus()
</script>

<template>
  <Dialog
    :visible="shown"
    modal
    :class="{ wide }"
    dismissable-mask
    :draggable="false"
    :header="title"
    :pt="{
      root: { onFocusin },
      transition: { onAfterEnter },
      pcCloseButton: { root: { 'aria-label': 'Close' } },
    }"
    @update:visible="$emit('update:shown', $event)"
  >
    <slot />
    <template v-if="$slots.foot" #footer><slot name="foot" /></template>
  </Dialog>
</template>
