<script setup lang="ts">
import type { ChangeInWords, Design } from '~~/core/design'

// What is different between two designs, by article, each thing in sentences; with a choice among them where one is asked for.
type Change = ChangeInWords & { key?: string; by?: { id: string; name: string }[] }
const props = defineProps<{
  changes: readonly Change[]
  /** The design in which they are, where it is told how many tickets went by what they are about. */
  design?: Design
}>()
const chosen = defineModel<string[]>()
const articles = computed(() =>
  [...new Set(props.changes.map((one) => one.article))].map((name) => ({
    name,
    changes: props.changes.filter((one) => one.article === name),
  })),
)
const isShared = computed(() => props.changes.some((one) => one.by))
const heads = computed(() => [
  ...(chosen.value ? [{ label: 'Publish' }] : []),
  ...[{ label: 'What' }, { label: 'What becomes of it' }],
  ...(props.design ? [{ label: 'Tickets in 90 days', figures: true }] : []),
  ...(isShared.value ? [{ label: 'By' }] : []),
])
const decided = props.design && useDecided()
const touches = (one: Change) => props.design && decided?.touched(one, props.design)
const labelOf = ({ name, says }: Change) => `${name}, ${says[0] ?? ''}`
function pick(key: string, on: boolean) {
  const others = (chosen.value ?? []).filter((one) => one !== key)
  chosen.value = on ? [...others, key] : others
}
</script>

<template>
  <LedgerTable :heads="heads" class="changes">
    <template v-for="article in articles" :key="article.name">
      <tr class="article">
        <th :colspan="heads.length" scope="rowgroup">{{ article.name }}</th>
      </tr>
      <tr v-for="one in article.changes" :key="`${one.part}/${one.id}/${one.what}`">
        <td v-if="chosen" class="pick">
          <KitCheckbox
            v-if="one.key"
            :label="labelOf(one)"
            :model-value="chosen.includes(one.key)"
            @update:model-value="pick(one.key, $event)"
          />
        </td>
        <td class="name">{{ one.name }}</td>
        <td>
          <div v-for="(what, at) in one.says" :key="at">{{ what }}</div>
        </td>
        <td v-if="design" class="n">{{ touches(one)?.toLocaleString('en') ?? '—' }}</td>
        <td v-if="isShared" class="quiet by">{{ (one.by ?? []).map((by) => by.name).join(', ') }}</td>
      </tr>
    </template>
  </LedgerTable>
</template>

<style scoped>
.changes {
  max-width: 1100px;
}
.article th {
  text-align: left;
  color: var(--ink-3);
  font-weight: 600;
  padding-top: 10px;
}
/* A name stays in one line. */
.by {
  white-space: nowrap;
}
.name {
  min-width: 12rem;
  font-weight: 600;
}
/* What is chosen stands in the row already; the label is for those who hear it. */
.pick :deep(label) {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
</style>
