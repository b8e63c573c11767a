<script setup lang="ts">
import { OTHER_PLACES, PLACES, type Place } from './places'

// The places of the desk that somebody may enter; what is needed now and then is under the last of them.
const route = useRoute()

const session = useSession()
const isOpen = ({ may }: Place) => !may || session.may(may)
const places = computed(() => PLACES.filter(isOpen))
const others = computed(() =>
  OTHER_PLACES.filter(isOpen).map(({ to, name, note }) => ({ to, label: name, note })),
)
/** A place is there with all that lies below it. */
const here = (to: string) => route.path.startsWith(to.split('/').slice(0, 2).join('/'))
/** Where there is no room for all of them they stand in one list; none is out of sight there. */
const narrow = useNarrow()
const all = computed(() => [
  ...places.value.map(({ to, name }) => ({ to, label: name, note: '' })),
  ...others.value,
])
const placeHere = computed(() => elsewhere.value?.label ?? places.value.find(({ to }) => here(to))?.name)
const elsewhere = computed(
  () =>
    others.value.find((one) => route.path.startsWith(one.to)) ?? others.value.findLast((one) => here(one.to)),
)
</script>

<template>
  <nav v-if="narrow" aria-label="Places" class="places">
    <span class="more on">
      <KitMenu :acts="all" kind="quiet" :label="`Places, now ${placeHere ?? 'none of them'}`"
        >{{ placeHere ?? 'Places' }} …</KitMenu
      >
    </span>
  </nav>
  <nav v-else aria-label="Places" class="places">
    <NuxtLink
      v-for="place in places"
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
</style>
