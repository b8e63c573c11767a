<script setup lang="ts">
import { isRecord } from '~~/core/lookup'
import type { CellChange, GridColumn } from '~/kit/grid'
import { toast } from '~/kit/toast'
import { changedWays, type Ways } from './ways'

// How long it takes from each site to each other, as one map: gone through by keyboard, pasted from a spreadsheet.
const session = useSession()
/** More sites than this make no map that can be read; some of them are looked for then. */
const MOST = 40
const wanted = ref('')
const search = ref('')
const sites = useQuery({
  key: () => ['directory', 'sites', 'ways', search.value],
  query: ({ signal }) =>
    api('GET /api/directory/{list}', {
      path: { list: 'sites' },
      query: { limit: MOST, ...(search.value && { search: search.value }) },
      signal,
    }),
})
const rows = computed(() => sites.data.value?.rows ?? [])
const ways = computed<Ways>(() =>
  Object.fromEntries(
    rows.value.map(({ id, values }) => [
      id,
      isRecord(values.ways) ? (values.ways as Record<string, number>) : {},
    ]),
  ),
)
const columns = computed<GridColumn[]>(() => [
  { name: 'name', label: 'From', width: '150px', readonly: true },
  ...rows.value.map(({ id, name }) => ({ name: id, label: name, width: '92px', figures: true })),
])
const lines = computed(() => rows.value.map(({ id, name }) => ({ id, name, ...ways.value[id] })))
const back = ref(true)
const wrong = ref<readonly CellChange[]>([])
const faultOf = (row: { id: string }, column: GridColumn) =>
  wrong.value.some((one) => one.key === row.id && one.column === column.name)
    ? row.id === column.name
      ? 'a site is where it is'
      : 'write minutes, such as 45, or 1:30'
    : undefined
const { error, run } = useDeed()
const cache = useQueryCache()
async function write(to: Record<string, Record<string, number>>) {
  const done = await run(async () => {
    for (const [id, own] of Object.entries(to))
      await api('PATCH /api/directory/{list}/{id}', { path: { list: 'sites', id }, body: { ways: own } })
    return true
  })
  await cache.invalidateQueries({ key: ['directory', 'sites'] }).catch(() => undefined)
  return done
}
async function change(cells: CellChange[]) {
  const before = ways.value
  const changed = changedWays(before, cells, back.value)
  wrong.value = changed.wrong
  const touched = Object.keys(changed.sites)
  if (!touched.length || !(await write(changed.sites))) return
  const was = Object.fromEntries(touched.map((id) => [id, { ...before[id] }]))
  toast(cells.length === 1 ? 'This way is kept.' : 'These ways are kept.', { undo: () => void write(was) })
}
const more = computed(() => (sites.data.value?.total ?? 0) - rows.value.length)
</script>

<template>
  <section v-if="rows.length > 1 || search" aria-labelledby="ways">
    <h2 id="ways">Ways between sites</h2>
    <p class="quiet small">
      In minutes, or hours and minutes like 1:30: from the site at the left to the one above. Empty where
      nobody has said.
    </p>
    <form v-if="more > 0 || search" class="find" @submit.prevent="search = wanted">
      <KitText v-model="wanted" label="Sites in the map" bare placeholder="find sites" :most="80" />
      <KitButton type="submit">Show</KitButton>
      <span v-if="more > 0" class="small quiet">{{ more }} more are not in the map</span>
    </form>
    <KitError :error="error ?? sites.error.value" />
    <KitGrid
      v-if="rows.length"
      :rows="lines"
      :columns="columns"
      row-key="id"
      label="Minutes between sites"
      height="420px"
      :readonly="!session.mayChange('sites')"
      :error="faultOf"
      @change="change"
    />
    <KitCheckbox
      v-if="session.mayChange('sites')"
      v-model="back"
      label="The way back takes as long, where it was the same or not said"
    />
  </section>
</template>

<style scoped>
h2 {
  border-bottom: 1px solid var(--rule-2);
  margin: 18px 0 6px;
}
.find {
  display: flex;
  gap: 8px;
  align-items: center;
}
</style>
