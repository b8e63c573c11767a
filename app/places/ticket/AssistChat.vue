<script setup lang="ts">
import type { Ticket } from '~/composables/useTickets'

// What technicians and whoever sits at the machine say to each other while they look at it.
type Open = NonNullable<AnswerOf<'GET /api/tickets/{reference}/assists'>['open']>
const props = defineProps<{ ticket: Ticket; session: Open; when: (at: number) => string; works: boolean }>()
const emit = defineEmits<{ said: [] }>()
const { busy, error, run } = useDeed()
const text = ref('')
const unheard = ref(false)
const list = ref<HTMLElement>()
async function say() {
  const said = text.value.trim()
  if (!said || busy.value) return
  const path = { reference: props.ticket.reference, id: props.session.id }
  const done = await run(() =>
    api('POST /api/tickets/{reference}/assists/{id}/say', { path, body: { text: said } }),
  )
  if (!done) return
  text.value = ''
  unheard.value = !done.brought
  emit('said')
}
watch(
  () => props.session.lines.length,
  async () => {
    await nextTick()
    if (list.value) list.value.scrollTop = list.value.scrollHeight
  },
  { immediate: true },
)
</script>

<template>
  <section aria-label="What is said in the session">
    <ul v-if="session.lines.length" ref="list" class="lines small" tabindex="0" aria-live="polite">
      <li v-for="one in session.lines" :key="one.line">
        <span class="num quiet">{{ when(one.at) }}</span> <b>{{ one.by }}</b> {{ one.text }}
      </li>
    </ul>
    <form v-if="works" class="say no-print" novalidate @submit.prevent="say">
      <KitText
        v-model="text"
        bare
        :label="`Say to ${session.guestName}`"
        :placeholder="`Say to ${session.guestName} …`"
        :most="2000"
      />
      <KitButton kind="act" type="submit" :busy="busy" :disabled="!text.trim()">Say it</KitButton>
    </form>
    <p v-if="unheard" class="quiet small" role="status">
      The machine did not get the last line; it stands here, and at the address of the code.
    </p>
    <KitError :error="error" />
  </section>
</template>

<style scoped>
.lines {
  max-height: 180px;
  overflow: auto;
}
li {
  overflow-wrap: anywhere;
}
.say {
  display: flex;
  gap: 6px;
  align-items: flex-start;
}
.say :deep(.kit-field) {
  flex: 1;
}
.say :deep(input) {
  width: 100%;
}
</style>
