<script setup lang="ts">
import { inWords, type Vocabulary } from '~~/core/condition'
import type { Analysis, Cell, DecisionTable } from '~~/core/table'

// What analysis finds in a table as a whole: cases that no row fits, and rows whose order alone decides.
const props = defineProps<{
  analysis: Analysis
  table: DecisionTable
  words: Vocabulary
  readonly: boolean
  collects: boolean
}>()
const emit = defineEmits<{ add: [cells: Cell[][]] }>()
const MOST = 6
const allGaps = ref(false)
const allOverlaps = ref(false)
const gaps = computed(() => (allGaps.value ? props.analysis.gaps : props.analysis.gaps.slice(0, MOST)))
const crossing = computed(() => (props.table.hitPolicy === 'unique' ? [] : props.analysis.overlaps))
const overlaps = computed(() => (allOverlaps.value ? crossing.value : crossing.value.slice(0, MOST)))
</script>

<template>
  <div v-if="!collects" class="found">
    <section v-if="analysis.gaps.length && table.rows.length" aria-label="Cases that no row fits">
      <h2>Cases that no row fits</h2>
      <ul>
        <li v-for="(gap, index) in gaps" :key="index">
          <span>{{ inWords(gap.when, words) }}</span>
          <KitButton v-if="!readonly" kind="link" @click="emit('add', gap.cells)">
            add {{ gap.cells.length > 1 ? `${gap.cells.length} rows` : 'a row' }} for this
          </KitButton>
        </li>
      </ul>
      <p class="small quiet">
        <KitButton v-if="analysis.gaps.length > MOST" kind="link" @click="allGaps = !allGaps">
          {{ allGaps ? 'Show fewer' : `Show all ${analysis.gaps.length}` }}
        </KitButton>
        They go where the last line says.<template v-if="!analysis.isComplete">
          There are more than are shown.</template
        >
      </p>
    </section>
    <section v-if="crossing.length" aria-label="Rows whose order decides">
      <h2>Rows whose order alone decides</h2>
      <ul>
        <li v-for="one in overlaps" :key="one.rows.join()">
          <a :href="`#${one.rows[0]}`">row {{ one.numbers[0] }}</a> and
          <a :href="`#${one.rows[1]}`">row {{ one.numbers[1] }}</a> both fit some cases and say different
          things
        </li>
      </ul>
      <p v-if="crossing.length > MOST" class="small">
        <KitButton kind="link" @click="allOverlaps = !allOverlaps">
          {{ allOverlaps ? 'Show fewer' : `Show all ${crossing.length}` }}
        </KitButton>
      </p>
    </section>
    <p v-if="!analysis.isCertain" class="small quiet">
      Columns that look for words in a text are read as if any words could stand together, so some of this may
      never happen.
    </p>
  </div>
</template>

<style scoped>
h2 {
  font-size: 1.05rem;
  margin: 14px 0 4px;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  border-bottom: 1px dotted var(--rule);
  padding: 3px 0;
  max-width: 820px;
}
li span {
  flex: 1 1 320px;
}
p {
  margin: 4px 0;
}
</style>
