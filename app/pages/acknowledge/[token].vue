<script setup lang="ts">
import { weekdayAndTime } from '~~/core/time'

// The link of a message: who opens it says with one press that they have it. Opening it alone does nothing, since
// programs that look through mails open links too.
useHead({ title: 'I have it · Yare Ledger' })
const route = useRoute()
type Page = AnswerOf<'GET /api/acknowledgements/{token}'>
const path = { token: String(route.params.token) }
const page = ref<Page>()
const deed = useDeed(() => void load())
const problem = ref('')
const done = ref(false)
async function load() {
  try {
    page.value = await api('GET /api/acknowledgements/{token}', { path })
  } catch (error) {
    problem.value = asApiError(error).problem.detail
  }
}
await load()
async function say() {
  done.value = Boolean(await deed.run(() => api('POST /api/acknowledgements/{token}', { path })))
  if (done.value) await load()
}
</script>

<template>
  <main class="counter">
    <p class="mark"><i>Yare</i> Ledger</p>
    <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
    <template v-if="page">
      <h1>{{ page.subject }}</h1>
      <p v-if="done" class="notice good" role="status">
        Thank you, {{ page.person }}. It is known that you have it; nobody else is called for it.
      </p>
      <p v-else-if="page.by && page.at" class="notice">
        {{ page.by }} has it since {{ weekdayAndTime(page.at, page.zone) }} ({{ page.zone }}).
      </p>
      <p v-else-if="page.acknowledged" class="notice">This was said before.</p>
      <template v-else>
        <p>Say that you have it, {{ page.person }}, and nobody else is called.</p>
        <p v-if="deed.error.value" class="notice bad" role="alert">{{ deed.error.value.problem.detail }}</p>
        <button class="act main" type="button" :disabled="deed.busy.value" @click="say">I have it</button>
      </template>
      <p>
        <NuxtLink :to="`/desk/${page.reference}`">To ticket {{ page.reference }}</NuxtLink>
      </p>
    </template>
  </main>
</template>

<style scoped>
.counter {
  max-width: 560px;
  margin: 8vh auto;
  padding: 0 20px;
}
.mark {
  font: 1.1rem var(--serif);
}
h1 {
  overflow-wrap: anywhere;
}
</style>
