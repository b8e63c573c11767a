<script setup lang="ts">
useHead({ title: 'First visit · Yare Ledger' })
const session = useSession()
const form = reactive({ desk: '', zone: 'Europe/London', name: '', mail: '', password: '' })
const error = ref<ApiError>()
const busy = ref(false)
onMounted(() => (form.zone = Intl.DateTimeFormat().resolvedOptions().timeZone))

const FIELDS = [
  { name: 'desk', label: 'Name of the desk', type: 'text', help: 'As requesters will read it.' },
  { name: 'zone', label: 'Time zone of the desk', type: 'text', help: 'Like Europe/London.' },
  { name: 'name', label: 'Your name', type: 'text', help: '' },
  { name: 'mail', label: 'Your mail address', type: 'email', help: 'You sign in with it.' },
  { name: 'password', label: 'Your password', type: 'password', help: 'At least 12 characters.' },
] as const

async function submit() {
  busy.value = true
  error.value = undefined
  try {
    await api('POST /api/setup', { body: { ...form } })
    await session.signIn(form.mail, form.password)
    await navigateTo('/desk')
  } catch (thrown) {
    error.value = asApiError(thrown)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main class="door">
    <h1>Your desk begins here</h1>
    <p>
      This makes you the administrator and lays out a small first design: one request form, one team, promises
      in office hours. Everything can be changed in Design afterwards.
    </p>
    <form novalidate @submit.prevent="submit">
      <div v-for="field in FIELDS" :key="field.name" class="field">
        <label :for="field.name">{{ field.label }}</label>
        <p v-if="field.help" class="help">{{ field.help }}</p>
        <InputText
          :id="field.name"
          v-model="form[field.name]"
          :type="field.type"
          :invalid="Boolean(error?.on(field.name))"
          :aria-describedby="`${field.name}-error`"
        />
        <p :id="`${field.name}-error`" class="error-text">{{ error?.on(field.name) }}</p>
      </div>
      <p v-if="error" class="notice bad" role="alert">{{ error.problem.detail }}</p>
      <button class="act main" type="submit" :disabled="busy">
        {{ busy ? 'Setting up …' : 'Open the desk' }}
      </button>
    </form>
  </main>
</template>

<style scoped>
.door {
  max-width: 460px;
  margin: 8vh auto;
  padding: 0 18px;
}
</style>
