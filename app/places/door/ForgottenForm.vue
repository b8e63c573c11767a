<script setup lang="ts">
// Has a link sent by which somebody chooses a new password. Whether the address is known is not told.
defineProps<{ door: string }>()
const { say, problem, problemOn } = usePortalWords()
const mail = usePageState('forgotten-mail', () => '')
const sent = usePageState('forgotten-sent', () => false)
const { busy, error, run } = usePageDeed('forgotten-refused')
async function send() {
  sent.value = Boolean(
    await run(() => api('POST /api/password/forgotten', { body: { mail: mail.value.trim() } })),
  )
}
const form = usePageForm({
  id: 'forgotten',
  take: (fields) => void (mail.value = String(fields('mail')?.[0] ?? mail.value)),
  act: send,
})
useHead({ title: () => say('forgotten.page') })
</script>

<template>
  <div class="door">
    <h1>{{ say('forgotten.title') }}</h1>
    <p v-if="sent" class="notice good" role="status">{{ say('forgotten.sent') }}</p>
    <template v-else>
      <p class="quiet">{{ say('forgotten.then') }}</p>
      <form v-bind="form.attrs" @submit.prevent="form.submit">
        <KitText
          v-model="mail"
          name="mail"
          :label="say('door.mail')"
          type="email"
          autocomplete="username"
          :error="problemOn(error, 'mail')"
        />
        <KitError :error="error && problem(error)" />
        <KitButton kind="main" :busy="busy" v-bind="form.button('send')">
          {{ say(busy ? 'forgotten.sending' : 'forgotten.send') }}
        </KitButton>
      </form>
    </template>
    <p class="small">
      <NuxtLink :to="door">{{ say('forgotten.door') }}</NuxtLink>
    </p>
  </div>
</template>

<style scoped>
.door {
  max-width: 380px;
}
</style>
