<script setup lang="ts">
import { freeId } from '~~/core/naming'
import { deskName } from '~/composables/designWords'
import type { PageProps } from '~/composables/useDraft'
import type { DirectoryPage } from '~/composables/useNames'

// The ticket kinds: each with its lifecycle and the catalog items that lead to it. A new one begins as a copy.
const props = defineProps<PageProps & { directory: DirectoryPage }>()
const itemsOf = (id: string) => props.design.items.filter((one) => one.kind === id)
const name = ref('')
const like = ref<string | null>(props.design.kinds[0]?.id ?? null)

async function make() {
  const title = name.value.trim()
  const pattern = props.design.kinds.find((one) => one.id === like.value)
  if (!title || !pattern) return
  const id = freeId(title, (one) => props.design.kinds.some((kind) => kind.id === one), 'kind')
  if (!(await props.change('kinds', id, null, { ...pattern, id, name: title }))) return
  name.value = ''
  await navigateTo(`/design/kinds/${id}`)
}
const placeOf = (id: string) => props.design.kinds.findIndex((one) => one.id === id) + 1
const SHOWN = 4
const some = (id: string) => {
  const names = itemsOf(id).map((one) => one.name)
  return `${names.slice(0, SHOWN).join(', ')}${names.length > SHOWN ? ' …' : ''}`
}
const kinds = computed(() => named(props.design.kinds))
const columns = computed(() => [
  { name: 'name', label: 'Kind' },
  ...(props.directory.desks.length ? [{ name: 'desk', label: 'Whose' }] : []),
  { name: 'statuses', label: 'Statuses' },
  { name: 'items', label: 'Catalog items that lead to it' },
  { name: 'found', label: 'Findings', bare: true },
])
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet">
      The desk’s inner sorts of ticket: through which statuses one goes, what each asks for, and what happens
      by itself. Many catalog items may share a kind.
    </p>
    <KitTable
      v-if="design.kinds.length"
      :rows="design.kinds"
      :columns="columns"
      row-key="id"
      label="Ticket kinds"
    >
      <template #cell-name="{ row }">
        <span class="num quiet">{{ number }}.{{ placeOf(row.id) }}</span
        >&nbsp;
        <NuxtLink :to="{ path: `/design/kinds/${row.id}`, query: $route.query }">{{ row.name }}</NuxtLink>
      </template>
      <template #cell-desk="{ row }">{{ deskName(directory.desks, row.desk) }}</template>
      <template #cell-statuses="{ row }">{{ row.statuses.map((one) => one.name).join(', ') }}</template>
      <template #cell-items="{ row }"
        >{{ itemsOf(row.id).length }} <span class="quiet small">{{ some(row.id) }}</span></template
      >
      <template #cell-found="{ row }"
        ><FindingsAt :findings="findings" :place="`kinds/${row.id}`"
      /></template>
    </KitTable>
    <KitEmpty v-else says="There is no ticket kind: catalog items have nothing to lead to." />
    <form v-if="!readonly" class="make" aria-label="A new kind" @submit.prevent="make">
      <KitText v-model="name" label="A new kind, called" />
      <KitChoice v-model="like" label="Beginning like" :options="kinds" />
      <KitButton type="submit" :disabled="!name.trim()">Make it</KitButton>
    </form>
  </div>
</template>

<style scoped>
.make {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: flex-end;
  margin-top: 14px;
}
.make .kit-button {
  margin-bottom: 14px;
}
</style>
