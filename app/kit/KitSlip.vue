<script setup lang="ts">
import Popover from 'primevue/popover'
import { useOverlayHome } from './useOverlayHome'

// A slip that lies at the place it concerns, until it is left: with Escape, or by pressing elsewhere.
defineProps<{ label: string; wide?: boolean }>()
const emit = defineEmits<{ show: []; hide: [] }>()
const slip = ref<InstanceType<typeof Popover>>()
/** It is made when somebody first opens it. */
const made = ref(false)
defineExpose({
  toggle: async ({ currentTarget }: Event) => {
    made.value = true
    await nextTick()
    slip.value?.toggle({ currentTarget } as Event)
  },
  hide: () => slip.value?.hide(),
})
const home = useOverlayHome()
</script>

<template>
  <Popover
    v-if="made"
    :append-to="home"
    ref="slip"
    class="kit-slip"
    :class="{ wide }"
    :pt="{ root: { 'aria-label': label } }"
    @show="emit('show')"
    @hide="emit('hide')"
  >
    <slot />
  </Popover>
</template>

<style>
.kit-slip {
  max-width: min(360px, 92vw);
}
.kit-slip.wide {
  max-width: min(560px, 94vw);
}
.kit-slip .p-popover-content {
  max-height: 76vh;
  overflow-y: auto;
}
.kit-slip::before,
.kit-slip::after {
  display: none;
}
</style>
