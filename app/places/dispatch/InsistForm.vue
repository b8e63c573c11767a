<script setup lang="ts">
import { timeOfDay } from '~~/core/time'
import { waysOut, type Board, type WayOut } from '~/composables/heldJob'
import type { Wish } from './usePlacing'

// Something speaks against a place: it is chosen otherwise, or somebody says why it stands there all the same.
const props = defineProps<{
  wish: Wish & { conflicts: string[] }
  zone: string
  busy: boolean
  board: Board
  now: number
}>()
const emit = defineEmits<{ send: [why: string]; leave: []; instead: [wish: Wish] }>()
const why = ref('')
const fault = ref('')
const form = ref<HTMLFormElement>()
onMounted(() => form.value?.querySelector('input')?.focus())
function submit() {
  fault.value = why.value.trim() ? '' : 'Say why: it is kept, and shown with it.'
  if (!fault.value) emit('send', why.value.trim())
}
const ways = computed(() => {
  const { held, person, start, takes = held.job.duration } = props.wish
  const job = { ...held, job: { ...held.job, duration: takes } }
  return waysOut(props.board, job, person, start, props.now)
})
function instead({ slot, name }: WayOut) {
  const { conflicts: _, ...wish } = props.wish
  emit('leave')
  emit('instead', { ...wish, person: slot.hand, name, start: slot.start })
}
const at = computed(() => timeOfDay(props.wish.start, props.zone))
</script>

<template>
  <form
    ref="form"
    class="notice bad"
    novalidate
    aria-label="Something speaks against it"
    @submit.prevent="submit"
    @keydown.esc.stop="emit('leave')"
  >
    <p>
      <b>{{ wish.name }}, {{ at }}:</b> {{ wish.conflicts.join('; ') }}.
      <WaysOut :ways="ways" :board="board" :busy="busy" @take="instead" />
    </p>
    <div class="line">
      <KitText v-model="why" label="Why it stands there all the same" :error="fault" />
      <KitButton kind="act" type="submit" :busy="busy">Place it there</KitButton>
      <KitButton kind="plain" @click="emit('leave')">Choose another place</KitButton>
    </div>
  </form>
</template>

<style scoped>
p {
  margin: 0 0 6px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: end;
}
.line > :first-child {
  flex: 1;
  min-width: 220px;
}
</style>
