<script setup lang="ts">
import { followsInWords, sentIn } from './manyFollows'
import type { ManyLine, useMany } from './useMany'

// What would come of a thing that is done with many tickets, how far it is, and what came of it.
const props = defineProps<{
  many: ReturnType<typeof useMany>
  /** What the button says that does it; that the tickets are changed, where nothing is said. */
  verb?: string
}>()
const emit = defineEmits<{ change: []; undo: [] }>()
const progress = computed(() => props.many.progress.value)
const looked = computed(() => (progress.value ? undefined : props.many.looked.value))
const report = computed(() => (progress.value ? undefined : props.many.report.value))
const takenBack = computed(() => (progress.value ? undefined : props.many.takenBack.value))
const error = computed(() => props.many.error.value)

const changing = (lines: readonly ManyLine[]) => lines.filter((one) => one.changes).length
const left = (lines: readonly ManyLine[]) => lines.filter((one) => !one.changes)
const messages = (count: number) => (count === 1 ? 'one message' : `${count} messages`)
const SHOWN = 8
</script>

<template>
  <div class="many-report" :aria-busy="progress !== undefined">
    <KitProgress
      v-if="progress"
      :label="`${progress.done} of ${progress.of} …`"
      :share="progress.done / progress.of"
      calls-off
      @call-off="many.callOff()"
    />
    <div v-if="looked" class="small">
      <p>
        {{ changing(looked) === 1 ? 'One ticket changes' : `${changing(looked)} tickets change`
        }}<template v-if="left(looked).length"
          >; {{ left(looked).length }}
          {{ left(looked).length === 1 ? 'stays as it is' : 'stay as they are' }}:</template
        >
      </p>
      <ul v-if="left(looked).length">
        <li v-for="one in left(looked).slice(0, SHOWN)" :key="one.reference">
          <span class="num">{{ one.reference }}</span> {{ one.why }}
        </li>
        <li v-if="left(looked).length > SHOWN">and {{ left(looked).length - SHOWN }} more</li>
      </ul>
      <ul v-if="followsInWords(looked).length" class="follows">
        <li v-for="one in followsInWords(looked)" :key="one">{{ one }}</li>
      </ul>
      <KitButton kind="main" :disabled="!changing(looked)" @click="emit('change')">{{
        verb ?? `Change ${changing(looked) === 1 ? 'it' : 'them'}`
      }}</KitButton>
    </div>
    <p v-if="report" class="notice good" role="status">
      {{
        changing(report.lines) === 1
          ? 'One ticket was changed'
          : `${changing(report.lines)} tickets were changed`
      }}<template v-if="left(report.lines).length">, {{ left(report.lines).length }} not</template
      ><template v-if="report.called">; it was called off before the others</template>.
      <template v-if="sentIn(report.lines)">
        {{ messages(sentIn(report.lines)) }} went out, which nothing takes back.</template
      >{{ ' ' }}
      <KitButton v-if="changing(report.lines) && many.canUndo.value" kind="link" @click="emit('undo')"
        >Take it back</KitButton
      >
    </p>
    <p v-if="takenBack !== undefined" class="notice good" role="status">
      Taken back:
      {{
        changing(takenBack) === 1
          ? 'one ticket is as it was'
          : `${changing(takenBack)} tickets are as they were`
      }}.<template v-if="sentIn(takenBack)">
        {{ messages(sentIn(takenBack)) }} went out about that as well.</template
      >
    </p>
    <KitError :error="error" />
  </div>
</template>

<style scoped>
.follows {
  list-style: '→ ';
}
ul {
  margin: 4px 0 8px;
  padding-left: 18px;
}
p {
  margin: 6px 0;
}
</style>
