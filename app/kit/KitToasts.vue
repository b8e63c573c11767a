<script setup lang="ts">
import Toast from 'primevue/toast'
import KitButton from './KitButton.vue'

// Stands once in a layout, and shows what `toast` says.
async function undo(back: unknown, close: () => void) {
  close()
  if (typeof back === 'function') await back()
}
</script>

<template>
  <Toast position="bottom-right" class="kit-toasts">
    <template #container="{ message, closeCallback }">
      <div class="said">
        <span class="text">{{ message.summary }}</span>
        <KitButton v-if="message.detail" kind="link" @click="undo(message.detail, closeCallback)">
          Take it back
        </KitButton>
        <KitButton kind="link" aria-label="Shut this message" @click="closeCallback">×</KitButton>
      </div>
    </template>
  </Toast>
</template>

<style scoped>
.said {
  display: flex;
  gap: 12px;
  align-items: baseline;
  padding: 0.6rem 0.9rem;
}
.text {
  flex: 1;
  color: var(--ink);
}
</style>
