<script setup lang="ts">
import { textsIn } from '~~/core/lookup'

// Something is asked for: its form, what may solve it already, and that the desk has it.
const props = defineProps<{ portal: string; item: string }>()
const route = useRoute()
/** The machine that it is about, where somebody comes from its label. */
const about = Number(route.query.about) || undefined
/** For whom it is asked, where not for oneself. */
const whom = computed(() => textsIn([route.query.for])[0])
const session = useSession()
const { say, problem } = usePortalWords()
const { data, error: missing } = await usePageQuery({
  key: () => [
    'portals',
    props.portal,
    'item',
    props.item,
    about ?? 0,
    session.me?.id ?? '',
    whom.value ?? '',
  ],
  query: () =>
    api('GET /api/portals/{portal}/items/{item}', {
      path: { portal: props.portal, item: props.item },
      query: { about, for: whom.value },
    }),
  // What the form asks of one person stays until it is known what it asks of another.
  placeholderData: (before) => (before?.item.id === props.item ? before : undefined),
})
useHead({ title: () => data.value?.item.name ?? say('ask.page') })
</script>

<template>
  <div class="sheet">
    <div v-if="missing && !data" class="notice bad" role="alert">
      {{ problem(missing) }}
      <NuxtLink :to="`/portal/${portal}`">{{ say('ask.index') }}</NuxtLink>
    </div>
    <section v-else-if="data?.retired">
      <p>
        <NuxtLink :to="`/portal/${portal}`">← {{ say('ask.all') }}</NuxtLink>
      </p>
      <h1>{{ data.item.name }}</h1>
      <p class="notice" role="status">{{ data.retired.says ?? say('ask.retired') }}</p>
      <p v-if="data.retired.instead">
        <NuxtLink :to="`/portal/${portal}/ask/${data.retired.instead.id}`">{{
          say('ask.instead', { name: data.retired.instead.name })
        }}</NuxtLink>
      </p>
    </section>
    <AskForm v-else-if="data" :key="data.item.id" :portal="portal" :asked="data" />
  </div>
</template>

<style scoped>
.sheet {
  max-width: 620px;
}
</style>
