<script setup lang="ts">
import type { DesignStep } from '~~/core/design'
import { isoDate } from '~~/core/time'
import type { PageProps } from '~/composables/useDraft'
import type { DirectoryPage, Names } from '~/composables/useNames'
import { catalogLines, freshItem, sifted, STATES, type FreshItem, type Sifted } from './items'
import { useCatalogUse } from './use'

// All that may be asked for, by group, with what stands behind each item; sifted, changed one by one or many alike.
const props = defineProps<PageProps & { names: Names; directory: DirectoryPage }>()
const route = useRoute()
const address = useAddress()
const { use } = useCatalogUse()

const lines = computed(() => catalogLines(props.design, props.findings))
const told = (name: string) => (typeof route.query[name] === 'string' ? String(route.query[name]) : '')
const words = ref(told('find'))
watch(words, (now) => void address('find', now.trim() || undefined))
const by = computed<Sifted>(() => ({
  words: words.value,
  group: told('group'),
  kind: told('kind'),
  desk: told('desk'),
  portal: told('portal'),
  state: told('state'),
}))
const known = computed(() => ({
  today: isoDate(Date.now(), props.design.desk.zone),
  use: use.value?.items,
}))
const found = computed(() => sifted(lines.value, by.value, known.value))
const isSifted = computed(() => found.value.length < lines.value.length)
const AT_ONCE = 100
const most = ref(AT_ONCE)
watch(by, () => (most.value = AT_ONCE))
const shown = computed(() => found.value.slice(0, most.value))
const left = computed(() => found.value.length - shown.value.length)

const SIFTS = computed(() => [
  { name: 'group', label: 'Group', any: 'any group', options: named(props.design.groups) },
  { name: 'kind', label: 'Ticket kind', any: 'any kind', options: named(props.design.kinds) },
  {
    name: 'desk',
    label: 'Desk',
    any: 'any desk',
    options: props.directory.desks.length
      ? [...named(props.directory.desks), { value: '-', label: 'no desk of its own' }]
      : [],
  },
  { name: 'portal', label: 'Portal', any: 'any portal', options: named(props.design.portals) },
  {
    name: 'state',
    label: 'Standing',
    any: 'however it stands',
    options: Object.entries(STATES).map(([value, { label }]) => ({ value, label })),
  },
])

const COLUMNS = [
  { name: 'name', label: 'Item' },
  { name: 'kind', label: 'Kind' },
  { name: 'levels', label: 'Service levels' },
  { name: 'where', label: 'Shown at' },
  { name: 'use', label: 'Asked for', figures: true },
]
const NAMED = 2
const firstOf = (list: readonly string[]) =>
  list.length > NAMED ? `${list.slice(0, NAMED).join(', ')} and ${list.length - NAMED} more` : list.join(', ')
const portalName = (id: string) => props.design.portals.find((one) => one.id === id)?.name ?? id
const numberOf = (group: string) =>
  `${props.number}.${props.design.groups.findIndex((one) => one.id === group) + 1}`
const to = (id: string) => ({ path: `/design/catalog/${id}`, query: route.query })

const chosen = ref<string[]>([])
async function changeMany(steps: DesignStep[]) {
  if (!(await props.changeAll(steps))) return
  const there = new Set(props.design.items.map((one) => one.id))
  chosen.value = chosen.value.filter((id) => there.has(id))
}

const ordering = ref(false)
const adding = ref<string>()
async function add(fresh: FreshItem) {
  const { id, steps } = freshItem(props.design, fresh)
  if (await props.changeAll(steps)) await navigateTo(to(id))
}
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet intro">
      What may be asked for, in the requester’s words, by group and in the order in which they find it. Choose
      an item to change its words and its questions.
    </p>
    <div class="tools">
      <KitText v-model="words" label="Look for" type="search" placeholder="words of an item" />
      <template v-for="one in SIFTS" :key="one.name">
        <KitChoice
          v-if="one.options.length > 1"
          :label="one.label"
          :placeholder="one.any"
          clears
          :model-value="told(one.name) || null"
          :options="one.options"
          @update:model-value="address(one.name, $event ?? undefined)"
        />
      </template>
    </div>
    <p v-if="!readonly" class="acts">
      <KitButton
        v-if="design.groups.length"
        kind="main"
        :aria-expanded="adding !== undefined"
        @click="adding = adding === undefined ? by.group || design.groups[0]!.id : undefined"
        >New item …</KitButton
      >
      <KitButton kind="plain" :aria-pressed="ordering" @click="ordering = !ordering">{{
        ordering ? 'Order is done' : 'Groups and order …'
      }}</KitButton>
      <span class="quiet small" role="status">{{
        isSifted
          ? `${found.length.toLocaleString('en')} of ${counted(lines.length, 'item')}`
          : counted(lines.length, 'item')
      }}</span>
    </p>
    <NewItem
      v-if="adding !== undefined"
      :key="adding"
      :design="design"
      :names="names"
      :group="adding"
      @add="add"
      @leave="adding = undefined"
    />
    <CatalogOrder
      v-if="ordering || (!readonly && !design.groups.length)"
      :design="design"
      :readonly="readonly"
      :findings="findings"
      :change="change"
      :change-all="changeAll"
      :number="number"
    />
    <template v-else>
      <ChangeMany
        v-if="chosen.length && !readonly"
        :ids="chosen"
        :design="design"
        :names="names"
        :directory="directory"
        @change="changeMany"
        @none="chosen = []"
      />
      <KitTable
        v-if="shown.length"
        :rows="shown"
        :columns="COLUMNS"
        row-key="id"
        label="Catalog"
        grouped-by="groupName"
        :chosen="readonly ? undefined : chosen"
        :more="
          left ? `Show ${Math.min(left, AT_ONCE)} more of ${found.length.toLocaleString('en')}` : undefined
        "
        @update:chosen="chosen = $event.map(String)"
        @more="most += AT_ONCE"
      >
        <template #group="{ row }">
          <span class="group"
            ><span class="num">{{ numberOf(row.group) }}</span> {{ row.groupName }}</span
          >
          <KitButton
            v-if="!readonly"
            kind="link"
            class="small"
            :aria-label="`New item in ${row.groupName}`"
            @click="adding = row.group"
            >New item …</KitButton
          >
        </template>
        <template #cell-name="{ row }">
          <NuxtLink :to="to(row.id)">{{ row.item.name }}</NuxtLink>
          <span v-if="row.item.retired" class="mark">retired</span>
          <span v-else-if="!STATES.offered.is(row, known)" class="mark">not offered now</span>
          <span v-if="row.findings" class="found">{{ counted(row.findings, 'finding') }}</span>
          <span v-if="row.item.description" class="quiet said">{{ row.item.description }}</span>
        </template>
        <template #cell-kind="{ row }"
          >{{ row.kind }}
          <span class="quiet small">{{ counted(row.statuses, 'status', 'statuses') }}</span></template
        >
        <template #cell-levels="{ row }">{{ row.levels.length ? firstOf(row.levels) : '—' }}</template>
        <template #cell-where="{ row }">{{
          row.item.portals.length ? firstOf(row.item.portals.map(portalName)) : 'every portal'
        }}</template>
        <template #cell-use="{ row }">{{
          use ? (use.items[row.id] ?? 0).toLocaleString('en') : ''
        }}</template>
      </KitTable>
      <KitEmpty
        v-else-if="lines.length"
        says="No item is like this. Look for other words, or let go of one of the choices."
      />
      <KitEmpty v-else says="Nothing can be asked for yet. Add an item, and make its form." />
      <p v-if="use" class="quiet small">“Asked for” is how often, in the last {{ use.days }} days.</p>
    </template>
  </div>
</template>

<style scoped>
.intro {
  max-width: 70ch;
}
.tools {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 4px 14px;
  align-items: start;
}
.tools :deep(.kit-field) {
  margin-bottom: 8px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  margin: 4px 0 8px;
}
.group {
  font: 600 1.05rem var(--serif);
  margin-right: 14px;
}
.said {
  display: block;
}
.mark,
.found {
  margin-left: 8px;
  font-size: 0.85rem;
  border: 1px solid var(--rule-2);
  padding: 0 5px;
}
.found {
  color: var(--red);
}
</style>
