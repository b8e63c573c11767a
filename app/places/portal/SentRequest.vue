<script setup lang="ts">
import type { RequestSummary } from '~/composables/useRequests'

// The desk has a request: its reference, and by when what is done.
const props = defineProps<{ portal: string; request: RequestSummary; zone: string }>()
const { say, moment } = usePortalWords()
const by = (at: number | null) =>
  at ? moment(at, props.zone, props.request.loggedAt) : say('message.noTime')
const sheet = ref<HTMLElement>()
onMounted(() => sheet.value?.focus())
</script>

<template>
  <section ref="sheet" tabindex="-1" aria-labelledby="done">
    <h1 id="done">{{ say('sent.title') }}</h1>
    <p class="reference">
      {{ say('sent.reference') }} <b class="num">{{ request.reference }}</b>
    </p>
    <p v-if="request.held" class="notice good">
      {{ say('sent.held') }}
    </p>
    <dl v-else class="promise">
      <dt>{{ say('sent.answerBy') }}</dt>
      <dd class="num">{{ by(request.respond.due) }}</dd>
      <dt>{{ say('sent.solvedBy') }}</dt>
      <dd class="num">{{ by(request.resolve.due) }}</dd>
    </dl>
    <p v-if="request.reads !== 'own'">{{ say('sent.for', { name: request.requester }) }}</p>
    <p class="quiet">
      <template v-if="!request.held">{{ `${say('sent.zone', { zone })} ` }}</template>{{ say('sent.mail') }}
    </p>
    <p>
      <NuxtLink :to="`/portal/${portal}/requests/${request.reference}`">{{ say('sent.see') }}</NuxtLink> ·
      <NuxtLink :to="`/portal/${portal}`">{{ say('sent.more') }}</NuxtLink>
    </p>
  </section>
</template>

<style scoped>
h1 {
  font-size: 1.9rem;
}
section:focus {
  outline: none;
}
.reference {
  font-size: 1.2rem;
}
.promise {
  display: grid;
  grid-template-columns: 1fr auto;
  max-width: 420px;
  margin: 0 0 1rem;
}
dt,
dd {
  margin: 0;
  padding: 0.3rem 0;
  border-bottom: 1px solid var(--rule);
}
dd {
  font-weight: 600;
  text-align: right;
}
</style>
