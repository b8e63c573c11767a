<script setup lang="ts">
// The small sign ∵ after what the system says: pressed, it shows why.
defineProps<{ label: string }>()
const slip = ref<{ toggle: (event: Event) => void }>()
const open = ref(false)
</script>

<template>
  <KitButton kind="quiet" class="why" :aria-expanded="open" :aria-label="label" @click="slip?.toggle($event)"
    >∵</KitButton
  >
  <KitSlip ref="slip" :label="label" @show="open = true" @hide="open = false">
    <slot />
  </KitSlip>
</template>

<style scoped>
.why.kit-button.quiet {
  color: var(--sea);
  font-weight: 700;
  min-width: 24px;
  text-align: center;
}
</style>
