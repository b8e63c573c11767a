<script setup lang="ts">
import type { useRequest } from './useRequest'

// When somebody comes: it suits, is moved to another time that is free, or nobody needs to come.
const props = defineProps<{ request: ReturnType<typeof useRequest>; zone: string }>()
const { page, busy, visiting } = props.request
const { say, moment } = usePortalWords()
const visits = computed(() => page.value?.visits ?? [])
const when = (at: number) => moment(at, props.zone, page.value!.loggedAt)
</script>

<template>
  <section v-if="visits.length" aria-labelledby="visits">
    <h2 id="visits">{{ say('visit.title') }}</h2>
    <form v-bind="visiting.attrs" @submit.prevent="visiting.submit">
      <div v-for="one in visits" :key="one.job" class="visit">
        <p>
          <b>{{ say('visit.at', { time: when(one.from), name: one.name }) }}</b>
          <span class="quiet">&nbsp;({{ zone }})</span>
        </p>
        <p v-if="one.begun" role="status">{{ say('visit.began') }}</p>
        <template v-else>
          <p v-if="one.suits || one.declined" role="status">
            {{ say(one.suits ? 'visit.suited' : 'visit.declined') }}
          </p>
          <p class="presses">
            <KitButton
              v-if="!one.suits"
              kind="main"
              :busy="busy"
              v-bind="visiting.button(`suits ${one.job}`)"
              >{{ say('visit.suits') }}</KitButton
            >
            <KitButton kind="plain" :busy="busy" v-bind="visiting.button(`off ${one.job}`)">{{
              say('visit.off')
            }}</KitButton>
          </p>
          <p class="quiet">{{ say(one.others.length ? 'visit.others' : 'visit.noOther') }}</p>
          <p v-if="one.others.length" class="presses">
            <KitButton
              v-for="other in one.others"
              :key="other.from"
              kind="act"
              :busy="busy"
              v-bind="visiting.button(`other ${one.job} ${other.from}`)"
              >{{ when(other.from) }}</KitButton
            >
          </p>
        </template>
      </div>
    </form>
  </section>
</template>

<style scoped>
.visit {
  border-left: 3px solid var(--sea);
  padding: 2px 12px;
  margin: 6px 0;
}
p {
  margin: 4px 0;
}
.presses {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
