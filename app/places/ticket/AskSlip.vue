<script setup lang="ts">
import type { FieldValue } from '~~/core/fields'
import { hadBy, type Ticket } from '~/composables/useTickets'
import type { TicketAct } from './useTicketActs'

// What an act asks before it is done: what a gate or a move wants to know. What was typed stays through errors, reloads
// and when it is left.
const props = defineProps<{
  ticket: Ticket
  act: TicketAct
  zone: string
  /** What was taken over from elsewhere; what somebody has typed before stays. */
  given?: Readonly<Record<string, FieldValue>>
}>()
const emit = defineEmits<{ done: []; close: []; stale: [] }>()
const kept = reactive({ fields: {} as Record<string, FieldValue | null> })
const { forget } = useKeptForm(`yare-draft-${props.ticket.reference}-${props.act.id}`, kept)
kept.fields = { ...props.given, ...kept.fields }
const { busy, error, run } = useDeed(() => emit('stale'))
const name = computed(() => props.act.name.replace(/ …$/, ''))
const form = ref<HTMLFormElement>()
onMounted(async () => {
  await nextTick()
  const first = form.value?.querySelector<HTMLElement>('textarea')
  ;(first ?? form.value?.querySelector<HTMLElement>('input, [role=combobox]'))?.focus()
})
/** The status in which it was opened: what fits one need not fit another. */
const from = props.ticket.statusId
const movedOn = computed(() => props.ticket.statusId !== from)
/** The status that was told when it was pressed. */
const told = ref(from)
async function submit() {
  if (told.value !== props.ticket.statusId) return void (told.value = props.ticket.statusId)
  if (busy.value || !(await run(async () => (await props.act.run(kept.fields), true)))) return
  forget()
  emit('done')
}
</script>

<template>
  <form
    ref="form"
    class="panel no-print"
    novalidate
    :aria-label="name"
    @submit.prevent="submit"
    @keydown.esc.capture="leaveSlip($event, () => emit('close'))"
    @keydown.ctrl.enter.prevent="submit"
  >
    <AskedFields
      v-model="kept.fields"
      :asked="[...(act.asks ?? [])]"
      :error="error"
      :zone="zone"
      :had="hadBy(ticket)"
      prefix="ask"
    />
    <p v-if="movedOn" class="notice" role="alert">
      The ticket is “{{ ticket.status }}” by now{{
        told === ticket.statusId ? ': press once more if it still holds.' : '.'
      }}
    </p>
    <KitError :error="error" />
    <KitButton kind="main" type="submit" :busy="busy">{{ busy ? 'Doing it …' : name }}</KitButton>
    &nbsp;<KitButton kind="plain" @click="emit('close')">Leave it</KitButton>
  </form>
</template>
