<script setup lang="ts">
import type { ClockList } from '~/composables/useTickets'
import { BANDS, FILTERS, useDeadlineOffers, type Filter, type useDeadlineFilters } from './useDeadlines'

// What narrows the Deadlines down: the band, and whose or what they are.
const props = defineProps<{
  filters: ReturnType<typeof useDeadlineFilters>
  bands?: ClockList['bands']
  total: number
}>()
const choose = useAddress()
const offers = useDeadlineOffers()
const words = ref(props.filters.search.value ?? '')
watch(props.filters.search, (now) => (words.value = now ?? ''))
const optionsOf = (name: Filter) => offers.data.value?.[name] ?? []
</script>

<template>
  <div class="tools">
    <span class="bands" role="group" aria-label="Band">
      <KitButton
        kind="plain"
        :aria-pressed="filters.band.value === undefined"
        @click="choose('band', undefined)"
      >
        All <span class="num">{{ total }}</span>
      </KitButton>
      <KitButton
        v-for="(name, id) in BANDS"
        :key="id"
        kind="plain"
        :class="id"
        :aria-pressed="filters.band.value === id"
        @click="choose('band', id)"
      >
        <BandMark :band="id" /> {{ name }} <span class="num">{{ bands?.[id] ?? 0 }}</span>
      </KitButton>
    </span>
    <KitChoice
      v-for="name in FILTERS"
      :key="name"
      bare
      class="filter"
      :class="{ set: filters.chosen.value[name] }"
      :label="`Only this ${name}`"
      :model-value="filters.chosen.value[name] ?? null"
      :placeholder="`any ${name}`"
      clears
      :options="optionsOf(name)"
      @update:model-value="choose(name, $event ?? '')"
    />
    <KitText
      v-model="words"
      bare
      class="find"
      type="search"
      label="Find a ticket here"
      placeholder="Find here"
      @enter="choose('find', words.trim())"
    />
    <NuxtLink v-if="filters.isFiltered.value" to="/deadlines" class="small" @click="words = ''"
      >Show all</NuxtLink
    >
    <KitError :error="offers.error.value" tries-again @again="offers.refetch()" />
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: center;
  padding: 4px 18px 10px;
}
.bands {
  display: flex;
  flex-wrap: wrap;
  margin-right: 6px;
}
.bands > * {
  border-radius: 0;
  border-left-width: 0;
  font-weight: 400;
}
.bands > :first-child {
  border-left-width: 1px;
}
.bands > [aria-pressed='true'] {
  background: var(--sea-2);
  color: var(--ink);
  box-shadow: inset 0 -3px 0 var(--sea);
}
.bands > .over {
  color: var(--red);
}
.bands > .close {
  color: var(--brass);
}
.filter :deep(.p-select) {
  max-width: 160px;
}
.filter :deep(.p-select-label) {
  width: auto;
  padding-right: 0;
}
.filter :deep(.p-select-dropdown) {
  width: 1.9rem;
}
.filter.set :deep(.p-select) {
  border-color: var(--sea);
  background: var(--sea-2);
}
.find :deep(input) {
  width: 104px;
}
</style>
