<script setup lang="ts">
// Whoever got a code read out types it here, at the machine that it is about.
const { say, language } = usePortalWords()
const code = usePageState('assist-code', () => '')
const go = () => {
  const typed = code.value.trim()
  if (typed) return navigateTo(`/assist/${encodeURIComponent(typed)}`)
}
const sheet = usePageForm({
  id: 'assist-code',
  take: (fields) => {
    const [typed] = fields('code') ?? []
    if (typeof typed === 'string') code.value = typed.slice(0, 40)
  },
  act: go,
})
</script>

<template>
  <LinkSheet :title="say('assist.title')" :language="language">
    <form v-bind="sheet.attrs" @submit.prevent="sheet.submit">
      <KitText
        v-model="code"
        name="code"
        :label="say('assist.code')"
        :help="say('assist.codeHelp')"
        autocomplete="off"
        :most="40"
        focuses
      />
      <KitButton kind="main" v-bind="sheet.button('find')">{{ say('assist.find') }}</KitButton>
    </form>
  </LinkSheet>
</template>
