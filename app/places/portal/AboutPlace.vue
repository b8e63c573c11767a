<script setup lang="ts">
// Where the label of a machine leads: what can be asked for about it.
const props = defineProps<{ portal: string; number: number }>()
const session = useSession()
const { say, problem } = usePortalWords()
const { data, error } = await usePageQuery({
  key: () => ['portals', props.portal, 'about', props.number, session.me?.id ?? ''],
  query: () =>
    api('GET /api/portals/{portal}/about/{number}', { path: { portal: props.portal, number: props.number } }),
})
useHead({ title: () => (data.value ? say('about.title', { name: data.value.name }) : say('ask.page')) })
</script>

<template>
  <div class="sheet">
    <KitError v-if="error && !data" :error="problem(error)" />
    <template v-if="data">
      <h1>{{ say('about.title', { name: data.name }) }}</h1>
      <p v-if="data.items.length" class="quiet">{{ say('about.what') }}</p>
      <p v-else class="notice">{{ say('about.nothing') }}</p>
      <ul>
        <li v-for="item in data.items" :key="item.id">
          <NuxtLink :to="{ path: `/portal/${portal}/ask/${item.id}`, query: { about: number } }"
            ><b>{{ item.name }}</b></NuxtLink
          >
          <span class="quiet"> {{ item.description }}</span>
        </li>
      </ul>
    </template>
    <p>
      <NuxtLink :to="`/portal/${portal}`">{{ say('ask.index') }}</NuxtLink>
    </p>
  </div>
</template>

<style scoped>
.sheet {
  max-width: 620px;
}
ul {
  list-style: none;
  padding: 0;
}
li {
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
}
</style>
