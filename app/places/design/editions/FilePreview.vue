<script setup lang="ts">
import type { DirectoryPage } from '~/composables/useNames'
import { missingOf, type Matching } from './matching'

// What a design file that was brought would change, what it names that is not here, and what keeps it from being taken.
const props = defineProps<{
  name: string
  preview: AnswerOf<'POST /api/design-file/preview'>
  directory: DirectoryPage
  busy: boolean
}>()
const emit = defineEmits<{ say: [match: Matching]; take: []; leave: [] }>()
/** Something is found of what nobody has matched yet; that it is missing is said once. */
const open = computed(() => props.preview.lacking.filter((one) => !one.match || missingOf(one)))
const isTold = (reference: { what: string; id: string } | undefined) =>
  open.value.some((one) => one.what === reference?.what && one.id === reference.id)
const errors = computed(() =>
  props.preview.findings.filter((one) => one.severity === 'error' && !isTold(one.refersTo)),
)
const mayTake = computed(() => !errors.value.length && !open.value.length)
const HEADS = [
  { label: 'Named in the file, not here' },
  { label: 'What it is here' },
  { label: 'Left out, this goes' },
]
</script>

<template>
  <div class="notice" role="region" aria-label="What the file would change">
    <p role="status">
      <b>{{ name }}</b> would change {{ counted(preview.changes.length, 'thing') }} in the draft; proofreading
      finds {{ counted(errors.length, 'error') }} in it.
      <template v-if="open.length"
        >{{ counted(open.length, 'thing') }} that it names {{ open.length === 1 ? 'is' : 'are' }} not here:
        say what {{ open.length === 1 ? 'it is' : 'they are' }}.</template
      >
    </p>
    <template v-if="preview.lacking.length">
      <LedgerTable :heads="HEADS">
        <LackingRow
          v-for="one in preview.lacking"
          :key="`${one.what} ${one.id}`"
          :lacking="one"
          :directory="directory"
          @say="emit('say', $event)"
        />
      </LedgerTable>
      <p class="quiet small">
        What you say is remembered for the next file of that desk. Nothing is made before the file is taken.
      </p>
    </template>
    <p v-if="preview.kept.length" class="small">
      These hours stay, since sites or agreements here count in them: {{ preview.kept.join(', ') }}.
    </p>
    <ul v-if="errors.length">
      <li v-for="one in errors" :key="one.place + one.message">
        <b>{{ one.where }}</b> {{ one.message }}
      </li>
    </ul>
    <p v-if="errors.length">
      It cannot be taken like this: nothing that it refers to may be lost on the way. Put these right in the
      file, or add what is missing to the directory, and bring it again.
    </p>
    <ChangeTable v-if="preview.changes.length" :changes="preview.changes" />
    <p class="acts">
      <KitButton v-if="mayTake && preview.changes.length" kind="main" :busy="busy" @click="emit('take')"
        >Take it into the draft</KitButton
      >
      <KitButton kind="plain" @click="emit('leave')">Leave it</KitButton>
    </p>
  </div>
</template>

<style scoped>
.acts {
  display: flex;
  gap: 8px;
}
</style>
