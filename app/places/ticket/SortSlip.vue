<script setup lang="ts">
import type { ResortField } from '~~/core/ticket'
import type { Ticket } from '~/composables/useTickets'

// Sorts a ticket otherwise than triage did: one value at a time; promises that depend on it change with it.
const props = defineProps<{ ticket: Ticket }>()
const emit = defineEmits<{ done: []; close: []; stale: [] }>()
const NAMES: Record<ResortField, string> = {
  priority: 'Priority',
  category: 'Category',
  impact: 'Impact',
  urgency: 'Urgency',
  queue: 'Queue',
  team: 'Team',
}
const fields = (Object.keys(NAMES) as ResortField[]).map((value) => ({ value, label: NAMES[value] }))
const field = ref<ResortField | null>('priority')
const value = ref<string | null>(null)
const sorted = computed(() => (field.value ? props.ticket.sorted[field.value] : null))
watch(field, () => (value.value = sorted.value), { immediate: true })
const { busy, error, run } = useDeed(() => emit('stale'))
const form = ref<HTMLFormElement>()
onMounted(() => form.value?.querySelector<HTMLElement>('[role=combobox]')?.focus())

async function submit() {
  if (!field.value || !value.value) return
  const body = { field: field.value, value: value.value, from: props.ticket.sorted[field.value] }
  const path = { reference: props.ticket.reference }
  if (await run(() => api('POST /api/tickets/{reference}/sort', { path, body }))) emit('done')
}
</script>

<template>
  <form
    ref="form"
    class="panel no-print"
    aria-label="Sort it otherwise"
    @submit.prevent="submit"
    @keydown.esc.capture="leaveSlip($event, () => emit('close'))"
  >
    <div class="line">
      <KitChoice v-model="field" label="Set" :options="fields" />
      <KitChoice
        v-model="value"
        label="to"
        :options="field ? ticket.choices[field] : []"
        :error="error?.on('value')"
      />
    </div>
    <KitError :error="error" />
    <KitButton kind="main" type="submit" :busy="busy" :disabled="value === sorted || !value">
      {{ busy ? 'Writing …' : 'Set it' }}
    </KitButton>
    &nbsp;<KitButton kind="plain" @click="emit('close')">Leave it</KitButton>
    <span class="quiet small">&nbsp; Promises that depend on it change; time spent stays spent.</span>
  </form>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
}
</style>
