<script setup lang="ts">
import {
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
const words = useViewWords()
const design = computed(() => words.data.value?.design)
const names = computed<Names>(() => words.data.value?.names ?? {})
const offered = computed(() => words.data.value?.facts ?? [])
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
const among = <T extends string>(plain: readonly T[], called: Readonly<Record<T, string>>) => [
  ...plain.map((value) => ({ value: value as string, label: called[value] })),
  ...fields.value.map((one) => ({ value: fieldFact(one.name) as string, label: one.label, note: 'field' })),
]
const sorts = computed(() => among(VIEW_SORTS, SORT_NAMES))
const groups = computed(() => among(VIEW_GROUPS, GROUP_NAMES))
</script>

<template>
  <section class="panel" aria-label="This view" @keydown.esc.stop="emit('close')">
    <KitError :error="words.error.value ?? undefined" tries-again @again="words.refetch()" />
    <b>Only tickets for which</b>
    <ConditionField
      v-if="design"
      :condition="view.where"
      :words="design"
      :names="names"
      :readonly="false"
      label="Which tickets"
      :offered="offered"
      @change="set({ where: $event })"
    />
    <div class="line">
      <KitChoice
        label="ordered by"
        :model-value="view.sort"
        :options="sorts"
        @update:model-value="$event && set({ sort: $event as ViewSort })"
      />
      <KitChoice
        label="under"
        :model-value="view.group ?? null"
        placeholder="no headings"
        clears
        :options="groups"
        @update:model-value="set({ group: ($event ?? undefined) as ViewGroup | undefined })"
      />
      <div>
        <KitCheckbox
          label="the other way round"
          :model-value="view.isTurned === true"
          @update:model-value="set({ isTurned: $event || undefined })"
        />
        <KitCheckbox
          label="denser rows"
          :model-value="view.dense === true"
          @update:model-value="set({ dense: $event || undefined })"
        />
      </div>
    </div>
    <fieldset class="line columns">
      <legend>Each says</legend>
      <span
        v-for="one in [...view.columns, ...allColumns.filter((each) => !has(each))]"
        :key="one"
        class="column"
      >
        <KitCheckbox
          :label="columnName(one)"
          :model-value="has(one)"
          @update:model-value="toggle(one)"
        /><KitButton
          v-if="has(one) && view.columns[0] !== one"
          kind="link"
          class="small"
          :aria-label="`say ${columnName(one)} earlier`"
          @click="move(one, -1)"
          >←</KitButton
        >
      </span>
    </fieldset>
    <BoardOptions
      v-if="view.board && words.data.value"
      :view="view"
      :statuses="words.data.value.statuses"
      @change="set"
    />
    <form class="line" @submit.prevent="keep(!mayChange)">
      <KitText v-model="name" label="Name" placeholder="of this view" :most="80" :error="error?.on('name')" />
      <div>
        <KitCheckbox v-if="session.may('shareViews')" v-model="shared" label="for everybody of the desk" />
        <KitCheckbox
          v-if="saved"
          label="my Desk opens here"
          :model-value="opens"
          @update:model-value="emit('opensHere', $event)"
        />
      </div>
      <span class="deeds">
        <KitButton kind="main" type="submit" :busy="busy" :disabled="!name.trim()">
          {{ mayChange ? 'Keep the change' : 'Keep this view' }}
        </KitButton>
        <KitButton v-if="mayChange" :disabled="busy || !name.trim()" @click="keep(true)"
          >Keep as another</KitButton
        >
        <KitButton v-if="mayChange" kind="plain" :disabled="busy" @click="drop">Take it away</KitButton>
        <KitButton kind="plain" @click="emit('close')">Close</KitButton>
      </span>
    </form>
    <KitError :error="error" />
  </section>
</template>

<style scoped>
.panel {
  margin: 0 18px 8px;
  max-height: 60vh;
  overflow-y: auto;
}
.line {
  margin-top: 8px;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
}
.line :deep(.kit-field) {
  margin-bottom: 0;
}
.columns {
  border: 0;
  padding: 0;
}
legend {
  font-weight: 600;
  padding: 0;
}
.column,
.deeds {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 4px 6px;
  align-items: center;
}
</style>
