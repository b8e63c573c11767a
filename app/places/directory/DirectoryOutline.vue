<script setup lang="ts">
import { KINDS, type ListName } from '~~/core/directory'
import { addressOfThing, aKindOf, useLists } from './useThings'

// What the desk consists of, list by list; one of them is open.
defineProps<{ list?: ListName; opened?: string }>()
const session = useSession()
const lists = useLists()
const narrow = useNarrow()
const GROUPS: { name: string; lists: ListName[] }[] = [
  { name: 'For whom the desk works', lists: ['organisations', 'sites', 'people', 'agreements', 'equipment'] },
  { name: 'Who works', lists: ['teams', 'queues', 'desks', 'roles'] },
  { name: 'Words that are chosen from', lists: ['skills', 'covers', 'agreement-types', 'equipment-types'] },
]
const countOf = (name: ListName) => lists.data.value?.lists.find((one) => one.list === name)?.count
</script>

<template>
  <nav aria-label="The directory">
    <h1>People and places</h1>
    <OpeningList v-if="session.may('changeDirectory')" />
    <KitError :error="lists.error.value" tries-again @again="lists.refetch()" />
    <section v-for="group in GROUPS" :key="group.name" :aria-label="group.name">
      <p class="group quiet small">{{ group.name }}</p>
      <div v-for="name in group.lists" :key="name" class="list">
        <h2 :class="{ on: list === name }">
          <NuxtLink :to="list === name ? '/directory' : addressOfThing(name)" :aria-expanded="list === name"
            ><span class="sign" aria-hidden="true">{{ list === name ? '▾' : '▸' }}</span
            >{{ KINDS[name].title }}</NuxtLink
          >
          <span class="num count">{{ countOf(name)?.toLocaleString('en-GB') }}</span>
          <NuxtLink
            v-if="session.mayAdd(name)"
            class="add"
            :to="{ path: addressOfThing(name), query: { new: '1' } }"
            :aria-label="`Add ${aKindOf(name)}`"
            >Add</NuxtLink
          >
        </h2>
        <OutlineList v-if="list === name" :list="name" :opened="opened" />
      </div>
    </section>
    <section aria-label="On call">
      <p class="group quiet small">On call</p>
      <h2>
        <NuxtLink to="/directory/rota"><span class="sign" aria-hidden="true">▸</span>Rota</NuxtLink>
      </h2>
      <p v-if="narrow && session.may('changeDirectory')" class="small">
        <NuxtLink to="/directory?about=1">Who changed what …</NuxtLink>
      </p>
    </section>
  </nav>
</template>

<style scoped>
.group {
  margin: 14px 0 0;
}
h2 {
  display: flex;
  gap: 10px;
  align-items: baseline;
  margin: 0;
  padding: 4px 0;
  border-bottom: 1px solid var(--rule-2);
  font-size: 1.02rem;
}
h2 a {
  color: inherit;
  text-decoration: none;
  flex: 1;
}
h2 a:hover {
  text-decoration: underline;
}
h2 .add {
  flex: none;
  color: var(--sea);
  font-family: var(--sans);
  font-weight: 400;
  font-size: 0.93rem;
  text-decoration: underline;
}
.count {
  font-weight: 400;
  min-width: 4em;
  text-align: right;
}
.sign {
  display: inline-block;
  width: 1.3em;
  color: var(--sea);
}
</style>
