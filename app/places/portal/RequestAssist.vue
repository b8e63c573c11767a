<script setup lang="ts">
import type { useRequest } from './useRequest'

// Somebody of the desk would like to look at one's machine; and what can be read of it afterwards.
const props = defineProps<{ request: ReturnType<typeof useRequest>; zone: string }>()
const { page } = props.request
const { say, moment } = usePortalWords()
const assist = computed(() => page.value?.assist)
const when = (at: number) => moment(at, props.zone, page.value!.loggedAt)
const paper = (id: number, what: 'report' | 'chat') =>
  `/api/tickets/${page.value!.reference}/assists/${id}/papers/${what}`
</script>

<template>
  <section v-if="assist && (assist.asks || assist.past.length)" :aria-label="say('assist.title')">
    <p v-if="assist.asks" class="asks">
      {{ say(assist.asks.agreed ? 'assist.cardOn' : 'assist.card', { host: assist.asks.host }) }}
      <NuxtLink :to="`/assist/${assist.asks.code}`">{{
        say(assist.asks.agreed ? 'assist.backToIt' : 'assist.toIt')
      }}</NuxtLink>
    </p>
    <p v-for="one in assist.past" :key="one.id" class="quiet">
      {{ say('assist.past', { from: when(one.from), to: when(one.to) }) }}
      <template v-for="what in one.shows" :key="what">
        · <a :href="paper(one.id, what)">{{ say(what === 'report' ? 'assist.report' : 'assist.said') }}</a>
      </template>
    </p>
  </section>
</template>

<style scoped>
.asks {
  border-left: 3px solid var(--sea);
  padding: 6px 12px;
}
</style>
