<script setup lang="ts">
// A password is chosen by a link that came by mail. Opening it does nothing: programs that look through mails do it too.
const props = defineProps<{ token: string; door: string; again: string }>()
const { say, problem, problemOn } = usePortalWords()
const path = { token: props.token }
const { data, error: missing } = await usePageQuery({
  key: ['password-link', props.token],
  query: () => api('GET /api/password/{token}', { path }),
})
const password = ref('')
const kept = usePageState('password-kept', () => false)
const { busy, error, run } = usePageDeed('password-refused')
async function keep() {
  kept.value = Boolean(
    await run(() => api('POST /api/password/{token}', { path, body: { password: password.value } })),
  )
  // No page that is drawn on the server carries it.
  if (import.meta.server) password.value = ''
}
const form = usePageForm({
  id: 'password',
  take: (fields) => void (password.value = String(fields('password')?.[0] ?? password.value)),
  act: keep,
})
useHead({ title: () => say('newPassword.page') })
</script>

<template>
  <div class="door">
    <h1>{{ say('newPassword.title') }}</h1>
    <template v-if="kept">
      <p class="notice good" role="status">{{ say('newPassword.kept') }}</p>
      <p>
        <NuxtLink :to="door">{{ say('door.signIn') }}</NuxtLink>
      </p>
    </template>
    <template v-else-if="missing && !data">
      <KitError :error="problem(missing)" />
      <p>
        <NuxtLink :to="again">{{ say('newPassword.again') }}</NuxtLink>
      </p>
    </template>
    <form v-else-if="data" v-bind="form.attrs" @submit.prevent="form.submit">
      <p>{{ say('newPassword.for', { name: data.name, mail: data.mail }) }}</p>
      <KitText
        v-model="password"
        name="password"
        type="password"
        autocomplete="new-password"
        :label="say('newPassword.label')"
        :help="say('newPassword.help')"
        :error="problemOn(error, 'password')"
      />
      <KitError :error="error && problem(error)" />
      <KitButton kind="main" :busy="busy" v-bind="form.button('keep')">
        {{ say(busy ? 'newPassword.keeping' : 'newPassword.keep') }}
      </KitButton>
    </form>
  </div>
</template>

<style scoped>
.door {
  max-width: 380px;
}
</style>
