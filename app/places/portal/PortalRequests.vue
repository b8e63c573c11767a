<script setup lang="ts">
import type { RequestSummary } from '~/composables/useRequests'

// Everything that whoever reads it has asked for.
defineProps<{ portal: string }>()
const session = useSession()
const { say, problem, language } = usePortalWords()
const zone = computed(() => session.me?.zone ?? 'Europe/London')
const { data: requests, error } = await usePageQuery({
  key: ['requests'],
  query: () => api('GET /api/requests'),
})
useHead({ title: () => say('portal.mine') })
const stands = (one: RequestSummary) => promiseInWords(one, zone.value, language.value)
</script>

<template>
  <div>
    <h1>{{ say('portal.mine') }}</h1>
    <KitError v-if="error && !requests" :error="problem(error)" />
    <p v-else-if="requests?.length === 0">
      {{ say('mine.none') }} <NuxtLink :to="`/portal/${portal}`">{{ say('index.need') }}</NuxtLink>
    </p>
    <LedgerTable
      v-else
      :heads="[
        { label: say('mine.number'), figures: true },
        { label: say('mine.what') },
        { label: say('mine.stands') },
      ]"
    >
      <tr v-for="one in requests" :key="one.reference">
        <td class="n">{{ one.reference }}</td>
        <td>
          <NuxtLink :to="`/portal/${portal}/requests/${one.reference}`">{{ one.summary }}</NuxtLink>
        </td>
        <td>{{ stands(one) }}</td>
      </tr>
    </LedgerTable>
  </div>
</template>

<style scoped>
h1 {
  font-size: 1.9rem;
  margin-bottom: 12px;
}
td {
  padding-top: 8px;
  padding-bottom: 8px;
}
</style>
