<script setup lang="ts">
// Something that waits for whoever reads it: their word on an approval, questions, or a task of theirs. It works without
// a script.
type Duty = AnswerOf<'GET /api/plans/mine'>['duties'][number]
const props = defineProps<{ duty: Duty; zone: string }>()
const { say, moment } = usePortalWords()
const cache = useQueryCache()
const id = computed(() => `duty-${props.duty.reference}-${props.duty.run}-${props.duty.task}`)
const path = computed(() => {
  const { reference, run: number, task } = props.duty
  return { reference, run: number, task }
})
async function anew() {
  // A page that was sent something would send it again when it is loaded anew.
  if (import.meta.server) await navigateTo({}, { redirectCode: 303 })
  else await cache.invalidateQueries({ key: ['plans'] })
}
</script>

<template>
  <section class="duty" :aria-labelledby="`${id}-what`">
    <h3 :id="`${id}-what`">{{ duty.text }}</h3>
    <p class="quiet">
      {{ say('duty.asks', { name: duty.requester, item: duty.item })
      }}<template v-if="duty.due">
        · {{ say('duty.due', { when: moment(duty.due, zone, duty.openedAt) }) }}</template
      >
    </p>
    <AnswerList :answers="duty.answers" />
    <WordForm
      v-if="duty.do === 'approval'"
      :id="id"
      :requester="duty.requester"
      :queries="duty.queries"
      :say="
        (word) => api('POST /api/tickets/{reference}/plans/{run}/tasks/{task}/word', { path, body: word })
      "
      :ask="
        (text) =>
          api('POST /api/tickets/{reference}/plans/{run}/tasks/{task}/question', { path, body: { text } })
      "
      :label="duty.text"
      @said="anew"
      @asked="anew"
    />
    <p v-else-if="duty.do === 'form'">
      <NuxtLink :to="`/fill/${duty.reference}-${duty.run}-${duty.task}`">{{ say('duty.answer') }}</NuxtLink>
    </p>
    <DutyDone
      v-else
      :id="id"
      :label="duty.text"
      :act="
        () => api('PATCH /api/tickets/{reference}/plans/{run}/tasks/{task}', { path, body: { done: true } })
      "
      @done="anew"
    />
  </section>
</template>

<style scoped>
.duty {
  border-top: 1px solid var(--rule-2);
  padding: 8px 0 12px;
  max-width: 680px;
}
h3 {
  font-size: 1.1rem;
}
p {
  margin: 2px 0 6px;
}
</style>
