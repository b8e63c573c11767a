<script setup lang="ts">
import { droppedTicket, isTicket } from '~/composables/carriedJob'

// A ticket comes to be placed: by its number, or as a row of any list, of this window or another, that is dropped here.
const emit = defineEmits<{ brought: [job: { reference: number; id: number; day: string | null }] }>()
const open = ref(false)
const number = ref('')
const over = ref(false)
const field = ref<HTMLElement>()
const { busy, error, run } = useDeed()

async function bring(reference: number) {
  const done = await run(() =>
    api('POST /api/tickets/{reference}/jobs', { path: { reference }, body: { once: true } }),
  )
  if (!done) return
  ;[open.value, number.value] = [false, '']
  emit('brought', { reference, ...done })
}
function submit() {
  const reference = Number(number.value.trim())
  if (Number.isInteger(reference) && reference > 0) void bring(reference)
}
function drop(event: DragEvent) {
  over.value = false
  const reference = droppedTicket(event)
  if (reference) void bring(reference)
}
async function show() {
  open.value = true
  await nextTick()
  field.value?.querySelector('input')?.focus()
}
defineExpose({ open: show })
</script>

<template>
  <div
    class="bring"
    :class="{ over }"
    @dragover="isTicket($event) && ((over = true), $event.preventDefault())"
    @dragleave="over = false"
    @drop.prevent="drop"
  >
    <KitButton v-if="!open" kind="link" :aria-expanded="open" @click="show">Bring one here …</KitButton>
    <form v-else ref="field" @submit.prevent="submit" @keydown.esc.stop="open = false">
      <KitText v-model="number" label="Number of a ticket" :error="error?.on('reference')" />
      <KitButton kind="act" type="submit" :busy="busy">Bring it here</KitButton>
      <KitButton kind="plain" @click="open = false">Leave it</KitButton>
    </form>
    <KitError :error="error" />
  </div>
</template>

<style scoped>
.bring {
  padding: 2px 18px 8px;
}
.bring.over {
  outline: 2px dashed var(--sea);
  outline-offset: -4px;
}
form {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: end;
}
</style>
