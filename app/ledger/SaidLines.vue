<script setup lang="ts">
import { UNSAID_WORDS, type SentLine } from '~~/core/partner'
import { momentInWords } from '~~/core/time'

// What a partner desk would be told of a ticket, line by line, and what not, and why.
export interface SaidLine {
  field: string
  name: string
  words: string
  /** When it is a moment. */
  at: number | null
  why: SentLine['why'] | null
}
const props = defineProps<{ lines: readonly SaidLine[]; zone: string; now: number }>()
const when = (at: number) => momentInWords(at, props.zone, props.now)
const said = computed(() => props.lines.filter((one) => !one.why))
</script>

<template>
  <dl v-if="said.length" class="small">
    <template v-for="one in said" :key="one.field">
      <dt class="quiet">{{ one.name }}</dt>
      <dd>{{ one.at === null ? one.words : when(one.at) }}</dd>
    </template>
  </dl>
  <ul v-if="said.length < lines.length" class="small quiet">
    <template v-for="one in lines" :key="one.field">
      <li v-if="one.why">not {{ one.name }} ({{ one.words }}): {{ UNSAID_WORDS[one.why] }}</li>
    </template>
  </ul>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 1px 10px;
  margin: 4px 0;
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
ul {
  margin: 2px 0;
  padding-left: 18px;
}
</style>
