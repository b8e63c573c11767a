<script setup lang="ts">
import { KINDS, type ListName } from '~~/core/directory'
import { articleAt } from '~/design'
import { addressOfThing } from './useThings'

// Everything that names a thing: in the directory, in Design, on tickets.
const props = defineProps<{
  list: ListName
  id: string
  uses: AnswerOf<'GET /api/directory/{list}/{id}/uses'>
}>()
const AS: Record<string, string> = {
  organisation: 'from there',
  site: 'from there',
  team: 'with them',
  queue: 'in it',
  technician: 'with this person',
  requester: 'asked for by this person',
}
const isNothing = computed(
  () => !props.uses.directory.length && !props.uses.design.length && !props.uses.tickets.length,
)
/** Places of one article are one link, to the first of them. */
const places = computed(() => {
  const found = new Map<string, { place: string; name: string; count: number }>()
  for (const { place } of props.uses.design) {
    const [path = ''] = place.split('#')
    const name = articleAt(path)?.article.name ?? path
    const one = found.get(name)
    if (one) one.count++
    else found.set(name, { place, name, count: 1 })
  }
  return [...found.values()]
})
const listOf = (list: ListName, field: string) => ({
  path: addressOfThing(list),
  query: { where: `${field}:${props.id}` },
})
</script>

<template>
  <section aria-labelledby="uses">
    <h2 id="uses">What names it</h2>
    <p v-if="isNothing" class="quiet">Nothing yet.</p>
    <dl v-else>
      <template v-for="one in uses.directory" :key="`${one.list} ${one.field}`">
        <dt>
          <NuxtLink :to="listOf(one.list, one.field)">{{ KINDS[one.list].title }}</NuxtLink>
          <span class="num beside">{{ one.count }}</span>
          <span class="quiet small beside">{{ KINDS[one.list].fields[one.field]?.label.toLowerCase() }}</span>
        </dt>
        <dd>
          <template v-for="(thing, at) in one.first" :key="thing.id"
            ><template v-if="at">, </template
            ><NuxtLink :to="addressOfThing(one.list, thing.id)" :class="{ quiet: !thing.active }">{{
              thing.name
            }}</NuxtLink></template
          ><template v-if="one.count > one.first.length">
            and {{ one.count - one.first.length }} more</template
          >
        </dd>
      </template>
      <template v-if="uses.design.length">
        <dt>
          Design <span class="num">{{ uses.design.length }}</span>
        </dt>
        <dd>
          <template v-for="(one, at) in places" :key="one.place"
            ><template v-if="at">, </template><NuxtLink :to="`/design/${one.place}`">{{ one.name }}</NuxtLink
            >{{ one.count > 1 ? ` (${one.count})` : '' }}</template
          >
        </dd>
      </template>
      <template v-for="one in uses.tickets" :key="one.as">
        <dt>
          Tickets <span class="num">{{ one.all }}</span>
        </dt>
        <dd>{{ AS[one.as] }}, {{ one.open }} of them open</dd>
      </template>
    </dl>
  </section>
</template>

<style scoped>
.beside {
  margin-left: 6px;
}
h2 {
  border-bottom: 1px solid var(--rule-2);
  margin: 18px 0 6px;
}
dl {
  display: grid;
  grid-template-columns: minmax(140px, max-content) 1fr;
  gap: 4px 18px;
  margin: 0;
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
</style>
