<script setup lang="ts">
import { KINDS, LIST_NAMES, type ListName } from '~~/core/directory'
import { isOneOf } from '~~/core/lookup'
import { addressOfThing } from './useThings'

// People and places: an outline of everything the desk has to know, and the page of what is open.
const route = useRoute()
const narrow = useNarrow()
const session = useSession()
const parts = computed(() => [route.params.thing ?? []].flat().filter(Boolean))
const list = computed<ListName | undefined>(() =>
  isOneOf(LIST_NAMES, parts.value[0]) ? parts.value[0] : undefined,
)
const id = computed(() => (list.value ? parts.value[1] : undefined))
const isNew = computed(
  () => list.value !== undefined && route.query.new === '1' && session.mayAdd(list.value),
)
/** A role is put together from another one. */
const like = computed(() =>
  list.value === 'roles' && route.query.like ? String(route.query.like) : undefined,
)
const model = useQuery({
  key: () => ['directory', 'roles', like.value ?? ''],
  query: ({ signal }) =>
    api('GET /api/directory/{list}/{id}', { path: { list: 'roles', id: like.value ?? '' }, signal }),
  enabled: () => like.value !== undefined,
})
const begins = computed(() => {
  const { rights, reach } = model.data.value?.values ?? {}
  return like.value ? { rights: rights ?? [], reach: reach ?? 'all' } : undefined
})
/** On a narrow screen what a list is for, its file and its record are a page of their own. */
const isAbout = computed(() => route.query.about === '1')
const isGone = computed(() => parts.value.length > 0 && !list.value)
useHead({ title: () => `${list.value ? KINDS[list.value].title : 'People and places'} · Yare Ledger` })
const made = ({ id: one }: { id: string }) => list.value && navigateTo(addressOfThing(list.value, one))
</script>

<template>
  <TwoPages :narrow="narrow" :open="id !== undefined || isNew || isAbout || isGone" :share="36">
    <template #list>
      <div class="page"><DirectoryOutline :list="list" :opened="id" /></div>
    </template>
    <template #open>
      <div class="page">
        <p v-if="narrow">
          <NuxtLink :to="list ? addressOfThing(list) : '/directory'">← Back to the list</NuxtLink>
        </p>
        <p v-if="isGone" class="notice bad">
          There is no list “{{ parts[0] }}”. <NuxtLink to="/directory">See all of them</NuxtLink>
        </p>
        <ThingForm
          v-else-if="isNew && list && !(like && model.isLoading.value)"
          :key="`${list} ${like}`"
          :begins="begins"
          :list="list"
          @done="made"
          @close="navigateTo(addressOfThing(list))"
        />
        <ThingLeaf v-else-if="list && id !== undefined" :id="id" :key="`${list} ${id}`" :list="list" />
        <ListLeaf v-else-if="list" :key="list" :list="list" />
        <div v-else>
          <h1>The whole directory</h1>
          <p class="quiet">
            Open a list at the left. What is changed here holds from now on; tickets keep what they name.
          </p>
          <ThingTrail v-if="session.may('changeDirectory')" />
        </div>
      </div>
    </template>
  </TwoPages>
</template>

<style scoped>
.page {
  height: 100%;
  overflow-y: auto;
  padding: 14px 18px 40px;
}
</style>
