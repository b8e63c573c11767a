<script setup lang="ts">
import { CompiledDesign, Directory, ledByOthers, type PrioritySource } from '~~/core/design'
import type { CatalogItem } from '~~/core/intake'
import { withoutGaps } from '~~/core/json'
import { present } from '~~/core/lookup'
import { freeId } from '~~/core/naming'
import { namesOf, type DirectoryPage } from '~/composables/useNames'
import type { EachProps } from '~/composables/useDraft'
import { ask } from '~/kit/asking'
import { copiesOf } from './items'

// One thing that may be asked for: its words, where it shows and what stands behind it; below, its form.
const props = defineProps<EachProps & { directory: DirectoryPage }>()
const route = useRoute()
const session = useSession()
const catalog = computed(() => ({ path: '/design/catalog', query: route.query }))
const names = computed(() => namesOf(props.design, props.directory))
const item = computed(() => props.design.items.find((one) => one.id === props.id))
const form = computed(() => props.design.forms.find((one) => one.id === item.value?.form))
const sharers = computed(() =>
  props.design.items.filter((one) => one.form === form.value?.id && one.id !== props.id),
)
const others = computed(() =>
  session.may('everyDesk')
    ? undefined
    : ledByOthers(props.directory.desks, [item.value?.desk], present(session.me).id),
)
const isLocked = computed(() => props.readonly || others.value !== undefined)
const vocabulary = computed(() => {
  const { organisations, sites, teams } = props.directory
  const known = { people: [], agreements: [], organisations, sites, teams }
  return new CompiledDesign(props.design, 0).vocabulary(new Directory(known))
})

/** What is left out is not kept as nothing. */
const put = (change: Partial<CatalogItem>) =>
  props.change('items', props.id, item.value, withoutGaps({ ...present(item.value), ...change }))

/** A form of its own, with the same questions: what is changed then changes nothing for the others. */
function ownForm() {
  const before = present(form.value)
  const id = freeId(props.id, (one) => props.design.forms.some((other) => other.id === one))
  void props.changeAll([
    { list: 'forms', id, before: null, after: { ...before, id, name: present(item.value).name } },
    { list: 'items', id: props.id, before: item.value, after: { ...item.value, form: id } },
  ])
}
/** A ticket kind that begins like the one it leads to, and is led to by it alone: its lifecycle is said there. */
async function ownKind() {
  const { name, kind } = present(item.value)
  const before = props.design.kinds.find((one) => one.id === kind)
  const id = freeId(props.id, (one) => props.design.kinds.some((other) => other.id === one))
  const isDone = await props.changeAll([
    { list: 'kinds', id, before: null, after: { ...present(before), id, name } },
    { list: 'items', id: props.id, before: item.value, after: { ...item.value, kind: id } },
  ])
  if (isDone) await navigateTo({ path: `/design/kinds/${id}`, query: route.query })
}
const askSources = (order: PrioritySource[]) =>
  props.change('triage', 'sourceOrder', props.design.triage.sourceOrder, order)
async function copy() {
  const { ids, steps } = copiesOf(props.design, [props.id])
  if (await props.changeAll(steps)) await navigateTo(`/design/catalog/${ids[0]}`)
}
async function remove(event: Event) {
  const isAlone = form.value !== undefined && sharers.value.length === 0
  const isMeant = await ask({
    at: event.currentTarget as HTMLElement,
    says: `Remove “${present(item.value).name}”${isAlone ? ' and its form' : ''} from the draft? Tickets that exist keep theirs.`,
    verb: 'Remove it',
  })
  if (!isMeant) return
  const isDone = await props.changeAll([
    { list: 'items', id: props.id, before: item.value, after: null },
    ...(isAlone ? [{ list: 'forms', id: present(form.value).id, before: form.value, after: null }] : []),
  ])
  if (isDone) await navigateTo(catalog.value)
}
</script>

<template>
  <div>
    <p>
      <NuxtLink :to="catalog">← {{ heading }}</NuxtLink>
    </p>
    <template v-if="!item">
      <h1>There is no such item</h1>
      <p>It was removed from the draft, or never was in it.</p>
    </template>
    <template v-else>
      <h1>{{ item.name }}</h1>
      <FindingsAt :findings="findings" :place="`catalog/${item.id}`" />
      <p v-if="others && !readonly" class="notice" role="status">
        This item is the own of {{ others.name }}: those who lead it change it.
      </p>
      <div class="two">
        <ItemWords :item="item" :form="form" :design="design" :disabled="isLocked" @change="put" />
        <ItemPlace
          :item="item"
          :design="design"
          :names="names"
          :vocabulary="vocabulary"
          :directory="directory"
          :disabled="isLocked"
          @change="put"
        />
      </div>
      <ItemBehind :item="item" :design="design" :disabled="isLocked" @own="ownKind" @sources="askSources" />
      <p v-if="!isLocked" class="acts">
        <KitButton kind="plain" @click="copy">Copy the item with its form</KitButton>
        <KitButton kind="danger" @click="remove">Remove it …</KitButton>
      </p>
      <h2>Form</h2>
      <p v-if="sharers.length" class="notice">
        This form is shared with {{ sharers.map((one) => one.name).join(', ') }}: a change here changes it
        there too.
        <KitButton v-if="!isLocked" kind="link" @click="ownForm">Give this item a form of its own</KitButton>
      </p>
      <FormDesigner
        v-if="form"
        :design="design"
        :readonly="readonly"
        :findings="findings"
        :change="change"
        :change-all="changeAll"
        :form="form"
        :names="names"
        :vocabulary="vocabulary"
      />
      <p v-else class="notice bad">Its form is not in the design.</p>
    </template>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 0 32px;
  margin-top: 12px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
h2 {
  margin-top: 14px;
  border-bottom: 3px double var(--rule-2);
  padding-bottom: 3px;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
