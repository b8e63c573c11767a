<script setup lang="ts">
import { momentInWords } from '~~/core/time'
import type { Ticket } from '~/composables/useTickets'

// What was asked, in the words of whoever asked. What is long folds, so that the rest stays on the page.
const props = defineProps<{ ticket: Ticket; now: number; zone: string }>()
const SHORT = 44
const SHORT_LABEL = 26
const FOLDS = 260
const short = computed(() =>
  props.ticket.answers.filter(
    ({ label, answer }) => answer.length <= SHORT && label.length <= SHORT_LABEL && !answer.includes('\n'),
  ),
)
const long = computed(() => props.ticket.answers.filter((one) => !short.value.includes(one)))
const files = computed(() =>
  props.ticket.entries.flatMap((entry) =>
    entry.kind === 'logged' || entry.kind === 'formFilled' ? (entry.attachments ?? []) : [],
  ),
)
const folds = computed(() => long.value.some(({ answer }) => answer.length > FOLDS) || long.value.length > 2)
const all = ref(false)
</script>

<template>
  <TicketRow title="Asked" :note="momentInWords(ticket.loggedAt, zone, now)">
    <dl v-if="short.length" class="answers">
      <div v-for="one in short" :key="one.name">
        <dt>{{ one.label }}</dt>
        <dd>{{ one.answer }}</dd>
      </div>
    </dl>
    <div :class="{ folded: folds && !all }">
      <div v-for="one in long" :key="one.name" class="long">
        <span class="quiet small">{{ one.label }}</span>
        <div class="text">{{ one.answer }}</div>
      </div>
    </div>
    <KitButton v-if="folds" kind="link" class="small" :aria-expanded="all" @click="all = !all">{{
      all ? 'Fold it' : 'All of it'
    }}</KitButton>
    <p v-if="!ticket.answers.length" class="quiet">The form asked nothing that was answered.</p>
    <div v-for="one in ticket.answeredLater" :key="one.task" class="later">
      <p class="quiet small">{{ one.text }}, by {{ one.by }}, {{ momentInWords(one.at, zone, now) }}</p>
      <dl class="answers">
        <div v-for="answer in one.answers" :key="answer.name">
          <dt>{{ answer.label }}</dt>
          <dd>{{ answer.answer }}</dd>
        </div>
      </dl>
    </div>
    <SaidText v-if="files.length" text="" :attachments="files" :reference="ticket.reference" />
  </TicketRow>
</template>

<style scoped>
.answers {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(228px, 1fr));
  gap: 1px 16px;
  margin: 0;
}
.answers > div {
  display: grid;
  grid-template-columns: minmax(80px, 42%) minmax(0, 1fr);
  gap: 8px;
}
dt {
  color: var(--ink-3);
}
dd {
  margin: 0;
  font-weight: 600;
  overflow-wrap: anywhere;
}

.later {
  border-top: 1px dotted var(--rule);
  margin-top: 4px;
  padding-top: 2px;
}
.long {
  margin-top: 2px;
}
.text {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.folded {
  max-height: 5.8em;
  overflow: hidden;
  mask-image: linear-gradient(currentColor 70%, transparent);
}
p {
  margin: 0;
}
@media print {
  .folded {
    max-height: none;
    mask-image: none;
  }
}
</style>
