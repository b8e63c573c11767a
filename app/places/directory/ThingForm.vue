<script setup lang="ts">
import { emptyOf, KINDS, namedBy, type ListName, type Value } from '~~/core/directory'
import { REQUESTER } from '~~/core/rights'
import { isoDate } from '~~/core/time'
import { labelOf, useLists } from './useThings'

// Makes a thing of the directory. What is needed stands first; the rest can be said later.
const props = defineProps<{
  list: ListName
  /** What is known beforehand. */
  begins?: Readonly<Record<string, Value>>
  /** Whether it stands in a slip of another form. */
  inside?: boolean
}>()
const emit = defineEmits<{ done: [made: { id: string; name: string }]; close: [] }>()
const kind = computed(() => KINDS[props.list])
const session = useSession()
const fields = computed(() =>
  Object.entries(kind.value.fields).filter(
    ([name, field]) => !field.guarded || session.may(field.guarded) || props.begins?.[name],
  ),
)
const FIRST = ['name', 'rights', 'mail', 'organisation', 'site', 'teams', 'team']
const isFirst = (name: string, needed?: string) => Boolean(needed) || FIRST.includes(name)
const first = computed(() => fields.value.filter(([name, field]) => isFirst(name, field.needed)))
const rest = computed(() => fields.value.filter(([name, field]) => !isFirst(name, field.needed)))
const more = ref(false)
const lists = useLists()
const time = useDeskTime()
const today = () => isoDate(time.now, session.me?.zone ?? 'UTC')
const BEGINS: Partial<Record<ListName, Record<string, Value>>> = {
  people: { role: REQUESTER },
  equipment: { state: 'in use' },
  roles: { reach: 'all' },
  // An agreement is mostly written down on the day on which it is made.
  ...(time.now > 0 && { agreements: { first: today() } }),
}
const typed = reactive<Record<string, Value>>(
  Object.fromEntries(
    Object.entries(KINDS[props.list].fields).map(([name, field]) => [
      name,
      props.begins?.[name] ?? BEGINS[props.list]?.[name] ?? emptyOf(field),
    ]),
  ),
)
/** What was begun for one team is not gone on with for another. */
const keptAs = `yare-thing-${props.list}${props.begins ? `-${JSON.stringify(props.begins)}` : ''}`
const { begun, forget, beginAnew } = useKeptForm(keptAs, typed)
watch(
  () => lists.data.value?.zone,
  (zone) => {
    if (zone && 'zone' in typed && props.list === 'sites') typed.zone ??= zone
  },
  { immediate: true },
)
// The form may be there before the desk's time is.
watch(
  () => time.now > 0,
  (isKnown) => {
    if (isKnown && props.list === 'agreements') typed.first ||= today()
  },
)
const invites = ref(true)
const mayInvite = computed(
  () => props.list === 'people' && session.may(typed.role === REQUESTER ? 'addRequesters' : 'manageAccess'),
)
const { busy, error, run } = useDeed()
const cache = useQueryCache()
const names = reactive<Record<string, Record<string, string>>>({})
/** What was chosen beforehand, or before the form was left, is known by its id alone: it is asked what it is called. */
onMounted(async () => {
  const chosen = fields.value.flatMap(([name, field]) =>
    'of' in field ? namedBy(field, typed[name]).map((id) => ({ list: field.of, id })) : [],
  )
  const called = await Promise.all(
    chosen.map(async ({ list, id }) => {
      const page = await api('GET /api/directory/{list}/{id}', { path: { list, id } }).catch(() => undefined)
      return { list, id, name: page && labelOf(list, page, page.names) }
    }),
  )
  for (const { list, id, name } of called) if (name) names[list] = { ...names[list], [id]: name }
})
async function send() {
  const said = Object.fromEntries(
    fields.value.flatMap(([name, field]) =>
      JSON.stringify(typed[name]) === JSON.stringify(emptyOf(field)) ? [] : [[name, typed[name]]],
    ),
  )
  const body = props.list === 'people' && !said.role ? { ...said, role: REQUESTER } : said
  const made = await run(() => api('POST /api/directory/{list}', { path: { list: props.list }, body }))
  if (!made) {
    more.value ||= rest.value.some(([name]) => error.value?.on(name))
    return
  }
  forget()
  if (mayInvite.value && invites.value)
    await beside('The invitation', api('POST /api/people/{person}/invitation', { path: { person: made.id } }))
  emit('done', { id: made.id, name: String(typed.name ?? made.id) })
  await cache.invalidateQueries({ key: ['directory'] }).catch(() => undefined)
}
function leave() {
  forget()
  emit('close')
}
</script>

<template>
  <form
    class="thing-form"
    novalidate
    :aria-label="`A new ${kind.name}`"
    @submit.prevent.stop="send"
    @keydown.esc.stop="emit('close')"
  >
    <h1 v-if="!inside">A new {{ kind.name }}</h1>
    <p v-if="!inside" class="quiet">{{ kind.says }}</p>
    <p v-if="begun" class="small" role="status">
      This is as far as you had come. <KitButton kind="link" @click="beginAnew">Begin anew</KitButton>
    </p>
    <div class="fields">
      <ThingField
        v-for="([name, field], at) in first"
        :key="name"
        v-model="typed[name]!"
        :field="field"
        :names="names"
        :all="typed"
        :choices="lists.data.value ?? { calendars: [], priorities: [] }"
        :error="error?.on(name)"
        :focuses="at === 0"
      />
    </div>
    <div v-if="more" class="fields">
      <ThingField
        v-for="[name, field] in rest"
        :key="name"
        v-model="typed[name]!"
        :field="field"
        :names="names"
        :all="typed"
        :choices="lists.data.value ?? { calendars: [], priorities: [] }"
        :error="error?.on(name)"
      />
    </div>
    <KitButton v-else-if="rest.length" kind="link" @click="more = true">
      Say more:
      {{
        rest
          .slice(0, 4)
          .map(([, field]) => field.label.toLowerCase())
          .join(', ')
      }}
      …
    </KitButton>
    <KitCheckbox
      v-if="mayInvite"
      v-model="invites"
      label="Send an invitation by mail, with a link by which they choose their password"
    />
    <KitError :error="error" />
    <p>
      <KitButton kind="main" type="submit" :busy="busy">Add the {{ kind.name }}</KitButton>
      &nbsp;<KitButton kind="plain" @click="leave">Leave it</KitButton>
    </p>
  </form>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
  gap: 0 20px;
}
h1 {
  margin: 0 0 4px;
}
</style>
