<script setup lang="ts">
import { idOf } from '~~/core/naming'
import type { Category, DesignStep } from '~~/core/design'
import type { PageProps } from '~/composables/useDraft'
import type { Names } from '~/composables/useNames'
import { oneBy } from '~~/core/lookup'

// The category tree: whole branches made at once, priorities given to many at once.
const props = defineProps<PageProps & { names: Names }>()
const filter = ref('')
const rows = computed(() => {
  const words = filter.value.trim().toLowerCase()
  const byId = new Map(props.design.categories.map((one) => [one.id, one]))
  return (props.names.category ?? [])
    .filter((one) => one.label.toLowerCase().includes(words))
    .map(({ value, label }) => ({ category: oneBy(byId, value), label, depth: value.split('/').length - 1 }))
    .sort((a, b) => a.label.localeCompare(b.label))
})
const MOST = 400
const numeral = (id?: string) => props.design.priorities.find((one) => one.id === id)?.numeral ?? ''
/** The priority that a category takes from the nearest one above it. */
function inherited(id: string): string {
  for (let path = id; path.includes('/');) {
    path = path.slice(0, path.lastIndexOf('/'))
    const priority = props.design.categories.find((one) => one.id === path)?.priority
    if (priority) return numeral(priority)
  }
  return ''
}
const withPriority = ({ priority: _, ...rest }: Category, priority: string): Category =>
  priority ? { ...rest, priority } : rest
const step = (before: Category, after: Category | null): DesignStep => ({
  list: 'categories',
  id: before.id,
  before,
  after,
})
const setPriority = (one: Category, priority: string) =>
  props.changeAll([step(one, withPriority(one, priority))])
const rename = (one: Category, name: string) =>
  name.trim() && props.changeAll([step(one, { ...one, name: name.trim() })])

const chosen = ref(new Set<string>())
function choose(id: string, on: boolean) {
  const next = new Set(chosen.value)
  if (on) next.add(id)
  else next.delete(id)
  chosen.value = next
}
const chooseAll = (on: boolean) =>
  (chosen.value = new Set(on ? rows.value.map((one) => one.category.id) : []))
const those = computed(() => props.design.categories.filter((one) => chosen.value.has(one.id)))
function setAll(event: Event) {
  const value = takenFrom(event)
  if (value)
    void props.changeAll(
      those.value.map((one) => step(one, withPriority(one, value === 'none' ? '' : value))),
    )
}
/** Whatever lies below goes too; what still refers to it is found by proofreading. */
const going = computed(() =>
  props.design.categories.filter((one) =>
    [...chosen.value].some((id) => one.id === id || one.id.startsWith(`${id}/`)),
  ),
)
async function removeAll() {
  if (await props.changeAll(going.value.map((one) => step(one, null)))) chosen.value = new Set()
}

// Whole branches: a line for each path, or names set in by what lies above them.
const text = ref('')
const making = ref(false)
const fresh = computed(() => branches(text.value, props.design.categories))
async function make() {
  const steps = fresh.value.map((one): DesignStep => ({
    list: 'categories',
    id: one.id,
    before: null,
    after: one,
  }))
  if (!(await props.changeAll(steps))) return
  text.value = ''
  making.value = false
}
</script>

<script lang="ts">
/** The categories that some lines name and that are not there yet: `Gates › Scanners`, or names set in by spaces. */
function branches(text: string, known: readonly Category[]): Category[] {
  const ids = new Set(known.map((one) => one.id))
  const byName = new Map(
    known.map((one) => [`${one.id.slice(0, one.id.lastIndexOf('/') + 1)}${one.name}`, one.id]),
  )
  const made: Category[] = []
  const above: { indent: number; path: string }[] = []
  for (const line of text.split('\n')) {
    if (!line.trim()) continue
    const indent = line.replace(/\t/g, '  ').search(/\S/)
    while (above.length && above.at(-1)!.indent >= indent) above.pop()
    let path = above.at(-1)?.path ?? ''
    for (const name of line.split(/[›>/]/).map((one) => one.trim())) {
      if (!idOf(name)) continue
      const id = byName.get(`${path && `${path}/`}${name}`) ?? `${path && `${path}/`}${idOf(name)}`
      if (!ids.has(id)) {
        ids.add(id)
        made.push({ id, name })
      }
      path = id
    }
    above.push({ indent, path })
  }
  return made
}
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet">A category without a priority takes that of the one above it.</p>
    <p class="line">
      <label for="category-filter" class="sr-only">Find a category</label>
      <input id="category-filter" v-model="filter" type="search" placeholder="find a category" />
      <span class="quiet small">{{ rows.length }} of {{ design.categories.length }}</span>
      <button v-if="!readonly" class="act" type="button" :aria-expanded="making" @click="making = !making">
        Make branches
      </button>
      <template v-if="chosen.size && !readonly">
        <b>{{ chosen.size }} chosen</b>
        <select aria-label="Priority of those that are chosen" @change="setAll">
          <option value="">priority …</option>
          <option value="none">none of their own</option>
          <option v-for="p in names.priority" :key="p.value" :value="p.value">{{ p.label }}</option>
        </select>
        <button class="act plain" type="button" @click="removeAll">
          Take away {{ going.length === 1 ? '1 category' : `${going.length} categories` }}
        </button>
      </template>
    </p>
    <form v-if="making && !readonly" class="panel" @submit.prevent="make">
      <label for="branches"
        >A category a line: <b>Gates › Scanners › Readers</b>, or set in by spaces below the one it belongs
        to</label
      >
      <textarea id="branches" v-model="text" rows="7" spellcheck="false" />
      <p class="small" role="status">
        {{
          fresh.length
            ? `Makes ${fresh.length}: ${fresh
                .slice(0, 8)
                .map((one) => one.id)
                .join(', ')}`
            : 'Nothing new yet.'
        }}{{ fresh.length > 8 ? ' …' : '' }}
      </p>
      <button class="act main" type="submit" :disabled="!fresh.length">
        Make {{ fresh.length === 1 ? '1 category' : `${fresh.length} categories` }}
      </button>
      <button class="act plain" type="button" @click="making = false">Not now</button>
    </form>
    <p v-if="!design.categories.length" class="quiet">
      There are no categories yet: make the first branches.
    </p>
    <table v-else class="ledger-table form narrow">
      <thead>
        <tr>
          <th v-if="!readonly">
            <input
              type="checkbox"
              aria-label="Choose all that are shown"
              :checked="chosen.size > 0 && chosen.size === rows.length"
              @change="chooseAll(isTicked($event))"
            />
          </th>
          <th>Category</th>
          <th>Priority</th>
          <th><span class="sr-only">Findings</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ category, label, depth } in rows.slice(0, MOST)" :id="category.id" :key="category.id">
          <td v-if="!readonly">
            <input
              type="checkbox"
              :aria-label="`Choose ${label}`"
              :checked="chosen.has(category.id)"
              @change="choose(category.id, isTicked($event))"
            />
          </td>
          <td :style="{ paddingLeft: `${8 + depth * 22}px` }" :title="label">
            <template v-if="readonly">{{ category.name }}</template>
            <input
              v-else
              class="name"
              :value="category.name"
              :aria-label="`Name of ${label}`"
              @change="rename(category, typedIn($event))"
            />
          </td>
          <td>
            <template v-if="readonly">{{
              numeral(category.priority) ||
              (inherited(category.id) ? `${inherited(category.id)} from above` : '–')
            }}</template>
            <select
              v-else
              :value="category.priority ?? ''"
              :aria-label="`Priority of ${label}`"
              @change="setPriority(category, typedIn($event))"
            >
              <option value="">
                {{ inherited(category.id) ? `${inherited(category.id)} from above` : 'none' }}
              </option>
              <option v-for="p in names.priority" :key="p.value" :value="p.value">{{ p.label }}</option>
            </select>
          </td>
          <td><FindingsAt :findings="findings" :place="`triage/categories#${category.id}`" /></td>
        </tr>
      </tbody>
    </table>
    <p v-if="rows.length > MOST" class="quiet small">
      {{ rows.length - MOST }} more; write a word above to find them.
    </p>
    <p v-else-if="design.categories.length && !rows.length" class="quiet">No category has these words.</p>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
}
.narrow {
  max-width: 720px;
}
textarea {
  display: block;
  width: 100%;
  font: 0.95rem var(--mono);
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 6px 8px;
  margin: 4px 0;
}
.panel .act + .act {
  margin-left: 8px;
}
select,
input:not([type='checkbox']) {
  font: inherit;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 2px 5px;
}
input.name {
  background: transparent;
  border-color: transparent;
  min-width: 220px;
}
input.name:hover,
input.name:focus {
  border-color: var(--field-rule);
  background: var(--field);
}
input[type='checkbox'] {
  width: 20px;
  height: 20px;
}
tr:target td {
  background: var(--sea-2);
}
</style>
