<script setup lang="ts">
import { weekdayAndTime } from '~~/core/time'

// The link of a message: who opens it says with one press that they have it. Opening it alone does nothing, since
// programs that look through mails open links too.
const props = defineProps<{ token: string }>()
const path = { token: props.token }
const {
  data: page,
  error: missing,
  refetch,
} = await usePageQuery({
  key: ['acknowledgement', props.token],
  query: () => api('GET /api/acknowledgements/{token}', { path }),
})
const done = usePageState('acknowledged', () => false)
const { busy, error, run } = usePageDeed('acknowledged-refused')
async function say() {
  const had = await run(() => api('POST /api/acknowledgements/{token}', { path }))
  done.value = Boolean(had)
  // Who was quicker is said as well.
  await refetch()
}
const form = usePageForm({ id: 'have', act: say })
const detailOf = (thrown: unknown) => asApiError(thrown).problem.detail
</script>

<template>
  <main class="counter">
    <p class="mark"><i>Yare</i> Ledger</p>
    <KitError v-if="missing && !page" :error="detailOf(missing)" />
    <template v-if="page">
      <h1>{{ page.subject }}</h1>
      <p v-if="done" class="notice good" role="status">
        Thank you, {{ page.person }}. It is known that you have it; nobody else is called for it.
      </p>
      <p v-else-if="page.by && page.at" class="notice">
        {{ page.by }} has it since {{ weekdayAndTime(page.at, page.zone) }} ({{ page.zone }}).
      </p>
      <p v-else-if="page.acknowledged" class="notice">This was said before.</p>
      <form v-else v-bind="form.attrs" @submit.prevent="form.submit">
        <p>Say that you have it, {{ page.person }}, and nobody else is called.</p>
        <KitError :error="error && detailOf(error)" />
        <KitButton kind="main" :busy="busy" v-bind="form.button('have')">I have it</KitButton>
      </form>
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
