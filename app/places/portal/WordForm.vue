<script setup lang="ts">
// Somebody's word on an approval: yes, no with words, or a question first. It works without a script.
const props = defineProps<{
  /** By which the form is known on its page. */
  id: string
  /** What it is about, for whoever hears the page. */
  label: string
  requester: string
  queries: readonly { text: string; answer: string | null }[]
  say: (word: { yes: boolean; text: string }) => Promise<unknown>
  ask: (text: string) => Promise<unknown>
}>()
const emit = defineEmits<{ said: []; asked: [] }>()
const { say: words, problem, problemOn } = usePortalWords()
const text = usePageState(`${props.id}-text`, () => '')
const { busy, error, run } = usePageDeed(`${props.id}-refused`)
const form = usePageForm({
  id: props.id,
  take: (fields) => (text.value = String(fields('text')?.[0] ?? text.value)),
  async act(pressed) {
    const word = { yes: pressed === 'yes', text: text.value }
    if (await run(async () => (await props.say(word), true))) emit('said')
  },
})
</script>

<template>
  <div>
    <form v-bind="form.attrs" :aria-label="label" @submit.prevent="form.submit">
      <!-- Of several lines: one in which Enter says yes would say it too soon, and it cannot be taken back. -->
      <KitLongText
        v-model="text"
        name="text"
        :rows="2"
        :label="words('duty.text')"
        :help="words('duty.textHelp', { name: requester })"
        :error="problemOn(error, 'text')"
      />
      <KitError :error="error && problem(error)" />
      <p class="presses">
        <KitButton kind="main" :busy="busy" v-bind="form.button('yes')">{{ words('duty.yes') }}</KitButton>
        <KitButton kind="plain" :busy="busy" v-bind="form.button('no')">{{ words('duty.no') }}</KitButton>
      </p>
    </form>
    <AskBack :id="`${id}-ask`" :queries="queries" :name="requester" :ask="ask" @done="emit('asked')" />
  </div>
</template>

<style scoped>
.presses {
  display: flex;
  gap: 8px;
  margin: 2px 0 6px;
}
</style>
