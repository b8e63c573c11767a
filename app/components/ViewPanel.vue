<script setup lang="ts">
import {
  MOST_ON_A_CARD,
  VIEW_COLUMNS,
  VIEW_GROUPS,
  VIEW_SORTS,
  type ViewColumn,
  type ViewDefinition,
  type ViewGroup,
  type ViewSort,
} from '~~/core/work'
import { fieldFact, FIELD_TYPES } from '~~/core/fields'
import type { Names } from '~/composables/useNames'
import type { SavedView } from '~/composables/useViews'

// How a list of tickets is looked at: which, in what order, what is said of each; kept under a name.
const props = defineProps<{ view: ViewDefinition; saved?: SavedView; opens: boolean }>()
const emit = defineEmits<{
  change: [view: ViewDefinition]
  kept: [id: number]
  gone: []
  opensHere: [on: boolean]
  close: []
}>()
const session = useSession()
/** The fields that may stand in columns, with their names; what is too long for a row is left out. */
const fields = computed(() => (design.value?.fields ?? []).filter((one) => !FIELD_TYPES[one.type].isLong))
const fieldNames = computed(() => Object.fromEntries(fields.value.map((one) => [one.name, one.label])))
const fieldColumns = computed(() => fields.value.map((one) => fieldFact(one.name)))
const allColumns = computed<ViewColumn[]>(() => [...VIEW_COLUMNS, ...fieldColumns.value])
const columnName = (column: ViewColumn) => partName(COLUMN_NAMES, column, fieldNames.value)
const design = shallowRef<AnswerOf<'GET /api/views/words'>['design']>()
const names = shallowRef<Names>({})
const name = ref(props.saved?.name ?? '')
const shared = ref(props.saved?.shared ?? false)
watch(
  () => props.saved?.id,
  () => {
    name.value = props.saved?.name ?? ''
    shared.value = props.saved?.shared ?? false
  },
)
const { busy, error, run } = useDeed()

onMounted(async () => {
  const found = await beside('What can be chosen', api('GET /api/views/words'))
  if (!found) return
  design.value = found.design
  names.value = found.names
  offered.value = found.facts
})
const offered = ref<string[]>([])
const set = (part: Partial<ViewDefinition>) => emit('change', { ...props.view, ...part })
const has = (column: ViewColumn) => props.view.columns.includes(column)
function toggle(column: ViewColumn) {
  set({
    columns: has(column)
      ? props.view.columns.filter((one) => one !== column)
      : [...props.view.columns, column],
  })
}
function move(column: ViewColumn, by: number) {
  const columns = [...props.view.columns]
  const at = columns.indexOf(column)
  const to = at + by
  if (to < 0 || to >= columns.length) return
  columns.splice(to, 0, ...columns.splice(at, 1))
  set({ columns })
}
const body = () => ({ name: name.value, shared: shared.value, definition: props.view })
async function keep(asNew: boolean) {
  const known = !asNew && props.saved
  const id = await run(async () => {
    if (!known) return (await api('POST /api/views', { body: body() })).id
    await api('PATCH /api/views/{view}', { path: { view: known.id }, body: body() })
    return known.id
  })
  if (id !== undefined) emit('kept', id)
}
async function drop() {
  if (
    await run(async () => (await api('DELETE /api/views/{view}', { path: { view: props.saved!.id } }), true))
  )
    emit('gone')
}
const mayChange = computed(
  () => props.saved && (props.saved.mine || (props.saved.shared && session.may('shareViews'))),
)
</script>

<template>
  <section class="panel" aria-label="This view" @keydown.esc.stop="emit('close')">
    <div class="line">
      <b>Only tickets for which</b>
      <DesignConditionField
        v-if="design"
        :condition="view.where"
        :design="design"
        :names="names"
        :readonly="false"
        label="Which tickets"
        :offered="offered"
        @change="set({ where: $event })"
      />
    </div>
    <div class="line">
      <label
        >ordered by
        <select class="inline-field" :value="view.sort" @change="set({ sort: typedIn($event) as ViewSort })">
          <option v-for="one in VIEW_SORTS" :key="one" :value="one">{{ SORT_NAMES[one] }}</option>
          <optgroup v-if="fields.length" label="fields">
            <option v-for="one in fields" :key="one.name" :value="fieldFact(one.name)">
              {{ one.label }}
            </option>
          </optgroup>
        </select></label
      >
      <label class="tick-field"
        ><input
          type="checkbox"
          :checked="view.isTurned"
          @change="set({ isTurned: isTicked($event) || undefined })"
        />
        the other way round</label
      >
      <label
        >under
        <select
          class="inline-field"
          :value="view.group ?? ''"
          @change="set({ group: (typedIn($event) || undefined) as ViewGroup | undefined })"
        >
          <option value="">no headings</option>
          <option v-for="one in VIEW_GROUPS" :key="one" :value="one">{{ GROUP_NAMES[one] }}</option>
          <optgroup v-if="fields.length" label="fields">
            <option v-for="one in fields" :key="one.name" :value="fieldFact(one.name)">
              {{ one.label }}
            </option>
          </optgroup>
        </select></label
      >
      <label class="tick-field"
        ><input
          type="checkbox"
          :checked="view.dense"
          @change="set({ dense: isTicked($event) || undefined })"
        />
        denser rows</label
      >
    </div>
    <fieldset class="line columns">
      <legend>
        Each says<span v-if="view.board" class="quiet small"> (cards: the first {{ MOST_ON_A_CARD }})</span>
      </legend>
      <label
        v-for="one in [...view.columns, ...allColumns.filter((each) => !has(each))]"
        :key="one"
        class="tick-field"
        ><input type="checkbox" :checked="has(one)" @change="toggle(one)" /> {{ columnName(one)
        }}<button
          v-if="has(one) && view.columns[0] !== one"
          class="link small"
          type="button"
          :aria-label="`say ${columnName(one)} earlier`"
          @click.prevent="move(one, -1)"
        >
          ←
        </button></label
      >
    </fieldset>
    <form class="line" @submit.prevent="keep(!mayChange)">
      <label
        >Name <input v-model="name" class="inline-field" maxlength="80" placeholder="of this view" required
      /></label>
      <label v-if="session.may('shareViews')" class="tick-field"
        ><input v-model="shared" type="checkbox" /> for everybody of the desk</label
      >
      <button class="act main" type="submit" :disabled="busy">
        {{ mayChange ? 'Keep the change' : 'Keep this view' }}
      </button>
      <button v-if="mayChange" class="act" type="button" :disabled="busy || !name" @click="keep(true)">
        Keep as another
      </button>
      <button v-if="mayChange" class="act plain" type="button" :disabled="busy" @click="drop">
        Take it away
      </button>
      <label v-if="saved" class="tick-field"
        ><input type="checkbox" :checked="opens" @change="emit('opensHere', isTicked($event))" /> my Desk
        opens here</label
      >
      <button class="act plain" type="button" @click="emit('close')">Close</button>
    </form>
    <p v-if="error" class="notice bad" role="alert">
      {{ error.problem.detail }} {{ error.problem.fields?.map((one) => one.message).join(' ') }}
    </p>
  </section>
</template>

<style scoped>
.panel {
  margin: 0 18px 8px;
  max-height: 60vh;
  overflow-y: auto;
}
.line {
  margin-bottom: 8px;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
}
.line:first-child {
  display: block;
}
.columns {
  border: 0;
  padding: 0;
}
legend {
  font-weight: 600;
  float: left;
}
</style>
