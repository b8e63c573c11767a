<script setup lang="ts">
// Something that waits for whoever reads it: their word on an approval, questions, or a task of theirs. It works without
// a script.
type Duty = AnswerOf<'GET /api/plans/mine'>['duties'][number]
const props = defineProps<{ duty: Duty; zone: string }>()
const { say, moment, problem } = usePortalWords()
const cache = useQueryCache()
const id = computed(() => `duty-${props.duty.reference}-${props.duty.run}-${props.duty.task}`)
const { busy, error, run } = usePageDeed(`${id.value}-refused`)
const path = computed(() => {
  const { reference, run: number, task } = props.duty
  return { reference, run: number, task }
})
async function anew() {
  // A page that was sent something would send it again when it is loaded anew.
  if (import.meta.server) await navigateTo({}, { redirectCode: 303 })
  else await cache.invalidateQueries({ key: ['plans'] })
}
const form = usePageForm({
  id: id.value,
  async act() {
    const body = { done: true }
    const isDone = await run(
      async () => (
        await api('PATCH /api/tickets/{reference}/plans/{run}/tasks/{task}', { path: path.value, body }),
        true
      ),
    )
    if (isDone) await anew()
  },
})
const isApproval = computed(() => props.duty.do === 'approval')
const isForm = computed(() => props.duty.do === 'form')
</script>

<template>
  <component
    :is="isApproval || isForm ? 'section' : 'form'"
    class="duty"
    v-bind="isApproval || isForm ? {} : form.attrs"
    :aria-labelledby="`${id}-what`"
    @submit.prevent="form.submit"
  >
    <h3 :id="`${id}-what`">{{ duty.text }}</h3>
    <p class="quiet">
      {{ say('duty.asks', { name: duty.requester, item: duty.item })
      }}<template v-if="duty.due">
        · {{ say('duty.due', { when: moment(duty.due, zone, duty.openedAt) }) }}</template
      >
    </p>
    <AnswerList :answers="duty.answers" />
    <WordForm
      v-if="isApproval"
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
    <p v-else-if="isForm">
      <NuxtLink :to="`/fill/${duty.reference}-${duty.run}-${duty.task}`">{{ say('duty.answer') }}</NuxtLink>
    </p>
    <template v-else>
      <KitError :error="error && problem(error)" />
      <KitButton kind="main" :busy="busy" v-bind="form.button('done')">{{ say('duty.done') }}</KitButton>
    </template>
  </component>
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
