<script setup lang="ts">
import ActsSample from '~/kit/samples/ActsSample.vue'
import FieldsSample from '~/kit/samples/FieldsSample.vue'
import ListsSample from '~/kit/samples/ListsSample.vue'

// Every control of the kit in all its states, for whoever works on it; not part of a desk (see nuxt.config).
useHead({ title: 'The kit · Yare Ledger' })
const { setTheme } = useTheme()
</script>

<template>
  <main id="main" class="kit-page">
    <h1>The kit</h1>
    <p>
      Every control, in every state.
      <KitButton kind="link" @click="setTheme('day')">By day</KitButton>,
      <KitButton kind="link" @click="setTheme('night')">in the night watch</KitButton>.
    </p>
    <ActsSample />
    <FieldsSample />
    <ListsSample />
    <KitConfirm />
    <KitToasts />
  </main>
</template>

<style scoped>
.kit-page {
  padding: 20px 28px 80px;
}
.kit-page :deep(section) {
  margin-top: 1.4rem;
}
.kit-page :deep(h2) {
  border-bottom: 3px double var(--rule-2);
  margin-bottom: 0.8rem;
}
</style>
