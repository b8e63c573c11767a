<script setup lang="ts">
import Popover from 'primevue/popover'
import { asked } from './asking'
import KitButton from './KitButton.vue'
import { useOverlayHome } from './useOverlayHome'

// Stands once in a layout, and asks what is to be asked: at the button that was pressed.
const slip = ref<InstanceType<typeof Popover>>()
const question = shallowRef(asked.value)
watch(asked, async (now) => {
  if (!now) return slip.value?.hide()
  question.value = now
  await nextTick()
  // The press that asked is still on its way up the page, where pressing elsewhere shuts the slip.
  slip.value?.show({ currentTarget: now.at } as unknown as Event, now.at)
})
/** Left without an answer it is a no, and whoever was asked goes on where they were. */
function left() {
  question.value?.at.focus()
  asked.value?.answer(false)
}
const home = useOverlayHome()
</script>

<template>
  <Popover
    :append-to="home"
    ref="slip"
    class="kit-slip"
    :pt="{ root: { role: 'alertdialog', 'aria-label': question?.says } }"
    @hide="left"
  >
    <p class="says">{{ question?.says }}</p>
    <KitButton kind="danger" @click="question?.answer(true)">{{ question?.verb }}</KitButton>
    &nbsp;<KitButton kind="plain" autofocus @click="question?.answer(false)">Leave it</KitButton>
  </Popover>
</template>

<style scoped>
.says {
  margin: 0 0 0.7rem;
}
</style>
