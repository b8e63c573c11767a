<script setup lang="ts">
import type { DecisionTable } from '~~/core/table'
import { present } from '~~/core/lookup'

// A decision table as a file: taken out, or read and looked at before it takes the place of the rows.
type ReadTable = AnswerOf<'POST /api/tables/{part}/read'>
const props = defineProps<{ part: string; table: DecisionTable; title: (fact: string) => string }>()
const emit = defineEmits<{ take: [table: Partial<DecisionTable>] }>()
const deed = useDeed()
const read = ref<ReadTable>()
const name = ref('')
const FORMATS = { csv: 'CSV', xlsx: 'XLSX', dmn: 'DMN' }

function formatOf(file: string): 'csv' | 'xlsx' | 'dmn' {
  if (/\.xlsx$/i.test(file)) return 'xlsx'
  return /\.(dmn|xml)$/i.test(file) ? 'dmn' : 'csv'
}
async function choose([file]: File[]) {
  if (!file) return
  name.value = file.name
  const body = await file.arrayBuffer()
  const headers = { 'content-type': 'application/octet-stream' }
  const query = { as: formatOf(file.name) }
  read.value = await deed.run(() =>
    api('POST /api/tables/{part}/read', { path: { part: props.part }, query, headers, body }),
  )
}
const missing = computed(() => props.table.outcomes.filter((one) => !read.value?.outcomes.includes(one)))
function take() {
  const { problems: _, outcomes: __, ...table } = present(read.value)
  emit('take', table)
  read.value = undefined
}
</script>

<template>
  <span class="files small">
    <span
      >As
      <template v-for="(label, id, index) in FORMATS" :key="id"
        >{{ index ? ' · ' : ''
        }}<a :href="linkTo('GET /api/tables/{part}/file', { path: { part }, query: { as: id } })" download>{{
          label
        }}</a></template
      ></span
    >
    <KitFiles label="Bring in a file" help="CSV, XLSX or DMN" :lines="[]" @pick="choose" />
  </span>
  <KitError v-if="deed.error.value" class="wrong" :error="`${name}: ${deed.error.value.problem.detail}`" />
  <span v-if="read" class="panel" role="status">
    <b>{{ name }}</b> has {{ read.rows.length }} rows and asks {{ read.columns.map(title).join(', ') }}. They
    take the place of the {{ table.rows.length }} rows here.
    <span v-if="missing.length" class="bad-line">It does not say {{ missing.join(' and ') }}.</span>
    <span v-if="read.problems.length" class="bad-line">
      {{ read.problems.length === 1 ? '1 cell' : `${read.problems.length} cells` }} cannot be taken over and
      would ask nothing:
      {{
        read.problems
          .slice(0, 5)
          .map((one) => `row ${one.row}, ${title(one.column)}: ${one.message}`)
          .join('; ')
      }}
    </span>
    <span class="acts">
      <KitButton kind="main" :disabled="missing.length > 0" @click="take">Take them over</KitButton>
      <KitButton kind="plain" @click="read = undefined">Leave it</KitButton>
    </span>
  </span>
</template>

<style scoped>
.files {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
}
.panel,
.wrong {
  display: block;
  flex-basis: 100%;
}
.bad-line {
  display: block;
  color: var(--red);
}
.acts {
  display: flex;
  gap: 8px;
  margin-top: 6px;
}
</style>
