<script setup lang="ts">
import { KINDS, type ListName, type Value } from '~~/core/directory'
import { momentInWords } from '~~/core/time'
import { toast } from '~/kit/toast'
import { addressOfThing, useLists, valueInWords } from './useThings'

// Who changed what, newest first: of one thing, of a list, or of the whole directory.
const props = defineProps<{ list?: ListName; id?: string }>()
type Trail = AnswerOf<'GET /api/directory/trail'>
type Line = Trail['rows'][number]
const session = useSession()
const time = useDeskTime()
const lists = useLists()
const zone = computed(() => session.me?.zone ?? 'UTC')
const shown = ref(false)
const trail = useQuery({
  key: () => ['directory', 'trail', props.list ?? '', props.id ?? ''],
  query: ({ signal }) =>
    api('GET /api/directory/trail', { query: { list: props.list, id: props.id, limit: 50 }, signal }),
  enabled: () => shown.value || props.id !== undefined,
})
const older = ref<Line[]>([])
const olderNames = ref<Trail['names']>({})
const next = ref<number>()
watch(
  () => trail.data.value,
  (now) => {
    older.value = []
    next.value = now?.next
  },
  { immediate: true },
)
async function more() {
  const page = await beside(
    'Older changes',
    api('GET /api/directory/trail', {
      query: { list: props.list, id: props.id, limit: 50, before: next.value },
    }),
  )
  if (!page) return
  older.value = [...older.value, ...page.rows]
  olderNames.value = { ...olderNames.value, ...page.names }
  next.value = page.next
}
const rows = computed(() =>
  [...(trail.data.value?.rows ?? []), ...older.value].map((line) => {
    const into = line.deed === 'merged' ? line.changed.mergedInto?.after : undefined
    return { ...line, after: typeof into === 'string' ? into : undefined }
  }),
)
const names = computed(() => ({ ...olderNames.value, ...trail.data.value?.names }))
const DEEDS = {
  made: 'added',
  changed: 'changed',
  putAway: 'put away',
  takenBack: 'took back',
  merged: 'merged',
}
const WAYS = { hand: '', file: 'by file', program: 'by a program', setup: 'at the first visit' }
const said = (line: Line, field: string, value: Value) => {
  const descriptor = KINDS[line.list].fields[field]
  // What goes with a change without being a field of its own: the day from which hours hold.
  if (!descriptor) return String(value ?? 'nothing')
  const choices = descriptor?.type === 'ofDesign' ? lists.data.value?.[descriptor.what] : []
  return valueInWords(line.list, field, value, names.value, choices) || 'nothing'
}
const BESIDE: Record<string, string> = { shiftFrom: 'From' }
const labelOf = (line: Line, field: string) => KINDS[line.list].fields[field]?.label ?? BESIDE[field] ?? field
const isField = (line: Line, field: string) => Object.hasOwn(KINDS[line.list].fields, field)
const cache = useQueryCache()
async function putBack(line: Line, field: string) {
  const change = line.changed[field]
  if (!change) return
  try {
    await api('PATCH /api/directory/{list}/{id}', {
      path: { list: line.list, id: line.thing },
      body: { [field]: change.before },
    })
    toast(`${labelOf(line, field)} is as it was.`)
    await cache.invalidateQueries({ key: ['directory'] }).catch(() => undefined)
  } catch (error) {
    const { problem } = asApiError(error)
    toast(problem.fields?.[0]?.message ?? problem.detail, { bad: true })
  }
}
</script>

<template>
  <section aria-labelledby="trail">
    <h2 id="trail">Its record</h2>
    <KitButton v-if="id === undefined && !shown" kind="link" @click="shown = true"
      >Show who changed what</KitButton
    >
    <KitError :error="trail.error.value" tries-again @again="trail.refetch()" />
    <ol v-if="rows.length">
      <li v-for="line in rows" :key="line.id">
        <p>
          <time class="num quiet small">{{ momentInWords(line.at, zone, time.now) }}</time>
          <b>{{ line.by === null ? 'The desk' : (names.people?.[line.by] ?? line.by) }}</b>
          {{ ` ${DEEDS[line.deed]} ` }}
          <NuxtLink v-if="id === undefined" :to="addressOfThing(line.list, line.thing)">{{
            line.name
          }}</NuxtLink>
          <template v-if="line.after">
            into
            <NuxtLink :to="addressOfThing(line.list, line.after)">{{
              names[line.list]?.[line.after] ?? line.after
            }}</NuxtLink></template
          >
          <span class="quiet small beside">{{ WAYS[line.way] }}</span>
        </p>
        <dl v-if="line.deed === 'changed'">
          <template v-for="(change, field) in line.changed" :key="field">
            <dt>{{ labelOf(line, String(field)) }}</dt>
            <dd>
              <s>{{ said(line, String(field), change.before) }}</s> →
              {{ said(line, String(field), change.after) }}
              <KitButton
                v-if="session.mayChange(line.list) && isField(line, String(field))"
                kind="quiet"
                :aria-label="`Put ${labelOf(line, String(field))} back`"
                @click="putBack(line, String(field))"
                >put back</KitButton
              >
            </dd>
          </template>
        </dl>
      </li>
    </ol>
    <p v-else-if="(shown || id !== undefined) && trail.data.value" class="quiet">
      Nothing was changed since this record is kept.
    </p>
    <KitButton v-if="next !== undefined && rows.length" kind="plain" @click="more"
      >Show older changes</KitButton
    >
  </section>
</template>

<style scoped>
.beside {
  margin-left: 6px;
}
h2 {
  border-bottom: 1px solid var(--rule-2);
  margin: 18px 0 6px;
}
ol {
  list-style: none;
  padding: 0;
  margin: 0;
}
li {
  border-bottom: 1px solid var(--rule);
  padding: 4px 0;
}
li p {
  margin: 0;
}
dl {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 0 14px;
  margin: 2px 0 4px;
  font-size: 0.93rem;
}
dt {
  color: var(--ink-3);
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
s {
  color: var(--ink-3);
}
time {
  margin-right: 8px;
}
</style>
