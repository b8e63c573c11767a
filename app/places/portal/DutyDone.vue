<script setup lang="ts">
// A task of whoever reads it, which they tick as done. It works without a script.
const props = defineProps<{
  /** By which the form is known on its page. */
  id: string
  label: string
  act: () => Promise<unknown>
}>()
const emit = defineEmits<{ done: [] }>()
const { say, problem } = usePortalWords()
const { busy, error, run } = usePageDeed(`${props.id}-refused`)
const form = usePageForm({
  id: props.id,
  async act() {
    if (await run(async () => (await props.act(), true))) emit('done')
  },
})
</script>

<template>
  <form v-bind="form.attrs" :aria-label="label" @submit.prevent="form.submit">
    <KitError :error="error && problem(error)" />
    <KitButton kind="main" :busy="busy" v-bind="form.button('done')">{{ say('duty.done') }}</KitButton>
  </form>
</template>
