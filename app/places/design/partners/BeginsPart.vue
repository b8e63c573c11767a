<script setup lang="ts">
import { isInWords } from '~~/core/intake'
import { withoutGaps } from '~~/core/json'
import { theirFact, theirFieldOf, type Beginning, type Exchange } from '~~/core/partner'
import type { Row } from '~~/core/table'
import type { DirectoryPage } from '~/composables/useNames'
import type { PartnerPart } from './maps'

// Whether tickets of a partner desk begin here, as which catalog item, and who asks for them.
const props = defineProps<PartnerPart & { directory: DirectoryPage }>()
const emit = defineEmits<{ put: [takes: Exchange['takes']] }>()
const begins = computed(() => props.exchange.takes.begins)
const set = (next: Beginning | undefined) =>
  emit('put', withoutGaps({ ...props.exchange.takes, begins: next }))
const put = (change: Partial<Beginning>) => set(withoutGaps({ ...begins.value!, ...change }))
const items = computed(() => props.design.items.map(({ id, name }) => ({ value: id, label: name })))
const people = computed(() =>
  props.directory.people.map(({ id, name, role }) => ({
    ...{ value: id, label: name, group: role === 'requester' ? 'Requesters' : 'The desk' },
  })),
)
const portals = computed(() => props.design.portals.map(({ id, name }) => ({ value: id, label: name })))
const gives = computed(() => props.offer?.gives ?? [])
const fields = computed(() => gives.value.map(({ id, name }) => ({ value: id, label: name })))
const START = { id: 'begins', name: 'What begins', columns: [], outcomes: ['item'], rows: [] }
function begin(isOn: boolean) {
  const [first] = props.design.items
  const requester = people.value.find((one) => one.group === 'Requesters') ?? people.value[0]
  set(isOn ? { table: START, otherwise: first?.id, requester: requester?.value ?? '' } : undefined)
}
/** The one field by which the item is found; a table that asks several is made in the design file. */
const by = computed(() => (begins.value ? (theirFieldOf(begins.value.table.columns[0] ?? '') ?? null) : null))
const isLarger = computed(
  () =>
    (begins.value?.table.columns.length ?? 0) > 1 ||
    begins.value?.table.rows.some(({ cells: [cell] }) => cell && cell.op !== 'is'),
)
const values = computed(() => gives.value.find((one) => one.id === by.value)?.values ?? [])
const valueName = (id: string) => values.value.find((one) => one.id === id)?.name ?? id
const keyOf = ({ cells: [cell] }: Row) => String(cell?.value ?? '')
const rows = computed(() =>
  (begins.value?.table.rows ?? []).map((row) => ({
    ...{ key: keyOf(row), left: valueName(keyOf(row)), value: row.outcome.item! },
  })),
)
const left = computed(() =>
  values.value
    .filter(({ id }) => rows.value.every(({ key }) => key !== id))
    .map(({ id, name }) => ({ value: id, label: name })),
)
const setRows = (next: readonly { key: string; value: string }[]) =>
  put({
    table: {
      ...begins.value!.table,
      rows: next.map(({ key, value }, at) => ({
        ...{ id: `r${at + 1}`, cells: [{ op: 'is' as const, value: key }], outcome: { item: value } },
      })),
    },
  })
function putRow(key: string, value: string | undefined) {
  const others = rows.value.filter((one) => one.key !== key)
  setRows(value === undefined ? others : [...others, { key, value }])
}
/** Questions that their words can answer. */
const questions = computed(() =>
  props.design.questions
    .filter(({ type }) => isInWords(type))
    .map(({ name, label }) => ({ value: name, label })),
)
const answers = computed(() =>
  (begins.value?.answers ?? []).map(({ from, question }) => ({
    ...{ key: from, value: question },
    left: fields.value.find((one) => one.value === from)?.label ?? from,
  })),
)
const unasked = computed(() =>
  fields.value.filter(({ value }) => answers.value.every(({ key }) => key !== value)),
)
function putAnswer(from: string, question: string | undefined) {
  const others = (begins.value!.answers ?? []).filter((one) => one.from !== from)
  const next = question === undefined ? others : [...others, { from, question }]
  put({ answers: next.length ? next : undefined })
}
const setBy = (field: string | null) =>
  put({ table: { ...begins.value!.table, columns: field ? [theirFact(field)] : [], rows: [] } })
</script>

<template>
  <section id="begins" aria-labelledby="begins-title">
    <h2 id="begins-title">Tickets of {{ name }} that begin here</h2>
    <KitSwitch
      :model-value="begins !== undefined"
      :disabled="readonly"
      label="They may ask us to take tickets"
      @update:model-value="begin"
    />
    <template v-if="begins">
      <p v-if="isLarger" class="notice">
        Its item is found by a table that asks for more than one field:
        {{ counted(begins.table.rows.length, 'row') }}. It is changed in the design file.
      </p>
      <template v-else>
        <KitChoice
          v-if="fields.length || by"
          class="narrow"
          label="As which item, by their field"
          placeholder="always the same"
          clears
          :disabled="readonly"
          :model-value="by"
          :options="fields"
          @update:model-value="setBy"
        />
        <ValuesMap
          v-if="by && !readonly"
          label="Items by what they say"
          :heads="['They say', 'It begins as']"
          :rows="rows"
          :options="items"
          :more="left"
          :types="!values.length"
          @put="putRow"
        />
      </template>
      <div class="choices">
        <KitChoice
          :label="by ? 'Any other begins as' : 'It begins as'"
          placeholder="is refused"
          clears
          :disabled="readonly"
          :model-value="begins.otherwise ?? null"
          :options="items"
          @update:model-value="put({ otherwise: $event ?? undefined })"
        />
        <KitChoice
          v-if="fields.length || begins.mail"
          label="Who asks, by mail address in"
          placeholder="nobody is looked for"
          clears
          :disabled="readonly"
          :model-value="begins.mail ?? null"
          :options="fields"
          @update:model-value="put({ mail: $event ?? undefined })"
        />
        <KitChoice
          label="Who asks where nobody is found"
          :disabled="readonly"
          :model-value="begins.requester"
          :options="people"
          @update:model-value="$event && put({ requester: $event })"
        />
        <KitChoice
          label="At the portal"
          placeholder="at none"
          clears
          :disabled="readonly"
          :model-value="begins.portal ?? null"
          :options="portals"
          @update:model-value="put({ portal: $event ?? undefined })"
        />
      </div>
      <ValuesMap
        v-if="!readonly && questions.length && (fields.length || answers.length)"
        label="Questions that they answer"
        :heads="['They say', 'It answers']"
        :rows="answers"
        :options="questions"
        :more="unasked"
        :types="!fields.length"
        @put="putAnswer"
      />
      <FindingsAt :findings="findings" :place="`partners/${exchange.id}#begins`" />
    </template>
  </section>
</template>

<style scoped>
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
}
</style>
