<script setup lang="ts">
import type { ResortField } from '~~/core/ticket'
import type { Ticket } from '~/composables/useTickets'

// Sorts a ticket otherwise than triage did: one value at a time; promises that depend on it change with it.
const props = defineProps<{ ticket: Ticket }>()
const emit = defineEmits<{ done: []; close: [] }>()

const FIELDS: Record<ResortField, string> = {
  priority: 'Priority',
  category: 'Category',
  impact: 'Impact',
  urgency: 'Urgency',
  queue: 'Queue',
  team: 'Team',
}
const field = ref<ResortField>('priority')
const value = ref('')
watch(field, (name) => (value.value = props.ticket.sorted[name]), { immediate: true })
const isSame = computed(() => value.value === props.ticket.sorted[field.value])
const { busy, error, run } = useDeed()
const form = ref<HTMLFormElement>()
onMounted(() => form.value?.querySelector('select')?.focus())

async function submit() {
  const body = { field: field.value, value: value.value, from: props.ticket.sorted[field.value] }
  if (
    await run(() =>
      api('POST /api/tickets/{reference}/sort', { path: { reference: props.ticket.reference }, body }),
    )
  )
    emit('done')
}
</script>

<template>
  <form
    ref="form"
    class="panel no-print"
    aria-label="Sort it otherwise"
    @submit.prevent="submit"
    @keydown.esc.stop="emit('close')"
  >
    <label for="sort-field">Set</label>
    <select id="sort-field" v-model="field">
      <option v-for="(name, id) in FIELDS" :key="id" :value="id">{{ name }}</option>
    </select>
    <label for="sort-value">to</label>
    <select id="sort-value" v-model="value">
      <option v-for="one in ticket.choices[field]" :key="one.value" :value="one.value">
        {{ one.label }}
      </option>
    </select>
    <button class="act main" type="submit" :disabled="busy || isSame">
      {{ busy ? 'Writing …' : 'Set it' }}
    </button>
    <button class="act plain" type="button" @click="emit('close')">Leave it</button>
    <span class="quiet small">Promises that depend on it change; time spent stays spent.</span>
    <p v-if="error" class="notice bad" role="alert">
      {{ error.problem.detail }} {{ error.problem.fields?.map((one) => one.message).join(' ') }}
    </p>
  </form>
</template>

<style scoped>
.panel {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
}
select {
  font: inherit;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 4px 6px;
  max-width: 280px;
}
.notice {
  width: 100%;
}
</style>
