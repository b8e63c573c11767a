<script setup lang="ts">
import type { TicketList } from '~/composables/useTickets'
import { VIEWS, type DeskView, type View } from './useDeskView'

// What the list shows and how: the views, what is found in it, and this view in particular.
const props = defineProps<{ desk: DeskView; page?: TicketList; title: string }>()
const route = useRoute()
const session = useSession()
const address = useAddress()
const { view, saved, rule, search, definition, views, opens, kept: keptViews } = props.desk
const figure = (count: number) => count.toLocaleString('en')
/** In what order they come; what is not only open has no promise to go by. */
const ordered = computed(() => {
  const { sort } = definition.value
  if (view.value === 'done' || (rule.value && sort === 'changed')) return ', last changed first'
  return rule.value ? ', newest first' : `, by ${partName(SORT_NAMES, sort, props.page?.fieldNames ?? {})}`
})
const counted = computed(() => {
  if (!props.page) return ''
  const { total, isMore } = props.page
  const days = rule.value ? ' logged in the last 90 days' : ''
  return `${isMore ? `more than ${figure(total)}` : figure(total)}${days}`
})
const isPlain = (id: View) => id === view.value && !saved.value && !rule.value
const to = (id: View) => ({
  path: route.path,
  query: { ...(id !== 'open' && { view: id }), ...(search.value && { find: search.value }) },
})

const words = ref(search.value)
watch(search, (now) => (words.value = now))
const panel = ref(false)
/** The list as a file, as the server sends it. */
function fetchSheet(as: 'csv' | 'xlsx') {
  location.assign(sheet(as))
}
const sheet = (as: 'csv' | 'xlsx') =>
  linkTo('GET /api/tickets/sheet', {
    query: { ...props.desk.which.value, as, columns: definition.value.columns.join(',') },
  })

const ways = computed(() => [
  {
    label: definition.value.dense ? 'Wider rows' : 'Denser rows',
    run: () => props.desk.change({ dense: definition.value.dense ? undefined : true }),
  },
  { label: 'As a spreadsheet (XLSX)', run: () => fetchSheet('xlsx') },
  { label: 'As a table of text (CSV)', run: () => fetchSheet('csv') },
])

async function kept(id: number) {
  await keptViews.refetch()
  panel.value = false
  await navigateTo({
    path: route.path,
    query: { ...(view.value !== 'open' && { view: view.value }), kept: id },
  })
}
async function gone() {
  await keptViews.refetch()
  panel.value = false
  await navigateTo({ path: '/desk', query: {} })
}
const { error, run } = useDeed()
async function opensHere(on: boolean) {
  const body = { view: on && saved.value ? saved.value.id : null }
  if (await run(() => api('POST /api/views/opens', { body }))) await keptViews.refetch()
}
</script>

<template>
  <div class="ledger-head">
    <h1>{{ title }}</h1>
    <span class="quiet small"
      >{{ counted }}{{ ordered }}<template v-if="definition.isTurned">, the other way round</template
      ><b v-if="desk.isChanged.value"> · not kept</b></span
    >
    <NuxtLink v-if="rule" class="small" :to="ruleAddress(rule)">The rule</NuxtLink>
    <NuxtLink v-if="session.may('logTickets')" class="small log" to="/log">Log for somebody</NuxtLink>
  </div>
  <nav class="views" aria-label="Views">
    <NuxtLink
      v-for="(name, id) in VIEWS"
      :key="id"
      :to="to(id)"
      :class="{ on: isPlain(id) }"
      :aria-current="isPlain(id) ? 'page' : undefined"
      >{{ name
      }}<sup v-if="page && id in page.counts" class="num">{{
        figure(page.counts[id as keyof typeof page.counts])
      }}</sup></NuxtLink
    >
    <NuxtLink
      v-for="one in views"
      :key="one.id"
      :to="{ path: route.path, query: { kept: one.id } }"
      :class="{ on: saved?.id === one.id }"
      :aria-current="saved?.id === one.id ? 'page' : undefined"
      :title="one.shared && !one.mine ? `shared by ${one.by}` : undefined"
      ><i>{{ one.name }}</i></NuxtLink
    >
  </nav>
  <KitError :error="keptViews.error.value ?? error" />
  <div class="tools" role="search">
    <KitText
      v-model="words"
      bare
      class="find"
      type="search"
      label="Find in this view"
      placeholder="Find here"
      @enter="address('find', words.trim())"
    />
    <KitButton kind="link" :aria-expanded="panel" @click="panel = !panel">This view …</KitButton>
    <KitButton
      kind="link"
      keys="b"
      :aria-pressed="definition.board === true"
      @click="desk.change({ board: definition.board ? undefined : true })"
      >{{ definition.board ? 'As a list' : 'As a board' }}</KitButton
    >
    <KitMenu kind="link" :acts="ways">Rows, files …</KitMenu>
  </div>
  <LazyViewPanel
    v-if="panel"
    :view="definition"
    :saved="saved"
    :opens="saved !== undefined && opens === saved.id"
    @change="desk.change"
    @kept="kept"
    @gone="gone"
    @opens-here="opensHere"
    @close="panel = false"
  />
</template>

<style scoped>
.log {
  margin-left: auto;
}
.views {
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
  padding: 0 18px 6px;
  align-items: baseline;
}
.views a {
  color: var(--sea);
  display: inline-block;
  min-height: 24px;
  line-height: 24px;
}
.views a.on {
  color: var(--ink);
  font-weight: 650;
  text-decoration: none;
}
.views sup {
  margin-left: 3px;
  font-size: 10.5px;
  color: var(--ink-3);
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  padding: 0 18px 8px;
}
.tools :deep(.kit-field) {
  margin: 0;
}
.find :deep(input) {
  width: 110px;
  padding: 2px 8px;
}
</style>
