<script setup lang="ts">
import { ask } from '~/kit/asking'
import { toast } from '~/kit/toast'

// The address at which a calendar program reads my fixed times.
const feed = useQuery({
  key: ['myCalendar'],
  query: ({ signal }) => api('GET /api/my/calendar', { signal }),
})
const has = computed(() => feed.data.value?.has === true)
const { busy, error, run } = useDeed()
const address = ref('')
async function make(event: MouseEvent) {
  const at = event.currentTarget as HTMLElement
  const says = 'The address before this one ends: where it is read, give the new one.'
  if (has.value && !(await ask({ at, says, verb: 'Make another' }))) return
  const made = await run(() => api('POST /api/my/calendar'))
  if (!made) return
  address.value = made.address
  await feed.refetch()
}
async function end() {
  if (!(await run(() => api('DELETE /api/my/calendar')))) return
  address.value = ''
  toast('Nothing is read at that address any more.')
  await feed.refetch()
}
</script>

<template>
  <section aria-labelledby="calendar">
    <h2 id="calendar">Your fixed times in another calendar</h2>
    <p class="quiet">
      A calendar program that is given this address shows your fixed times, with where they are. Whoever has
      it reads them too.
    </p>
    <p v-if="address" class="notice good" role="status">
      <code class="address">{{ address }}</code>
    </p>
    <p v-else-if="has">An address of yours is read. It was shown when it was made.</p>
    <KitError :error="error ?? feed.error.value" />
    <KitButton kind="act" :busy="busy" @click="make">{{
      has ? 'Make another …' : 'Make an address'
    }}</KitButton>
    &nbsp;<KitButton v-if="has" kind="plain" :disabled="busy" @click="end">End it</KitButton>
  </section>
</template>

<style scoped>
h2 {
  border-bottom: 1px solid var(--rule-2);
  margin: 20px 0 8px;
}
.address {
  overflow-wrap: anywhere;
  user-select: all;
}
</style>
