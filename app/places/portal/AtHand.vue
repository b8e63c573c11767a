<script setup lang="ts">
// Something that can be asked for is kept at hand, so that it stands first at its portal.
const props = defineProps<{ portal: string; item: string; on: boolean }>()
const { say, problem } = usePortalWords()
const cache = useQueryCache()
const isOn = usePageState(`at-hand-${props.portal}-${props.item}`, () => props.on)
const { busy, error, run } = usePageDeed(`at-hand-${props.item}-refused`)
async function turn() {
  const body = { item: props.item, on: !isOn.value }
  const now = await run(() =>
    api('POST /api/portals/{portal}/at-hand', { path: { portal: props.portal }, body }),
  )
  if (!now) return
  isOn.value = now.on
  if (import.meta.client) await cache.invalidateQueries({ key: ['portals', props.portal] })
}
const form = usePageForm({ id: 'at-hand', act: turn })
</script>

<template>
  <form v-bind="form.attrs" @submit.prevent="form.submit">
    <KitButton kind="link" :busy="busy" :aria-pressed="isOn" v-bind="form.button('turn')">
      {{ say(isOn ? 'ask.notAtHand' : 'ask.keepAtHand') }}
    </KitButton>
    <KitError :error="error && problem(error)" />
  </form>
</template>

<style scoped>
form {
  margin-bottom: 14px;
}
</style>
