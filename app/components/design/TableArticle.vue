<script setup lang="ts">
import type { Cell, DecisionTable, Row } from '~~/core/table'
import { FACT_NAMES } from '~~/core/design/compile'
import type { ArticleProps } from '~/composables/useDraft'
import type { Names } from '~/composables/useNames'

const props = defineProps<
  ArticleProps & { part: 'routing' | 'weight'; place: string; heading: string; names: Names }
>()
const matrixInWords = computed(() =>
  GRADES.flatMap(({ value: impact }) =>
    GRADES.map(({ value: urgency }) => `${impact} and ${urgency}: ${numeral(impact, urgency)}`),
  ).join('; '),
)
function numeral(impact: string, urgency: string): string {
  const id = props.design.triage.matrix[impact as 'high'][urgency as 'high']
  return props.design.priorities.find((one) => one.id === id)?.numeral ?? id
}
const table = computed<DecisionTable>(() => props.design.triage[props.part])
const title = (fact: string) =>
  fact.startsWith('form.')
    ? (props.design.questions.find((one) => `form.${one.name}` === fact)?.label ?? fact)
    : (FACT_NAMES[fact] ?? fact)
const GRADES = ['high', 'medium', 'low'].map((value) => ({ value, label: value }))
const choices = (outcome: string) => props.names[outcome] ?? GRADES

const save = (rows: Row[]) => props.change('triage', props.part, table.value, { ...table.value, rows })
const replace = (index: number, row: Row) =>
  save(table.value.rows.map((one, at) => (at === index ? row : one)))
const setCell = (index: number, column: number, cell: Cell) =>
  replace(index, {
    ...table.value.rows[index]!,
    cells: table.value.rows[index]!.cells.map((one, at) => (at === column ? cell : one)),
  })
const setOutcome = (index: number, outcome: string, value: string) =>
  replace(index, {
    ...table.value.rows[index]!,
    outcome: { ...table.value.rows[index]!.outcome, [outcome]: value },
  })

function move(index: number, by: number) {
  const rows = [...table.value.rows]
  const [row] = rows.splice(index, 1)
  rows.splice(index + by, 0, row!)
  void save(rows)
}
function add() {
  const ids = new Set(table.value.rows.map((row) => row.id))
  let number = table.value.rows.length + 1
  while (ids.has(`row-${number}`)) number++
  const outcome = Object.fromEntries(
    table.value.outcomes.map((name) => [name, choices(name)[0]?.value ?? '']),
  )
  void save([
    ...table.value.rows,
    { id: `row-${number}`, cells: table.value.columns.map(() => null), outcome },
  ])
}
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet">Read from the top; the first row that fits decides. {{ table.rows.length }} rows.</p>
    <div class="scroll-x" tabindex="0" role="group" :aria-label="heading">
      <table class="rules">
        <thead>
          <tr>
            <th><span class="sr-only">Row</span></th>
            <th v-for="column in table.columns" :key="column">{{ title(column) }}</th>
            <th v-for="outcome in table.outcomes" :key="outcome">→ {{ outcome }}</th>
            <th><span class="sr-only">Order</span></th>
            <th><span class="sr-only">Findings</span></th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="(row, index) in table.rows"
            :id="row.id"
            :key="row.id"
            :class="{
              bad: findings.some((one) => one.place === `${place}#${row.id}` && one.severity === 'error'),
              off: row.off,
            }"
          >
            <th class="num" scope="row">{{ index + 1 }}</th>
            <td v-for="(column, at) in table.columns" :key="column">
              <DesignCellField
                :cell="row.cells[at] ?? null"
                :fact="column"
                :design="design"
                :names="names"
                :readonly="readonly"
                :label="`Row ${index + 1}, ${title(column)}`"
                @change="setCell(index, at, $event)"
              />
            </td>
            <td v-for="outcome in table.outcomes" :key="outcome" class="outcome">
              <b v-if="readonly">{{
                choices(outcome).find((one) => one.value === row.outcome[outcome])?.label ??
                row.outcome[outcome]
              }}</b>
              <select
                v-else
                :value="row.outcome[outcome]"
                :aria-label="`Row ${index + 1}, ${outcome}`"
                @change="setOutcome(index, outcome, ($event.target as HTMLSelectElement).value)"
              >
                <option v-for="one in choices(outcome)" :key="one.value" :value="one.value">
                  {{ one.label }}
                </option>
              </select>
            </td>
            <td class="order">
              <template v-if="!readonly">
                <button
                  class="link"
                  type="button"
                  :disabled="index === 0"
                  :aria-label="`Row ${index + 1}: up`"
                  @click="move(index, -1)"
                >
                  ↑
                </button>
                <button
                  class="link"
                  type="button"
                  :disabled="index === table.rows.length - 1"
                  :aria-label="`Row ${index + 1}: down`"
                  @click="move(index, 1)"
                >
                  ↓
                </button>
                <button
                  class="link"
                  type="button"
                  :aria-label="`Row ${index + 1}: take away`"
                  @click="save(table.rows.filter((one) => one.id !== row.id))"
                >
                  ×
                </button>
              </template>
            </td>
            <td class="findings"><DesignMargin :findings="findings" :place="`${place}#${row.id}`" /></td>
          </tr>
          <tr>
            <td class="order" />
            <td :colspan="table.columns.length" class="quiet else">no row fits</td>
            <td v-for="outcome in table.outcomes" :key="outcome" class="outcome else">
              {{
                part === 'routing'
                  ? (choices(outcome).find((one) => one.value === design.triage.otherwise[outcome as 'queue'])
                      ?.label ?? '')
                  : 'medium'
              }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="!readonly"><button class="act" type="button" @click="add">Add a row</button></p>
    <p v-if="part === 'weight'" class="quiet">
      Impact and urgency together give a priority: {{ matrixInWords }}.
    </p>
  </div>
</template>

<style scoped>
.rules {
  border-collapse: collapse;
}
.rules th {
  font-weight: 500;
  color: var(--ink-3);
  text-align: left;
  padding: 3px 8px;
  font-size: 0.9rem;
}
.rules td {
  border: 1px solid var(--rule);
  padding: 0;
}
.rules .outcome {
  background: var(--page-2);
  font-weight: 600;
  padding: 0 6px;
}
.rules .else {
  padding: 6px 8px;
  font-weight: 400;
}
.rules .order,
.rules .findings {
  border: 0;
  padding: 0 8px;
  white-space: nowrap;
}
.order .link {
  padding: 2px 6px;
  text-decoration: none;
  min-width: 26px;
  min-height: 26px;
}
.bad td:not(.order, .findings) {
  background: var(--red-2);
}
tr:target td:not(.order, .findings) {
  background: var(--sea-2);
}
select {
  font: 600 1rem var(--sans);
  background: transparent;
  color: var(--ink);
  border: 1px solid transparent;
  border-radius: 3px;
  padding: 4px 2px;
}
select:hover {
  border-color: var(--rule-2);
}
option {
  background: var(--field);
  color: var(--ink);
}
</style>
