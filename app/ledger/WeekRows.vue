<script setup lang="ts">
// Rows of people with their weeks, and what they come to together: read only, with links and buttons in its cells.
defineProps<{ heads: readonly { label: string; figures?: boolean; bare?: boolean }[]; label: string }>()
</script>

<template>
  <div class="scroll-x" tabindex="0" role="group" :aria-label="label">
    <table class="weeks">
      <thead>
        <tr>
          <th v-for="head in heads" :key="head.label" scope="col" :class="{ n: head.figures }">
            <slot :name="`head-${head.label}`"
              ><span :class="{ 'sr-only': head.bare }">{{ head.label }}</span></slot
            >
          </th>
        </tr>
      </thead>
      <tbody>
        <slot />
      </tbody>
      <tfoot v-if="$slots.sum">
        <slot name="sum" />
      </tfoot>
    </table>
  </div>
</template>

<style scoped>
.weeks {
  width: 100%;
  border-collapse: collapse;
  font-size: 0.93rem;
}
th {
  text-align: left;
  font-weight: 400;
  color: var(--ink-3);
  padding: 4px 10px 4px 0;
  border-bottom: 1px solid var(--rule-2);
  vertical-align: bottom;
}
th.n,
.weeks :deep(td.n) {
  text-align: right;
  font-family: var(--mono);
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
}
.weeks :deep(td) {
  padding: 7px 10px 7px 0;
  border-bottom: 1px solid var(--rule);
  vertical-align: top;
}
.weeks :deep(td.strip) {
  width: 46%;
  min-width: 260px;
}
tfoot :deep(td) {
  border-bottom: 3px double var(--ink);
}
</style>
