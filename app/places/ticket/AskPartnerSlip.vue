<script setup lang="ts">
import { capital, listInWords } from '~~/core/words'
import type { Ticket } from '~/composables/useTickets'

// What a partner desk would be told of a ticket, line by line, before it is asked to take it.
type Offered = AnswerOf<'GET /api/tickets/{reference}/partners'>['partners']
const props = defineProps<{ ticket: Ticket; partners: Offered; zone: string; now: number }>()
const emit = defineEmits<{ close: [isDone: boolean] }>()
const { busy, error, run } = useDeed()
const chosen = ref<string | null>(props.partners[0]?.id ?? null)
const partner = computed(() => props.partners.find((one) => one.id === chosen.value))
const options = computed(() => props.partners.map(({ id, name }) => ({ value: id, label: name })))
const isSaid = computed(() => partner.value?.lines.some((one) => one.why === null) ?? false)
const later = computed(() => {
  const { replies, notes, earlier } = partner.value ?? {}
  const what = [replies && 'what is said with the requester', notes && 'notes'].filter(
    (one) => one !== false && one,
  )
  if (!what.length) return 'What is said here stays here.'
  const goes = `${listInWords(what as string[])} ${notes ? 'go' : 'goes'} over as well`
  return earlier ? `${capital(goes)}, with all that was said before.` : `From then on ${goes}.`
})
const form = ref<HTMLFormElement>()
onMounted(() => form.value?.querySelector<HTMLElement>('[role=combobox], button')?.focus())
async function submit() {
  const id = chosen.value
  if (id === null) return
  const path = { reference: props.ticket.reference }
  if (await run(() => api('POST /api/tickets/{reference}/partners', { path, body: { partner: id } })))
    emit('close', true)
}
</script>

<template>
  <form
    ref="form"
    class="panel no-print"
    novalidate
    aria-label="Ask a partner desk"
    @submit.prevent="submit"
    @keydown.esc.capture="leaveSlip($event, () => emit('close', false))"
  >
    <KitChoice
      v-if="partners.length > 1"
      v-model="chosen"
      label="Which partner desk"
      :options="options"
      :error="error?.on('partner')"
    />
    <template v-if="partner">
      <p class="small">{{ partner.name }} would be told:</p>
      <p v-if="!isSaid" class="notice">
        Nothing: nobody has chosen yet what is said to them. A lead does, in Design under
        <em>Partner desks</em>.
      </p>
      <SaidLines :lines="partner.lines" :zone="zone" :now="now" />
      <p v-if="isSaid" class="quiet small">{{ later }}</p>
    </template>
    <KitError :error="error" />
    <KitButton kind="main" type="submit" :busy="busy" :disabled="!isSaid">Ask {{ partner?.name }}</KitButton>
    &nbsp;<KitButton kind="plain" @click="emit('close', false)">Leave it</KitButton>
  </form>
</template>

<style scoped>
p {
  margin: 4px 0;
}
</style>
