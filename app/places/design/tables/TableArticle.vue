<script setup lang="ts">
import { ARRIVAL_FACTS, FACTS, termsOfFact } from '~~/core/facts'
import { CompiledDesign, Directory, domainsOf, type Design } from '~~/core/design'
import { fieldFact } from '~~/core/fields'
import { cellNamesOf } from '~~/core/design'
import type { Cell, DecisionTable, HitPolicy, Row } from '~~/core/table'
import { freeId } from '~~/core/naming'
import type { PageProps } from '~/composables/useDraft'
import type { DirectoryPage, Names } from '~/composables/useNames'
import { keysOf, oneAt } from '~~/core/lookup'

// A decision table of triage: its rows as a grid, what analysis finds in it, and a trial at the foot.
type Part = 'what' | 'weight' | 'routing' | 'skills'
const props = defineProps<
  PageProps & { part: Part; names: Names; directory: DirectoryPage; version: number }
>()

/** What is decided before a table is asked; all else of triage it cannot know. */
const DECIDED_BEFORE: Record<Part, string[]> = {
  what: ['category'],
  weight: ['category'],
  routing: ['category', 'impact', 'urgency', 'priority'],
  skills: ['category', 'impact', 'urgency', 'priority', 'queue', 'team'],
}

const PLACES: Record<Part, string> = {
  what: 'triage/what',
  weight: 'triage/how-bad',
  routing: 'triage/where-it-goes',
  skills: 'triage/skills',
}
const place = computed(() => PLACES[props.part])
const EMPTY: Record<'what' | 'skills', DecisionTable> = {
  what: { id: 'what', name: 'What it is', columns: ['item'], outcomes: ['category'], rows: [] },
  skills: {
    id: 'skills',
    name: 'Who knows what',
    hitPolicy: 'collect',
    columns: ['category'],
    outcomes: ['skill'],
    rows: [],
  },
}
const said = computed(() => props.design.triage[props.part])
const table = computed<DecisionTable>(() => said.value ?? EMPTY[props.part as 'what'])
const policy = computed<HitPolicy>(() => table.value.hitPolicy ?? 'first')

const compiled = computed(() => new CompiledDesign(props.design as Design, 0))
const words = computed(() =>
  compiled.value.vocabulary(
    new Directory(props.directory as unknown as ConstructorParameters<typeof Directory>[0]),
  ),
)
const title = (fact: string) =>
  fact.startsWith('field.')
    ? (props.design.fields.find((one) => fieldFact(one.name) === fact)?.label ?? fact)
    : fact.startsWith('form.')
      ? (props.design.questions.find((one) => `form.${one.name}` === fact)?.label ?? fact)
      : (termsOfFact(fact)?.name ?? fact)
const GRADES = ['high', 'medium', 'low'].map((value) => ({ value, label: value }))
const skills = computed(() =>
  props.directory.skills
    .filter((one) => one.active !== false)
    .map(({ id, name }) => ({ value: id, label: name })),
)
/** What an outcome may become; nothing where it is written freely. */
const choices = (outcome: string): { value: string; label: string }[] =>
  outcome === 'impact' || outcome === 'urgency' ? GRADES : (props.names[outcome] ?? [])
const namesOfFact = (fact: string) =>
  fact === 'skill' ? ({ type: 'text' } as const) : cellNamesOf(props.design, props.names, fact)

const domains = computed(() => domainsOf(props.design, props.names))
const { analysis, busy, failed } = useTableAnalysis(table, domains)

const save = (after: DecisionTable) => props.change('triage', props.part, said.value ?? null, after)
const saveRows = (rows: Row[]) => save({ ...table.value, rows })

// Columns
const SORTS_OF_FACT: Record<string, string> = { form: 'answer: ', field: 'field: ' }
const offered = computed(() =>
  [
    ...Object.keys(FACTS).filter(
      (fact) => ARRIVAL_FACTS.includes(fact) || DECIDED_BEFORE[props.part].includes(fact),
    ),
    ...props.design.questions.filter((one) => one.type !== 'explanation').map((one) => `form.${one.name}`),
    ...props.design.fields.map((one) => fieldFact(one.name)),
  ]
    .filter((fact) => !table.value.columns.includes(fact))
    .map((value) => ({ value, label: `${SORTS_OF_FACT[oneAt(value.split('.'), 0)] ?? ''}${title(value)}` })),
)
function addColumn(fact: string) {
  const rows = table.value.rows.map((row) => ({ ...row, cells: [...row.cells, null] }))
  void save({ ...table.value, columns: [...table.value.columns, fact], rows })
}
const moveColumn = (index: number, by: number) =>
  save({
    ...table.value,
    columns: stepped(table.value.columns, index, by),
    rows: table.value.rows.map((row) => ({ ...row, cells: stepped(row.cells, index, by) })),
  })
const removeColumn = (index: number) =>
  save({
    ...table.value,
    columns: table.value.columns.filter((_, at) => at !== index),
    rows: table.value.rows.map((row) => ({ ...row, cells: row.cells.filter((_, at) => at !== index) })),
  })

const POLICIES: Record<HitPolicy, string> = {
  first: 'the first row that fits decides',
  unique: 'only one row may fit',
  priority: 'of the rows that fit, the weightiest outcome',
  collect: 'all rows that fit count',
}
const policies = computed(() =>
  keysOf(POLICIES).map((value) => ({
    ...{ value, label: POLICIES[value] },
    disabled: (value === 'collect') !== (props.part === 'skills'),
  })),
)
function setPolicy(hitPolicy: HitPolicy) {
  const order =
    hitPolicy === 'priority'
      ? Object.fromEntries(
          table.value.outcomes.map((name) => [
            name,
            table.value.order?.[name] ?? choices(name).map((one) => one.value),
          ]),
        )
      : undefined
  const { order: _, ...rest } = table.value
  void save({ ...rest, hitPolicy, ...(order && { order }) })
}
const moveInOrder = (outcome: string, index: number, by: number) =>
  save({
    ...table.value,
    order: { ...table.value.order, [outcome]: stepped(table.value.order?.[outcome] ?? [], index, by) },
  })

/** Rows for cases that none fits, at the end, where they take nothing from the rows above. */
function addFor(cells: Cell[][]) {
  const rows = [...table.value.rows]
  for (const one of cells) rows.push(freshRow(rows, one))
  void saveRows(rows)
}
function freshRow(rows: readonly Row[], cells: Cell[]): Row {
  const ids = new Set(rows.map((row) => row.id))
  const fallback = props.design.triage.otherwise as Record<string, string>
  const first = (name: string) =>
    name === 'impact' || name === 'urgency' ? 'medium' : (fallback[name] ?? choices(name)[0]?.value ?? '')
  return {
    id: freeId(`row ${rows.length + 1}`, (id) => ids.has(id), 'row'),
    cells,
    outcome: Object.fromEntries(table.value.outcomes.map((name) => [name, first(name)])),
  }
}
const otherwise = (outcome: string) => {
  if (props.part === 'what') return 'that of the catalog item'
  if (props.part === 'skills') return 'nothing special'
  if (props.part === 'weight') return 'medium'
  const value = props.design.triage.otherwise[outcome as 'queue']
  return choices(outcome).find((one) => one.value === value)?.label ?? value
}
const matrixInWords = computed(() =>
  GRADES.flatMap(({ value: impact }) =>
    GRADES.map(({ value: urgency }) => `${impact} and ${urgency}: ${numeral(impact, urgency)}`),
  ).join('; '),
)
function numeral(impact: string, urgency: string): string {
  const id = props.design.triage.matrix[impact as 'high'][urgency as 'high']
  return props.design.priorities.find((one) => one.id === id)?.numeral ?? id
}
const gapsInWords = (count: number, isComplete: boolean) =>
  count === 1 && isComplete
    ? '1 sort of case fits none'
    : `${count}${isComplete ? '' : ' or more'} sorts of case fit none`
/** Rows that a trial ended at, or nearly. */
const tried = ref<{ decided?: string; nearly?: string }>({})
</script>

<template>
  <div class="article">
    <h1>{{ heading }}</h1>
    <div class="line">
      <template v-if="readonly">{{ POLICIES[policy] }}</template>
      <KitChoice
        v-else
        bare
        label="Which row decides"
        :model-value="policy"
        :options="policies"
        @update:model-value="$event && setPolicy($event)"
      />
      <span class="quiet">{{ table.rows.length === 1 ? '1 row' : `${table.rows.length} rows` }}</span>
      <span class="quiet" role="status">
        <template v-if="busy">· reading …</template>
        <template v-else-if="failed">· the analysis broke off; change something to try again</template>
        <template v-else-if="analysis && table.rows.length"
          >· {{ analysis.dead.length ? `${analysis.dead.length} never fit` : 'every row can fit'
          }}<template v-if="part !== 'skills'"
            >,
            {{
              analysis.gaps.length
                ? gapsInWords(analysis.gaps.length, analysis.isComplete)
                : 'every case fits a row'
            }}</template
          ></template
        >
      </span>
    </div>
    <div v-if="policy === 'priority'" class="weights">
      <p v-for="outcome in table.outcomes" :key="outcome" class="small">
        {{ outcome }}:
        <span v-for="(value, index) in table.order?.[outcome] ?? []" :key="value" class="weight">
          <b>{{ choices(outcome).find((one) => one.value === value)?.label ?? value }}</b>
          <KitButton
            v-if="!readonly && index > 0"
            kind="sign"
            :aria-label="`${outcome}: ${value} weighs more`"
            @click="moveInOrder(outcome, index, -1)"
            >←</KitButton
          >
          {{ index < (table.order?.[outcome]?.length ?? 0) - 1 ? 'before' : '' }}
        </span>
      </p>
    </div>

    <TableGrid
      :table="table"
      :part="part"
      :place="place"
      :heading="heading"
      :design="design"
      :names="names"
      :readonly="readonly"
      :findings="findings"
      :tried="tried"
      :title="title"
      :choices="choices"
      :skills="skills"
      :names-of-fact="namesOfFact"
      :fresh-row="freshRow"
      :otherwise="otherwise"
      @rows="saveRows"
      @move-column="moveColumn"
      @remove-column="removeColumn"
    />
    <div v-if="!readonly" class="line">
      <KitButton @click="addFor([table.columns.map(() => null)])">Add a row</KitButton>
      <KitChoice
        bare
        placeholder="and ask …"
        label="Ask one more fact"
        :model-value="null"
        :options="offered"
        @update:model-value="$event && addColumn($event)"
      />
      <TableExchange
        :part="part"
        :table="table"
        :title="title"
        @take="(taken: Partial<DecisionTable>) => save({ ...table, ...taken })"
      />
    </div>
    <p v-if="part === 'weight'" class="quiet">
      Impact and urgency together give a priority: {{ matrixInWords }}.
    </p>
    <TableFindings
      v-if="analysis"
      :analysis="analysis"
      :table="table"
      :words="words"
      :readonly="readonly"
      :collects="part === 'skills'"
      @add="addFor"
    />
    <LearntRules
      v-if="part === 'what'"
      :design="design"
      :readonly="readonly"
      :findings="findings"
      :change="change"
      :change-all="changeAll"
    />
    <TriageTrial
      v-if="!readonly"
      :design="design"
      :directory="directory"
      :version="version"
      :part="part"
      @tried="tried = $event"
    />
  </div>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  margin: 4px 0 8px;
}
.weights p {
  margin: 0 0 4px;
}
.weight {
  margin-right: 4px;
}
</style>
