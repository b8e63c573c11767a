<script setup lang="ts">
// What waits for whoever reads it: words on approvals and tasks in plans; `short` is a line that leads to it.
defineProps<{ portal: string; short?: boolean }>()
const session = useSession()
const { say } = usePortalWords()
const zone = computed(() => session.me?.zone ?? 'Europe/London')
const { data } = await usePageQuery({
  key: ['plans', 'mine'],
  query: () => api('GET /api/plans/mine'),
})
const duties = computed(() => data.value?.duties ?? [])
</script>

<template>
  <p v-if="short && duties.length" class="notice">
    <NuxtLink :to="`/portal/${portal}/requests#waits`">{{
      say('duty.line', { count: duties.length })
    }}</NuxtLink>
  </p>
  <section v-else-if="!short && duties.length" id="waits" aria-labelledby="waits-title">
    <h2 id="waits-title">{{ say('duty.title') }}</h2>
    <DutyCard
      v-for="one in duties"
      :key="`${one.reference} ${one.run} ${one.task}`"
      :duty="one"
      :zone="zone"
    />
  </section>
</template>

<style scoped>
h2 {
  font-size: 1.3rem;
}
section {
  margin-bottom: 18px;
}
</style>
