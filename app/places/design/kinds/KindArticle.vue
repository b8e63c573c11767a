<script setup lang="ts">
import {
  addStatus,
  addTransition,
  removeStatus,
  wayTo,
  type Status,
  type StatusGroup,
  type TicketKind,
} from '~~/core/lifecycle'
import { ledByOthers } from '~~/core/design'
import { withoutGaps } from '~~/core/json'
import { present } from '~~/core/lookup'
import { freeId } from '~~/core/naming'
import type { EachProps } from '~/composables/useDraft'
import type { DirectoryPage } from '~/composables/useNames'
import { ask } from '~/kit/asking'

// One ticket kind: its lifecycle as a picture and as tables, its fields, and what happens when nothing happens.
const props = defineProps<EachProps & { directory: DirectoryPage }>()
const LifecyclePicture = defineAsyncComponent(() => import('./LifecyclePicture.vue'))

const kind = computed(() => props.design.kinds.find((one) => one.id === props.id))
const number = computed(() => props.design.kinds.findIndex((one) => one.id === props.id) + 1)
const items = computed(() => props.design.items.filter((one) => one.kind === props.id))

// Asked once in a sitting; whoever has said yes is not asked at each field.
const agreed = useState<string[]>('shared-kinds', () => [])
const session = useSession()
const others = computed(() =>
  session.may('everyDesk')
    ? undefined
    : ledByOthers(props.directory.desks, [kind.value?.desk], present(session.me).id),
)
const mustAgree = computed(() => items.value.length > 1 && !agreed.value.includes(props.id))
const isLocked = computed(() => props.readonly || others.value !== undefined || mustAgree.value)
const agree = () => (agreed.value = [...agreed.value, props.id])
const route = useRoute()
const list = computed(() => ({ path: '/design/kinds', query: route.query }))

const save = (after: TicketKind) => props.change('kinds', props.id, kind.value, withoutGaps(after))
const put = (change: Partial<TicketKind>) => save({ ...present(kind.value), ...change })
const desks = computed(() =>
  named(props.directory.desks).map(({ value, label }) => ({ value, label: `${label}’s own` })),
)
function rename(name: string) {
  if (!name.trim()) throw new Error('Write what it is called.')
  void put({ name: name.trim() })
}
/** A kind like this one that is a desk's own; the items of that desk lead to it from then on. */
async function makeOwn(desk: { id: string; name: string }) {
  const before = present(kind.value)
  const id = freeId(`${before.id}-${desk.id}`, (one) => props.design.kinds.some((other) => other.id === one))
  const own = { ...before, id, name: `${before.name}, ${desk.name}`, desk: desk.id }
  const led = items.value.filter((item) => item.desk === desk.id)
  const isDone = await props.changeAll([
    { list: 'kinds', id, before: null, after: own },
    ...led.map((item) => ({ list: 'items', id: item.id, before: item, after: { ...item, kind: id } })),
  ])
  if (isDone) await navigateTo(`/design/kinds/${id}`)
}
async function removeKind() {
  if (await props.change('kinds', props.id, kind.value, null)) await navigateTo('/design/kinds')
}

const putStatus = (id: string, change: Partial<Status>) =>
  put({
    statuses: present(kind.value).statuses.map((one) =>
      one.id === id ? withoutGaps({ ...one, ...change }) : one,
    ),
  })
const moveStatus = (at: number, by: number) =>
  put({ statuses: stepped(present(kind.value).statuses, at, by) })
const add = (name: string, group: StatusGroup, between: { from?: string; to?: string }) =>
  save(addStatus(present(kind.value), name, group, between))
const nameOf = (id: string) => present(kind.value).statuses.find((one) => one.id === id)?.name ?? id
async function remove(id: string, at?: HTMLElement | null) {
  const { transitions, statuses } = present(kind.value)
  const count = transitions.filter((one) => one.from === id || one.to === id).length
  const beside = at ?? document.querySelector<HTMLElement>(`[data-status="${CSS.escape(id)}"]`)
  if (statuses.length === 1 || !beside) return
  const isMeant = await ask({
    at: beside,
    says: `Take out “${nameOf(id)}” with the ${counted(count, 'way')} to and from it? Tickets that are in it keep their edition.`,
    verb: 'Take it out',
  })
  if (isMeant) void save(removeStatus(present(kind.value), id))
}
const addWay = (from: string, to: string, label = '') =>
  save(addTransition(present(kind.value), from, to, label.trim() || wayTo(nameOf(to))))

const openField = ref<string>()
/** A gate asks for a field that the kind did not have: it has it from then on. */
async function askFor(status: Status, field: { name: string } | { label: string }) {
  const before = present(kind.value)
  const isKnown = (id: string) => props.design.fields.some((one) => one.name === id)
  const name = 'name' in field ? field.name : freeId(field.label, isKnown, 'field')
  const gate = [...status.gate, { field: name, required: false }]
  const after = {
    ...before,
    statuses: before.statuses.map((one) => (one.id === status.id ? { ...one, gate } : one)),
    fields: [...before.fields, { field: name }],
  }
  const made = 'label' in field ? { name, label: field.label, type: 'text' as const } : undefined
  const isDone = await props.changeAll([
    ...(made ? [{ list: 'fields', id: name, before: null, after: made }] : []),
    { list: 'kinds', id: before.id, before, after },
  ])
  // What it holds is said where the fields are.
  if (isDone && made) openField.value = name
}
</script>

<template>
  <div v-if="!kind">
    <h1>There is no such ticket kind</h1>
    <p><NuxtLink to="/design/kinds">All ticket kinds</NuxtLink></p>
  </div>
  <div v-else class="kind">
    <p class="small">
      <NuxtLink :to="list">← {{ heading }}</NuxtLink>
    </p>
    <h1>
      <span class="num">{{ under }}.{{ number }}</span>
      <template v-if="isLocked">{{ kind.name }}</template>
      <KitText
        v-else
        bare
        in-place="heading"
        label="Name of the kind"
        :model-value="kind.name"
        :commit="rename"
      />
    </h1>
    <FindingsAt :findings="findings" :place="`kinds/${kind.id}`" />
    <KindShared
      :kind="kind"
      :design="design"
      :directory="directory"
      :readonly="readonly"
      :locked="isLocked"
      :others="others"
      @agree="agree"
      @own="makeOwn"
      @remove="removeKind"
    />
    <KitChoice
      v-if="directory.desks.length"
      class="whose"
      label="Whose it is"
      clears
      placeholder="shared by all desks"
      :model-value="kind.desk ?? null"
      :options="desks"
      :disabled="isLocked"
      @update:model-value="put({ desk: $event ?? undefined })"
    />
    <ClientOnly>
      <LifecyclePicture :kind="kind" :readonly="isLocked" @connect="addWay" @remove="remove" />
    </ClientOnly>
    <KindStatuses
      :kind="kind"
      :design="design"
      :findings="findings"
      :readonly="isLocked"
      @put="putStatus"
      @move="moveStatus"
      @add="add"
      @remove="remove"
      @ask="askFor"
    />
    <section aria-labelledby="fields">
      <h2 id="fields">Fields</h2>
      <KindFields
        v-model:open="openField"
        :kind="kind"
        :design="design"
        :findings="findings"
        :readonly="isLocked"
        :teams="directory.teams"
        :roles="directory.roles"
        :change="change"
        :change-all="changeAll"
      />
    </section>
    <KindWays :kind="kind" :readonly="isLocked" @save="save" @add="addWay" />
    <section v-if="design.plans.length" aria-labelledby="comes">
      <h2 id="comes">Plans that come with it</h2>
      <p class="quiet small">They begin by themselves with every ticket of this kind.</p>
      <KitTicks
        bare
        label="Plans that come with it"
        :model-value="kind.plans ?? []"
        :options="named(design.plans)"
        :disabled="isLocked"
        @update:model-value="put({ plans: $event.length ? $event : undefined })"
      />
    </section>
    <section aria-labelledby="idle">
      <h2 id="idle">When nothing happens</h2>
      <IdleTimers
        :kind="kind"
        :design="design"
        :findings="findings"
        :readonly="isLocked"
        @change="(idle) => put({ idle })"
      />
    </section>
  </div>
</template>

<style scoped>
.kind :deep(section > h2) {
  margin: 18px 0 6px;
  border-bottom: 3px double var(--rule-2);
}
.whose {
  max-width: 300px;
}
h1 {
  display: flex;
  gap: 10px;
  align-items: baseline;
}
</style>
