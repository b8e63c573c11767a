<script setup lang="ts">
import { usePortalOffers } from './usePortalOffers'

// Tells the visitors of portals what is broken.
const emit = defineEmits<{ done: [written: { text: string }]; close: [] }>()
const portals = usePortalOffers()
const typed = reactive({ title: '', body: '', portal: null as string | null })
const { busy, error, run } = useDeed()
async function send() {
  const { title, body, portal } = typed
  const told = { title, body, portals: portal ? [portal] : [] }
  if (await run(() => api('POST /api/notices', { body: told })))
    emit('done', { text: 'The visitors of the portals are told from now on.' })
}
</script>

<template>
  <form class="panel" novalidate @submit.prevent="send" @keydown.esc.stop="emit('close')">
    <KitText v-model="typed.title" label="What is broken" focuses :error="error?.on('title')" />
    <KitLongText
      v-model="typed.body"
      label="What to do meanwhile, and when it is expected to work again"
      :error="error?.on('body')"
    />
    <KitChoice
      v-model="typed.portal"
      label="Shown on"
      placeholder="all portals"
      clears
      :options="portals"
      :error="error?.on('portals')"
    />
    <KitError :error="error" />
    <KitButton kind="main" type="submit" :busy="busy">Tell them</KitButton>
    &nbsp;<KitButton kind="plain" @click="emit('close')">Leave it</KitButton>
  </form>
</template>
