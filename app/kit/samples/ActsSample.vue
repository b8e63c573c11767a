<script setup lang="ts">
import { ask } from '../asking'
import { toast } from '../toast'

const done = ref('nothing yet')
const busy = ref(false)
const acts = [
  { label: 'Hand over', note: 'h', run: () => (done.value = 'handed over') },
  { label: 'Go to the Desk', to: '/desk' },
  { label: 'Not now', disabled: true },
  { label: 'Turn away', danger: true, run: () => (done.value = 'turned away') },
]
const slip = ref<{ toggle: (event: Event) => void; hide: () => void }>()
const dialog = ref(false)
async function remove(event: Event) {
  if (!(event.currentTarget instanceof HTMLElement)) return
  const yes = await ask({
    at: event.currentTarget,
    says: 'This takes the calendar “Night watch” out of the draft; three promises count by it.',
    verb: 'Take it out',
  })
  done.value = yes ? 'taken out' : 'left'
}
</script>

<template>
  <section aria-labelledby="acts">
    <h2 id="acts">What is pressed</h2>
    <p class="row">
      <KitButton kind="main">Publish</KitButton>
      <KitButton>Hand over</KitButton>
      <KitButton kind="plain">Leave it</KitButton>
      <KitButton kind="danger">Turn away</KitButton>
      <KitButton keys="r">Reply</KitButton>
      and in a line <KitButton kind="link">put it back</KitButton>
    </p>
    <p class="row">
      <KitButton kind="main" disabled>Publish</KitButton>
      <KitButton disabled>Hand over</KitButton>
      <KitButton kind="plain" disabled>Leave it</KitButton>
      <KitButton :busy="busy" @click="busy = true">{{ busy ? 'Publishing …' : 'Press me' }}</KitButton>
      <KitButton kind="link" disabled>put it back</KitButton>
    </p>
    <p class="row">
      <KitMenu :acts="acts">Moves …</KitMenu>
      <KitSplitButton :acts="acts" more="Other moves" @press="done = 'started'">Start</KitSplitButton>
      <KitSplitButton :acts="acts" kind="main" more="Other ways to finish" @press="done = 'finished'"
        >Finish</KitSplitButton
      >
      <KitButton aria-haspopup="dialog" @click="slip?.toggle($event)">A slip …</KitButton>
      <KitSlip ref="slip" label="Why it is sorted so">
        <p>Row 3 of “Where it goes” decided: the category is Network, and its site is Hallin.</p>
        <KitButton kind="plain" @click="slip?.hide()">Shut</KitButton>
      </KitSlip>
      <KitButton @click="dialog = true">A dialog …</KitButton>
      <KitDialog v-model:shown="dialog" title="Publish edition 4">
        <p>Three tickets get another deadline. Nothing else changes for those that are open.</p>
        <template #foot>
          <KitButton kind="plain" @click="dialog = false">Leave it</KitButton>
          <KitButton kind="main" @click="dialog = false">Publish</KitButton>
        </template>
      </KitDialog>
      <KitButton kind="danger" @click="remove">Take out …</KitButton>
      <KitButton @click="toast('Ticket 48 210 is handed over.', { undo: () => (done = 'taken back') })">
        Say something
      </KitButton>
      <KitButton @click="toast('The desk cannot be reached.', { bad: true })">Say something bad</KitButton>
    </p>
    <p role="status">Done: {{ done }}</p>
  </section>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
</style>
