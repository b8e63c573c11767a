<script setup lang="ts">
// Rows on ruled paper to be read only: nothing in it is chosen or sorted, and it is drawn without a script.
defineProps<{
  heads: readonly {
    label: string
    figures?: boolean
    /** It is read aloud only: where the place of the column says what it is. */
    bare?: boolean
  }[]
}>()
</script>

<template>
  <table class="ledger-table">
    <thead>
      <tr>
        <th v-for="head in heads" :key="head.label" scope="col" :class="{ n: head.figures }">
          <span :class="{ 'sr-only': head.bare }">{{ head.label }}</span>
        </th>
      </tr>
    </thead>
    <tbody>
      <slot />
    </tbody>
  </table>
</template>
