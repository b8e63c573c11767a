<script setup lang="ts">
// Something that waits for whoever reads it: their word on an approval, or a task of theirs. It works without a script.
type Duty = AnswerOf<'GET /api/plans/mine'>['duties'][number]
const props = defineProps<{ duty: Duty; zone: string }>()
const { say, moment, problem, problemOn } = usePortalWords()
const cache = useQueryCache()
const id = computed(() => `duty-${props.duty.reference}-${props.duty.run}-${props.duty.task}`)
const text = usePageState(`${id.value}-text`, () => '')
const { busy, error, run } = usePageDeed(`${id.value}-refused`)
const path = computed(() => {
  const { reference, run: number, task } = props.duty
  return { reference, run: number, task }
})
async function put(act: () => Promise<unknown>) {
  if ((await run(async () => (await act(), true))) === undefined) return
  // A page that was sent something would send it again when it is loaded anew.
  if (import.meta.server) await navigateTo({}, { redirectCode: 303 })
  else await cache.invalidateQueries({ key: ['plans'] })
}
const form = usePageForm({
  id: id.value,
  take: (fields) => (text.value = String(fields('text')?.[0] ?? text.value)),
  act: (pressed) =>
    put(() =>
      pressed === 'done'
        ? api('PATCH /api/tickets/{reference}/plans/{run}/tasks/{task}', {
            path: path.value,
            body: { done: true },
          })
        : api('POST /api/tickets/{reference}/plans/{run}/tasks/{task}/word', {
            path: path.value,
            body: { yes: pressed === 'yes', text: text.value },
          }),
    ),
})
const isApproval = computed(() => props.duty.do === 'approval')
</script>

<template>
  <form v-bind="form.attrs" class="duty" :aria-labelledby="`${id}-what`" @submit.prevent="form.submit">
    <h3 :id="`${id}-what`">{{ duty.text }}</h3>
    <p class="quiet">
      {{ say('duty.asks', { name: duty.requester, item: duty.item })
      }}<template v-if="duty.due">
        · {{ say('duty.due', { when: moment(duty.due, zone, duty.openedAt) }) }}</template
      >
    </p>
    <dl>
      <template v-for="one in duty.answers" :key="one.name">
        <dt>{{ one.label }}</dt>
        <dd>{{ one.answer }}</dd>
      </template>
    </dl>
    <KitText
      v-if="isApproval"
      v-model="text"
      name="text"
      :label="say('duty.text')"
      :help="say('duty.textHelp', { name: duty.requester })"
      :most="2000"
      :error="problemOn(error, 'text')"
    />
    <KitError :error="error && problem(error)" />
    <p class="presses">
      <template v-if="isApproval">
        <KitButton kind="main" :busy="busy" v-bind="form.button('yes')">{{ say('duty.yes') }}</KitButton>
        <KitButton kind="plain" :busy="busy" v-bind="form.button('no')">{{ say('duty.no') }}</KitButton>
      </template>
      <KitButton v-else kind="main" :busy="busy" v-bind="form.button('done')">{{
        say('duty.done')
      }}</KitButton>
    </p>
  </form>
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
dl {
  display: grid;
  grid-template-columns: minmax(120px, 40%) 1fr;
  margin: 6px 0;
}
dt {
  color: var(--ink-3);
}
dd {
  margin: 0;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.presses {
  display: flex;
  gap: 8px;
}
</style>
