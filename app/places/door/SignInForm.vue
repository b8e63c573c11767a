<script setup lang="ts">
const props = defineProps<{ portal?: string; home: string; by?: 'mail' | 'shortName' }>()
const session = useSession()
const { say, problem, problemOn } = usePortalWords()
const route = useRoute()
const mail = ref('')
const password = ref('')
const error = ref<ApiError>()
const busy = ref(false)

async function submit() {
  busy.value = true
  error.value = undefined
  try {
    await session.signIn(mail.value.trim(), password.value, props.portal)
    const back = String(route.query.back ?? '')
    // Only an address of our own is gone back to.
    await navigateTo(back.startsWith('/') && !back.startsWith('//') ? back : props.home)
  } catch (thrown) {
    error.value = asApiError(thrown)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <form novalidate @submit.prevent="submit">
    <div class="field">
      <label for="mail">{{ say(by === 'shortName' ? 'door.shortName' : 'door.mail') }}</label>
      <InputText
        id="mail"
        v-model="mail"
        :type="by === 'shortName' ? 'text' : 'email'"
        autocomplete="username"
        :invalid="Boolean(error?.on('mail'))"
        aria-describedby="mail-error"
      />
      <p id="mail-error" class="error-text">{{ problemOn(error, 'mail') }}</p>
    </div>
    <div class="field">
      <label for="password">{{ say('door.password') }}</label>
      <InputText
        id="password"
        v-model="password"
        type="password"
        autocomplete="current-password"
        :invalid="Boolean(error)"
        aria-describedby="password-error"
      />
      <p id="password-error" class="error-text">{{ problemOn(error, 'password') }}</p>
    </div>
    <p v-if="error" class="notice bad" role="alert">{{ problem(error) }}</p>
    <button class="act main" type="submit" :disabled="busy">
      {{ say(busy ? 'door.signingIn' : 'door.signIn') }}
    </button>
  </form>
</template>
