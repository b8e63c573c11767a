<script setup lang="ts">
const props = defineProps<{ portal?: string; home: string; by?: 'mail' | 'shortName' }>()
const session = useSession()
const { say, problem, problemOn } = usePortalWords()
const route = useRoute()
const mail = ref('')
const password = ref('')
const { busy, error, run } = useDeed()

async function submit() {
  await run(async () => {
    await session.signIn(mail.value.trim(), password.value, props.portal)
    const back = String(route.query.back ?? '')
    // Only an address of our own is gone back to.
    await navigateTo(back.startsWith('/') && !back.startsWith('//') ? back : props.home)
  })
}
</script>

<template>
  <form novalidate @submit.prevent="submit">
    <KitText
      v-model="mail"
      :label="say(by === 'shortName' ? 'door.shortName' : 'door.mail')"
      :type="by === 'shortName' ? 'text' : 'email'"
      autocomplete="username"
      :error="problemOn(error, 'mail')"
    />
    <KitText
      v-model="password"
      :label="say('door.password')"
      type="password"
      autocomplete="current-password"
      :error="problemOn(error, 'password')"
    />
    <KitError :error="error && problem(error)" />
    <KitButton kind="main" type="submit" :busy="busy">
      {{ say(busy ? 'door.signingIn' : 'door.signIn') }}
    </KitButton>
  </form>
</template>
