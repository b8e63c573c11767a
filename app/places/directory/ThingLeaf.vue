<script setup lang="ts">
import { emptyOf, KINDS, type Field, type ListName, type Value } from '~~/core/directory'
import { ADMINISTRATOR, FIXED_ROLES, REQUESTER } from '~~/core/rights'
import { ask } from '~/kit/asking'
import { toast } from '~/kit/toast'
import { addressOfThing, labelOf, useLists, usesInWords, valueInWords } from './useThings'

// One thing of the directory: everything that is said of it, changed in place; what names it, and who changed what.
const props = defineProps<{ list: ListName; id: string }>()
const session = useSession()
const kind = computed(() => KINDS[props.list])
const lists = useLists()
const path = computed(() => ({ list: props.list, id: props.id }))
const thing = useQuery({
  key: () => ['directory', props.list, props.id],
  query: ({ signal }) => api('GET /api/directory/{list}/{id}', { path: path.value, signal }),
})
const cache = useQueryCache()
const page = computed(() => (thing.data.value?.id === props.id ? thing.data.value : undefined))
const mayChange = computed(
  () =>
    session.mayChange(props.list) &&
    !page.value?.mergedInto &&
    !(props.list === 'roles' && FIXED_ROLES.includes(props.id)) &&
    (session.may('changePeople') || page.value?.values.role !== ADMINISTRATOR),
)
/** A role is put together from another. */
const mayCopy = computed(
  () => props.list === 'roles' && props.id !== REQUESTER && session.may('composeRoles'),
)
const isOpen = ({ guarded, opens }: Field) =>
  mayChange.value &&
  (!guarded || session.may(guarded)) &&
  (!opens || page.value?.values.role === REQUESTER || session.may('changePeople'))
const title = computed(() => page.value && labelOf(props.list, page.value, page.value.names))

/** What is said of one field is taken over at once; what is wrong with it stands at the field. */
async function put(name: string, now: Value) {
  try {
    await api('PATCH /api/directory/{list}/{id}', { path: path.value, body: { [name]: now } })
  } catch (thrown) {
    const error = asApiError(thrown)
    throw new Error(error.on(name) ?? error.problem.fields?.[0]?.message ?? error.problem.detail, {
      cause: thrown,
    })
  }
  await cache.invalidateQueries({ key: ['directory'] }).catch(() => undefined)
}

const uses = useQuery({
  key: () => ['directory', props.list, props.id, 'uses'],
  query: ({ signal }) => api('GET /api/directory/{list}/{id}/uses', { path: path.value, signal }),
})
const merging = ref(false)
watch(
  () => [props.list, props.id],
  () => (merging.value = false),
)
// While tickets follow, the page asks how far they are.
const asks = setInterval(() => page.value?.following && void thing.refetch(), 1500)
onBeforeUnmount(() => clearInterval(asks))
const busy = ref(false)
async function setAway(away: boolean) {
  busy.value = true
  try {
    await (away
      ? api('POST /api/directory/{list}/{id}/away', { path: path.value })
      : api('POST /api/directory/{list}/{id}/back', { path: path.value }))
    await cache.invalidateQueries({ key: ['directory'] }).catch(() => undefined)
    toast(
      away ? `${title.value} is put away.` : `${title.value} is there again.`,
      away ? { undo: () => setAway(false) } : {},
    )
  } catch (error) {
    toast(asApiError(error).problem.detail, { bad: true })
  } finally {
    busy.value = false
  }
}
async function putAway(event: MouseEvent) {
  const named = uses.data.value ? usesInWords(uses.data.value) : ''
  const open = uses.data.value?.tickets.find((one) => one.as === 'technician')?.open ?? 0
  const yes = await ask({
    at: event.currentTarget as HTMLElement,
    says: [
      named
        ? `${named} name ${title.value} and go on doing so. It is chosen no more.`
        : `Nothing names ${title.value}. It is chosen no more.`,
      ...(open
        ? [`${open === 1 ? 'The open ticket goes' : `The ${open} open tickets go`} to others at once.`]
        : []),
    ].join(' '),
    verb: 'Put it away',
  })
  if (yes) await setAway(true)
}
const fields = computed(() => Object.entries(kind.value.fields))
/** What is empty and seldom said waits behind a press. */
const more = ref(false)
const isSaid = (name: string) => {
  const field = kind.value.fields[name]
  return (
    field !== undefined && JSON.stringify(page.value?.values[name] ?? null) !== JSON.stringify(emptyOf(field))
  )
}
/** What was empty when the page opened, so that nothing goes away while it is emptied. */
const folded = shallowRef<string[]>([])
watch(
  page,
  (now, before) => {
    if (!now || before) return
    folded.value = fields.value
      .filter(([name, field], at) => at > 1 && !field.needed && field.type !== 'extra' && !isSaid(name))
      .map(([name]) => name)
  },
  { immediate: true },
)
const shownFields = computed(() =>
  fields.value.filter(([name]) => more.value || !folded.value.includes(name)),
)
const FOLDED_SHOWN = 5
const foldedInWords = computed(() => {
  const labels = folded.value.map((name) => kind.value.fields[name]?.label.toLowerCase())
  return labels.slice(0, FOLDED_SHOWN).join(', ') + (labels.length > FOLDED_SHOWN ? ' …' : '')
})
const choicesOf = (what?: string) =>
  what === 'calendars'
    ? lists.data.value?.calendars
    : what === 'priorities'
      ? lists.data.value?.priorities
      : []
const shown = (name: string) =>
  page.value &&
  valueInWords(
    props.list,
    name,
    page.value.values[name],
    page.value.names,
    choicesOf((kind.value.fields[name] as { what?: string } | undefined)?.what),
  )
</script>

<template>
  <KitError :error="thing.error.value" tries-again @again="thing.refetch()" />
  <p v-if="!page && !thing.error.value" class="quiet" role="status">Reading the {{ kind.name }} …</p>
  <article v-if="page">
    <header>
      <h1>
        {{ title }}
        <span class="quiet small">{{ kind.numbered ? `${kind.name} ${id}` : kind.name }}</span>
      </h1>
      <p v-if="mayChange || mayCopy" class="acts">
        <template v-if="mayCopy">
          <NuxtLink :to="{ path: '/directory/roles', query: { new: '1', like: id } }"
            >Another like this …</NuxtLink
          >&nbsp;
        </template>
        <template v-if="mayChange && page.active">
          <KitButton kind="link" @click="merging = !merging">Merge …</KitButton>
          &nbsp;<KitButton kind="link" :busy="busy" @click="putAway">Put away …</KitButton>
        </template>
        <KitButton v-else-if="mayChange && !page.mergedInto" kind="act" :busy="busy" @click="setAway(false)"
          >Take it back</KitButton
        >
      </p>
    </header>
    <p v-if="page.mergedInto" class="notice">
      This {{ kind.name }} is
      <NuxtLink :to="addressOfThing(list, page.mergedInto)">{{
        page.names[list]?.[page.mergedInto] ?? page.mergedInto
      }}</NuxtLink>
      now: whatever named it names that one. What only it said is kept here.
    </p>
    <p v-else-if="!page.active" class="notice">
      This {{ kind.name }} is put away: it stays with whatever names it, and is chosen no more.
    </p>
    <MergePart
      v-if="merging"
      :id="id"
      :list="list"
      :name="title ?? ''"
      :version="page.version"
      @close="merging = false"
    />
    <KitProgress
      v-if="page.following"
      :label="
        page.following.total
          ? `${page.following.done} of ${page.following.total} tickets follow it`
          : 'Tickets follow it'
      "
      :share="page.following.total ? page.following.done / page.following.total : undefined"
    />
    <ThingNotes :list="list" :page="page" />
    <div v-if="mayChange" class="fields" :class="{ plain: !page.active }">
      <ThingField
        v-for="[name, field] in shownFields"
        :key="`${id} ${name}`"
        :model-value="page.values[name] ?? null"
        :field="field"
        :names="page.names"
        :all="page.values"
        :choices="lists.data.value ?? { calendars: [], priorities: [] }"
        :disabled="!isOpen(field)"
        :commit="(now) => put(name, now)"
      />
    </div>
    <KitButton v-if="mayChange && folded.length && !more" kind="link" @click="more = true"
      >Say more: {{ foldedInWords }}</KitButton
    >
    <dl v-if="!mayChange">
      <template v-for="[name, field] in fields" :key="name">
        <template v-if="shown(name)">
          <dt>{{ field.label }}</dt>
          <dd>{{ shown(name) }}</dd>
        </template>
      </template>
    </dl>
    <TeamPart v-if="list === 'teams'" :id="id" :name="title ?? ''" />
    <AccessPart
      v-if="list === 'people' && page.active"
      :id="id"
      :name="page.name"
      :role="String(page.values.role)"
      :mail="String(page.values.mail)"
    />
    <PersonPart v-if="list === 'people' && page.values.role !== REQUESTER" :id="id" />
    <CoveredPart
      v-if="list === 'agreements'"
      :id="id"
      :key="id"
      :organisation="String(page.values.organisation ?? '')"
    />
    <RepairPart v-if="list === 'equipment'" :id="id" :away="page.more.away" :name="title ?? ''" />
    <ThingUses v-if="uses.data.value" :list="list" :id="id" :uses="uses.data.value" />
    <KitError :error="uses.error.value" tries-again @again="uses.refetch()" />
    <ThingTrail v-if="session.mayChange(list)" :list="list" :id="id" />
  </article>
</template>

<style scoped>
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 4px 16px;
  flex-wrap: wrap;
  border-bottom: 3px double var(--rule-2);
  margin-bottom: 10px;
}
h1 {
  margin: 0;
  overflow-wrap: anywhere;
}
.acts {
  margin: 0;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 0 24px;
}
dl {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 4px 16px;
}
dt {
  color: var(--ink-3);
}
dd {
  margin: 0;
}
</style>
