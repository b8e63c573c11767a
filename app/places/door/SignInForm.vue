<script setup lang="ts">
const props = defineProps<{ portal?: string; home: string; by?: 'mail' | 'shortName' }>()
const session = useSession()
const { say, problem, problemOn } = usePortalWords()
const route = useRoute()
const mail = usePageState('door-mail', () => '')
const password = ref('')
const { busy, error, run } = usePageDeed('door-refused')

async function submit() {
  await run(async () => {
    await session.signIn(mail.value.trim(), password.value, props.portal)
    const back = String(route.query.back ?? '')
    // Only an address of our own is gone back to.
    const to = back.startsWith('/') && !back.startsWith('//') ? back : props.home
    await navigateTo(to, { redirectCode: 303 })
  })
  // No page that is drawn on the server carries it.
  if (import.meta.server) password.value = ''
}
const form = usePageForm({
  id: 'door',
  take(fields) {
    mail.value = String(fields('mail')?.[0] ?? mail.value)
    password.value = String(fields('password')?.[0] ?? password.value)
  },
  act: submit,
})
</script>

<template>
  <form v-bind="form.attrs" @submit.prevent="form.submit">
    <KitText
      v-model="mail"
      name="mail"
      :label="say(by === 'shortName' ? 'door.shortName' : 'door.mail')"
      :type="by === 'shortName' ? 'text' : 'email'"
      autocomplete="username"
      :error="problemOn(error, 'mail')"
    />
    <KitText
      v-model="password"
      name="password"
      :label="say('door.password')"
      type="password"
      autocomplete="current-password"
      :error="problemOn(error, 'password')"
    />
    <KitError :error="error && problem(error)" />
    <KitButton kind="main" :busy="busy" v-bind="form.button('in')">
      {{ say(busy ? 'door.signingIn' : 'door.signIn') }}
    </KitButton>
    <p class="small">
      <NuxtLink :to="portal ? `/portal/${portal}/forgotten` : '/forgotten'">{{
        say('door.forgotten')
      }}</NuxtLink>
    </p>
  </form>
</template>
