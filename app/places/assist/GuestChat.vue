<script setup lang="ts">
// A word with whoever asks, before and while they look.
const props = defineProps<{
  code: string
  host: string
  lines: AnswerOf<'GET /api/assist/{code}'>['lines']
}>()
const emit = defineEmits<{ said: [] }>()
const { say, problem } = usePortalWords()
const { busy, error, run } = usePageDeed(`assist-${props.code}-unsaid`)
const text = usePageState(`assist-${props.code}-text`, () => '')
async function send() {
  const said = text.value.trim()
  if (!said) return
  const path = { code: props.code }
  if (!(await run(() => api('POST /api/assist/{code}/say', { path, body: { text: said } })))) return
  text.value = ''
  emit('said')
}
const sheet = usePageForm({
  id: 'assist-say',
  take: (fields) => {
    const [typed] = fields('text') ?? []
    if (typeof typed === 'string') text.value = typed.slice(0, 2000)
  },
  act: send,
})
</script>

<template>
  <section :aria-label="say('assist.chat')">
    <ul v-if="lines.length" class="lines" aria-live="polite">
      <li v-for="one in lines" :key="one.line">
        <b>{{ one.by }}</b> {{ one.text }}
      </li>
    </ul>
    <form v-bind="sheet.attrs" class="say" @submit.prevent="sheet.submit">
      <KitText v-model="text" name="text" :label="say('assist.say', { host })" :most="2000" />
      <KitButton kind="act" :busy="busy" v-bind="sheet.button('say')">{{ say('assist.send') }}</KitButton>
    </form>
    <KitError :error="error && problem(error)" />
  </section>
</template>

<style scoped>
.lines {
  list-style: none;
  padding: 0;
}
li {
  overflow-wrap: anywhere;
  border-bottom: 1px dotted var(--rule);
  padding: 3px 0;
}
.say {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: flex-end;
}
.say :deep(.kit-field) {
  margin-bottom: 0;
  flex: 1 1 240px;
}
</style>
