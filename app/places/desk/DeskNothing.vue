<script setup lang="ts">
import { capital } from '~~/core/words'
import type { DeskView } from './useDeskView'

// Why a list of the Desk is empty, and what one can do about it.
const props = defineProps<{ desk: DeskView; title: string; ruleName?: string }>()
const route = useRoute()
const { view, search, rule, which } = props.desk
const all = computed(() => ({ path: route.path, query: view.value === 'open' ? {} : { view: view.value } }))
</script>

<template>
  <div class="nothing-open">
    <p v-if="search">
      Nothing in “{{ title }}” fits “{{ search }}”. <NuxtLink :to="all">Show all</NuxtLink> ·
      <NuxtLink :to="{ path: '/find', query: { words: search } }">Look everywhere</NuxtLink>
    </p>
    <p v-else-if="rule">
      {{ ruleName ? `${capital(ruleName)} has` : 'The rule has' }} decided nothing about the tickets of the
      last 90 days. <NuxtLink :to="{ path: route.path, query: {} }">Show all that is open</NuxtLink>
    </p>
    <p v-else-if="which.where">No ticket is as this view asks. <NuxtLink :to="all">Show all</NuxtLink></p>
    <p v-else-if="view === 'over'">No promise is overdrawn.</p>
    <p v-else-if="view === 'mine'">
      Nothing is yours just now.
      <NuxtLink :to="{ path: '/desk', query: { view: 'unassigned' } }">See what nobody has</NuxtLink>
    </p>
    <p v-else>No tickets here. They come in by the portals, or by <code>POST /api/tickets</code>.</p>
  </div>
</template>
