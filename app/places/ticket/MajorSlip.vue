<script setup lang="ts">
import type { Ticket } from '~/composables/useTickets'

// Declares a major incident: others will belong to it, be told with it, and end with it.
const props = defineProps<{ ticket: Ticket }>()
const emit = defineEmits<{ done: []; close: []; stale: [] }>()
const kept = reactive({ text: '' })
const { forget } = useKeptForm(`yare-draft-${props.ticket.reference}-major`, kept)
const { busy, error, run } = useDeed(() => emit('stale'))
async function submit() {
  const body = { step: 'declare', text: kept.text } as const
  const path = { reference: props.ticket.reference }
  if (!(await run(() => api('POST /api/tickets/{reference}/major', { path, body })))) return
  forget()
  emit('done')
}
</script>

<template>
  <form
    class="panel no-print"
    aria-label="Declare a major incident"
    @submit.prevent="submit"
    @keydown.esc.stop="emit('close')"
    @keydown.ctrl.enter.prevent="submit"
  >
    <KitLongText
      v-model="kept.text"
      focuses
      label="What is broken, and for whom?"
      :error="error?.on('text')"
    />
    <KitError :error="error" />
    <KitButton kind="main" type="submit" :busy="busy">Declare a major incident</KitButton>
    &nbsp;<KitButton kind="plain" @click="emit('close')">Leave it</KitButton>
  </form>
</template>
