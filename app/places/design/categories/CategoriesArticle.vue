<script setup lang="ts">
import { fold } from '~~/core/condition'
import type { Category, DesignStep } from '~~/core/design'
import { withoutGaps } from '~~/core/json'
import { oneBy } from '~~/core/lookup'
import type { PageProps } from '~/composables/useDraft'
import type { DirectoryPage, Names } from '~/composables/useNames'
import { useCatalogUse } from '../catalog/use'
import { madeSteps, priorityFromAbove, type Mapped } from './branches'

// The category tree: whole branches made at once, moved, put together, and mapped to what goes by them.
const props = defineProps<PageProps & { names: Names; directory: DirectoryPage }>()
const { use } = useCatalogUse()
const open = computed(() => use.value?.categories)

const words = ref('')
const rows = computed(() => {
  const wanted = fold(words.value.trim())
  const byId = new Map(props.design.categories.map((one) => [one.id, one]))
  return (props.names.category ?? [])
    .filter((one) => fold(one.label).includes(wanted))
    .map(({ value, label }) => ({
      ...{ id: value, category: oneBy(byId, value), label, depth: value.split('/').length - 1 },
      open: open.value?.[value] ?? 0,
    }))
    .sort((a, b) => a.label.localeCompare(b.label))
})
const AT_ONCE = 100
const most = ref(AT_ONCE)
watch(words, () => (most.value = AT_ONCE))
const shown = computed(() => rows.value.slice(0, most.value))
const left = computed(() => rows.value.length - shown.value.length)
const COLUMNS = [
  { name: 'name', label: 'Category' },
  { name: 'asked', label: 'For requesters' },
  { name: 'priority', label: 'Priority' },
  { name: 'open', label: 'Open tickets', figures: true },
  { name: 'found', label: 'Findings', bare: true },
]

const numeral = (id?: string) => props.design.priorities.find((one) => one.id === id)?.numeral
const fromAbove = (id: string) => {
  const above = numeral(priorityFromAbove(id, props.design.categories))
  return above ? `${above} from above` : 'none'
}
const put = (before: Category, change: Partial<Category>) =>
  props.change('categories', before.id, before, withoutGaps({ ...before, ...change }))
function rename(one: Category, name: string) {
  if (!name.trim()) throw new Error('Write what it is called.')
  void put(one, { name: name.trim() })
}

const chosen = ref<string[]>([])
async function changeMany(steps: DesignStep[]) {
  if (!(await props.changeAll(steps))) return
  const there = new Set(props.design.categories.map((one) => one.id))
  chosen.value = chosen.value.filter((id) => there.has(id))
}
const making = ref(false)
async function make(fresh: Category[], mapped: Mapped) {
  if (!(await props.changeAll(madeSteps(props.design, fresh, mapped)))) return
  making.value = false
  // Where they go and how urgent they are is what is said next.
  chosen.value = fresh.map((one) => one.id)
}
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet">
      A category without a priority takes that of the one above it. Choose several to move them, put them
      together, or say at once where they go. Requesters read its name, or what stands beside it, where a
      portal is looked through by subject and where they pick what it is about.
    </p>
    <div class="tools">
      <KitText v-model="words" bare label="Find a category" type="search" placeholder="find a category" />
      <span class="quiet small">{{ rows.length }} of {{ design.categories.length }}</span>
      <KitButton v-if="!readonly" :aria-expanded="making" @click="making = !making">Make branches</KitButton>
    </div>
    <MakeBranches
      v-if="making && !readonly"
      :known="design.categories"
      :names="names"
      :directory="directory"
      @make="make"
      @leave="making = false"
    />
    <MapCategories
      v-if="chosen.length && !readonly"
      :ids="chosen"
      :design="design"
      :names="names"
      :directory="directory"
      :use="open"
      @change="changeMany"
      @none="chosen = []"
    />
    <KitTable
      v-if="shown.length"
      class="tree"
      :rows="shown"
      :columns="COLUMNS"
      row-key="id"
      label="Categories"
      :chosen="readonly ? undefined : chosen"
      :more="left ? `Show ${Math.min(left, AT_ONCE)} more of ${rows.length.toLocaleString('en')}` : undefined"
      @update:chosen="chosen = $event.map(String)"
      @more="most += AT_ONCE"
    >
      <template #cell-name="{ row }">
        <span :id="row.id" class="name" :style="{ marginLeft: `${row.depth * 22}px` }" :title="row.label">
          <template v-if="readonly">{{ row.category.name }}</template>
          <KitText
            v-else
            bare
            in-place="line"
            :label="`Name of ${row.label}`"
            :model-value="row.category.name"
            :commit="(name: string) => rename(row.category, name)"
          />
        </span>
      </template>
      <template #cell-asked="{ row }">
        <template v-if="readonly">{{ row.category.asked }}</template>
        <KitText
          v-else
          bare
          in-place="line"
          :label="`${row.label} for requesters`"
          :placeholder="row.category.name"
          :model-value="row.category.asked ?? ''"
          :commit="(asked: string) => void put(row.category, { asked: asked.trim() || undefined })"
        />
      </template>
      <template #cell-priority="{ row }">
        <template v-if="readonly">{{ numeral(row.category.priority) ?? fromAbove(row.id) }}</template>
        <KitChoice
          v-else
          bare
          clears
          :label="`Priority of ${row.label}`"
          :placeholder="fromAbove(row.id)"
          :model-value="row.category.priority ?? null"
          :options="names.priority ?? []"
          @update:model-value="put(row.category, { priority: $event ?? undefined })"
        />
      </template>
      <template #cell-open="{ row }">{{ open ? row.open || '—' : '' }}</template>
      <template #cell-found="{ row }">
        <FindingsAt :findings="findings" :place="`triage/categories#${row.id}`" />
      </template>
    </KitTable>
    <KitEmpty v-else-if="design.categories.length" says="No category has these words." />
    <KitEmpty v-else says="There are no categories yet: make the first branches." />
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
  margin-bottom: 8px;
}
.tree {
  max-width: 1000px;
}
.name {
  display: block;
}
.name .kit-field {
  min-width: 220px;
}
.tree :deep(.p-select-label) {
  padding-block: 2px;
}
</style>
