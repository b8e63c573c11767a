<script setup lang="ts">
// The places of the desk; what is needed now and then is under the last of them.
const route = useRoute()

const PLACES = [
  { to: '/arrivals', name: 'Arrivals' },
  { to: '/desk', name: 'Desk' },
  { to: '/bench', name: 'Bench' },
  { to: '/deadlines', name: 'Deadlines' },
  { to: '/design', name: 'Design' },
  { to: '/knowledge', name: 'Knowledge' },
]
const others = computed(() => [
  { to: '/messages', label: 'Messages', note: 'everything that went or will go' },
  { to: '/directory/rota', label: 'Rota', note: 'who is on call' },
  {
    to: '/directory',
    label: 'People and places',
    note: 'teams, sites, agreements, equipment',
  },
  { to: '/standins/mailbox', label: 'Stand-ins', note: 'mailbox, chat room, pagers, monitor' },
])
/** A place is there with all that lies below it. */
const here = (to: string) => route.path.startsWith(to.split('/').slice(0, 2).join('/'))
const elsewhere = computed(
  () =>
    others.value.find((one) => route.path.startsWith(one.to)) ?? others.value.findLast((one) => here(one.to)),
)
</script>

<template>
  <nav aria-label="Places" class="places">
    <NuxtLink
      v-for="place in PLACES"
      :key="place.to"
      :to="place.to"
      :class="{ on: here(place.to) }"
      :aria-current="here(place.to) ? 'page' : undefined"
      >{{ place.name }}</NuxtLink
    >
    <span class="more" :class="{ on: elsewhere }">
      <KitMenu :acts="others" kind="quiet">{{ elsewhere?.label ?? 'More' }} …</KitMenu>
    </span>
  </nav>
</template>

<style scoped>
.places {
  display: flex;
  gap: 2px;
}
.places > * {
  white-space: nowrap;
  padding: 0 9px;
  line-height: 43px;
  color: var(--ink-2);
  text-decoration: none;
  position: relative;
}
.more :deep(.kit-button) {
  line-height: 43px;
}
.places .on {
  color: var(--ink);
  font-weight: 650;
}
.more.on :deep(.kit-button) {
  font-weight: 650;
}
.places .on::after {
  content: '';
  position: absolute;
  left: 9px;
  right: 9px;
  bottom: -3px;
  height: 9px;
  background: var(--sea);
  clip-path: polygon(0 0, 100% 0, 100% 100%, 50% 55%, 0 100%);
}
@media (max-width: 900px) {
  .places > * {
    padding: 0 6px;
  }
}
@media (max-width: 640px) {
  .places {
    flex: 1;
    overflow-x: auto;
  }
}
</style>
