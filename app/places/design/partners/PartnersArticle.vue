<script setup lang="ts">
import { groupsByStatus } from '~~/core/lifecycle'
import { newExchange, misfitsOf } from '~~/core/partner'
import type { PageProps } from '~/composables/useDraft'

// The partner desks, and what is exchanged with each.
const props = defineProps<PageProps>()
const query = useRoute().query
const to = (id: string) => ({ path: `/design/partners/${id}`, query })
const { data, error } = useQuery({
  key: ['partners'],
  query: ({ signal }) => api('GET /api/partners', { signal }),
})
const COLUMNS = [
  { name: 'name', label: 'Partner desk' },
  { name: 'goes', label: 'Goes to it' },
  { name: 'comes', label: 'Comes from it' },
  { name: 'begins', label: 'Tickets go over' },
  { name: 'fits', label: 'Does not fit', figures: true },
  { name: 'found', label: 'Findings', bare: true },
]
const said = (fields: number, { replies, notes }: { replies?: true; notes?: true }) =>
  [fields && counted(fields, 'field'), replies && 'replies', notes && 'notes'].filter(Boolean).join(', ') ||
  'nothing'
const rows = computed(() => {
  const paired = data.value?.partners ?? []
  const left = props.design.exchanges.filter((one) => paired.every(({ id }) => id !== one.id))
  const all = [
    ...paired.map(({ id, name, offer, endedAt }) => ({
      id,
      name,
      offer,
      note: endedAt ? 'the pairing has ended' : '',
    })),
    ...(data.value ? left.map(({ id, name }) => ({ id, name, offer: null, note: 'not paired' })) : []),
  ]
  const groups = groupsByStatus(props.design.kinds)
  return all.map(({ id, name, offer, note }) => {
    const exchange = props.design.exchanges.find((one) => one.id === id) ?? newExchange(id, name)
    const { sends, takes } = exchange
    const whens = [sends.rule && 'by rule', takes.begins && 'from them'].filter(Boolean)
    return {
      ...{ id, name, note, goes: said(sends.fields.length, sends), comes: said(takes.fields.length, takes) },
      begins: whens.join(', ') || 'by hand',
      fits: offer ? String(misfitsOf(exchange, offer, groups).length) : '–',
      found: props.findings.filter((one) => one.place.startsWith(`partners/${id}`)).length,
    }
  })
})
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet">
      What each partner desk is told of our tickets, and what becomes of what it tells us. Each side decides
      that for itself; what both have published is held against each other here.
    </p>
    <KitEmpty v-if="data && !rows.length" says="This desk is paired with no other yet.">
      <NuxtLink to="/partners">Pair with one</NuxtLink>
    </KitEmpty>
    <KitTable v-else-if="rows.length" :rows="rows" :columns="COLUMNS" row-key="id" label="Partner desks">
      <template #cell-name="{ row }">
        <NuxtLink :to="to(row.id)">{{ row.name }}</NuxtLink>
        <span v-if="row.note" class="quiet small"> {{ row.note }}</span>
      </template>
      <template #cell-found="{ row }">
        {{ row.found ? counted(row.found, 'finding') : '' }}
      </template>
    </KitTable>
    <KitError :error="error" />
  </div>
</template>
