<script setup lang="ts">
import { aboutRight } from '~~/core/rights'
import { OTHER_PLACES, PLACES, type Place } from './places'

// In place of what somebody's role does not open: which right it would take, and where they may go.
const props = defineProps<{ place: Place }>()
const session = useSession()
const others = computed(() => [...PLACES, ...OTHER_PLACES].filter((one) => !one.may || session.may(one.may)))
const right = computed(() => props.place.may && aboutRight(props.place.may).label)
</script>

<template>
  <article class="shut">
    <h1>{{ place.name }}</h1>
    <p>
      Your role, {{ session.me?.roleName }}, has not the right “{{ right }}”. Whoever puts roles together can
      give it to you.
    </p>
    <p v-if="others.length">
      Here you may go:
      <template v-for="(one, at) in others" :key="one.to"
        ><template v-if="at"> · </template><NuxtLink :to="one.to">{{ one.name }}</NuxtLink></template
      >
    </p>
  </article>
</template>

<style scoped>
.shut {
  padding: 26px 30px;
  max-width: 46em;
}
</style>
