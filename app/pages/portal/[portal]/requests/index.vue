<script setup lang="ts">
definePageMeta({ layout: 'portal', middleware: 'requester' })
const portal = String(useRoute().params.portal)
const session = useSession()
const live = useLive()
const { say, problem, language } = usePortalWords()
const {
  data: requests,
  error,
  refresh,
} = await useAsyncData('all-my-requests', () => api('GET /api/requests'))
live.on((notice) => notice.kind !== 'clock' && void refresh())
useHead({ title: () => say('portal.mine') })
</script>

<template>
  <div>
    <h1>{{ say('portal.mine') }}</h1>
    <p v-if="error" class="notice bad" role="alert">{{ problem(error) }}</p>
    <p v-else-if="requests?.length === 0">
      {{ say('mine.none') }} <NuxtLink :to="`/portal/${portal}`">{{ say('index.need') }}</NuxtLink>
    </p>
    <table v-else class="ledger-table">
      <thead>
        <tr>
          <th class="n">{{ say('mine.number') }}</th>
          <th>{{ say('mine.what') }}</th>
          <th>{{ say('mine.stands') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in requests" :key="one.reference">
          <td class="n">{{ one.reference }}</td>
          <td>
            <NuxtLink :to="`/portal/${portal}/requests/${one.reference}`">{{ one.summary }}</NuxtLink>
          </td>
          <td>{{ promiseInWords(one, session.me?.zone ?? 'Europe/London', language) }}</td>
        </tr>
      </tbody>
    </table>
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
