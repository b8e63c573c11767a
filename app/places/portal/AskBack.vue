<script setup lang="ts">
// What whoever is asked for their word wants to know first, and what was answered; more can be asked.
const props = defineProps<{
  /** By which the form is known on its page. */
  id: string
  queries: readonly { text: string; answer: string | null }[]
  /** Of whom it is asked. */
  name: string
  ask: (text: string) => Promise<unknown>
}>()
const emit = defineEmits<{ done: [] }>()
const { say, problem, problemOn } = usePortalWords()
const text = usePageState(`${props.id}-question`, () => '')
const { busy, error, run } = usePageDeed(`${props.id}-refused`)
const form = usePageForm({
  id: props.id,
  take: (fields) => (text.value = String(fields('question')?.[0] ?? text.value)),
  async act() {
    if (!(await run(async () => (await props.ask(text.value), true)))) return
    text.value = ''
    emit('done')
  },
})
/** It was asked and is not answered yet. */
const waits = computed(() => props.queries.some((one) => one.answer === null))
</script>

<template>
  <div>
    <div v-for="(one, index) in queries" :key="index" class="query">
      <p>{{ say('duty.asked', { text: one.text }) }}</p>
      <p :class="{ quiet: one.answer === null }">
        {{
          one.answer === null ? say('duty.waits', { name }) : say('duty.answered', { name, text: one.answer })
        }}
      </p>
    </div>
    <details v-if="!waits" class="more" :open="Boolean(error) || undefined">
      <summary>{{ say('duty.ask', { name }) }}</summary>
      <form v-bind="form.attrs" @submit.prevent="form.submit">
        <KitLongText
          v-model="text"
          name="question"
          :rows="2"
          :label="say('duty.question')"
          :error="problemOn(error, 'text')"
        />
        <KitError :error="error && problem(error)" />
        <KitButton kind="plain" :busy="busy" v-bind="form.button('ask')">{{ say('duty.send') }}</KitButton>
      </form>
    </details>
  </div>
</template>

<style scoped>
.query {
  border-left: 3px solid var(--brass);
  padding-left: 10px;
  margin: 6px 0;
  overflow-wrap: anywhere;
}
p {
  margin: 2px 0;
  white-space: pre-wrap;
}
summary {
  cursor: pointer;
  min-height: 24px;
  color: var(--sea);
}
.more {
  margin: 6px 0 10px;
}
</style>
