<script setup lang="ts">
import { momentInWords } from '~~/core/time'

// It is logged: its number and what is promised, to read out to whoever calls.
const props = defineProps<{
  logged: AnswerOf<'POST /api/tickets'>
  who: AnswerOf<'GET /api/intake'>['requester']
}>()
defineEmits<{ another: [] }>()
const request = computed(() => ('request' in props.logged ? props.logged.request : undefined))
const by = (at: number | null) =>
  at ? momentInWords(at, props.who.zone, request.value?.loggedAt ?? at) : 'no time promised'
const sheet = ref<HTMLElement>()
onMounted(() => sheet.value?.focus())
</script>

<template>
  <section ref="sheet" tabindex="-1" aria-label="Logged">
    <p role="status">
      Logged as
      <NuxtLink class="num" :to="`/desk/${logged.reference}`">{{ logged.reference }}</NuxtLink> for
      {{ who.name }}, who gets a confirmation by mail.
    </p>
    <p v-if="request?.held">The desk looks through it first: times are promised once it is sorted.</p>
    <dl v-else-if="request" class="promised" aria-label="To read out">
      <dt>They hear from us by</dt>
      <dd class="num">{{ by(request.respond.due) }}</dd>
      <dt>It is done by</dt>
      <dd class="num">{{ by(request.resolve.due) }}</dd>
    </dl>
    <p v-if="request && !request.held" class="quiet small">As their clocks go: {{ who.zone }}.</p>
    <KitButton kind="main" @click="$emit('another')">Log another</KitButton>
    {{ ' ' }}
    <KitButton kind="plain" @click="navigateTo(`/desk/${logged.reference}`)">Go to the ticket</KitButton>
  </section>
</template>

<style scoped>
section:focus {
  outline: none;
}
.promised {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 0 24px;
  max-width: 460px;
  margin: 8px 0;
}
dt,
dd {
  margin: 0;
  padding: 4px 0;
  border-bottom: 1px dotted var(--rule);
}
dd {
  font-weight: 600;
}
</style>
