<script setup lang="ts">
import { articleOf, usesOfField, type Design } from '~~/core/design'
import { FIELD_TYPES, type KindField, type TicketField } from '~~/core/fields'
import { withoutGaps } from '~~/core/json'
import { freeId } from '~~/core/naming'
import type { TicketKind } from '~~/core/lifecycle'
import type { ArticleProps } from '~/composables/useDraft'
import type { Option } from '~/kit/field'

// The fields of a ticket kind: what it keeps of its tickets besides what was asked. They are of one library, so what
// another kind has too is changed for both.
const props = defineProps<
  Pick<ArticleProps, 'change' | 'changeAll' | 'findings'> & {
    kind: TicketKind
    design: Design
    readonly: boolean
    /** Teams of the directory, for who sees and changes a field. */
    teams: readonly { id: string; name: string }[]
    roles: readonly { id: string; name: string }[]
  }
>()
/** The field whose terms are shown. */
const open = defineModel<string>('open')

const fieldOf = (name: string) => props.design.fields.find((one) => one.name === name)
const labelOf = (name: string) => fieldOf(name)?.label ?? name
const save = (fields: KindField[]) =>
  props.change('kinds', props.kind.id, props.kind, { ...props.kind, fields })
const placeOf = (name: string) => props.kind.fields.findIndex((one) => one.field === name)
const move = (name: string, by: number) => void save(stepped(props.kind.fields, placeOf(name), by))
/** Questions of the forms that lead here whose answers the field could take. */
function questionsFor(name: string): Option[] {
  const field = fieldOf(name)
  const forms = new Set(props.design.items.filter((one) => one.kind === props.kind.id).map((one) => one.form))
  const asked = new Set(
    props.design.forms
      .filter((one) => forms.has(one.id))
      .flatMap((form) => form.steps.flatMap((step) => step.questions.map((one) => one.question))),
  )
  const takes = (type: string) => type === field?.type || (type === 'text' && field?.type === 'longText')
  return props.design.questions
    .filter((one) => asked.has(one.name) && takes(one.type))
    .map((one) => ({ value: one.name, label: one.label }))
}
const setQuestion = (name: string, question: string | null) =>
  void save(
    props.kind.fields.map((one) =>
      one.field === name ? withoutGaps({ ...one, question: question ?? undefined }) : one,
    ),
  )
const saidOf = (question: string | undefined) =>
  props.design.questions.find((one) => one.name === question)?.label ?? 'no question'
const uses = (name: string) => usesOfField(props.design, name)
const isAsked = (name: string) =>
  props.kind.statuses.some(({ gate }) => gate.some((one) => one.field === name))
const takeOut = (name: string) => void save(props.kind.fields.filter((one) => one.field !== name))

const others = computed(() =>
  props.design.fields
    .filter((one) => placeOf(one.name) < 0)
    .map((one) => ({ value: one.name, label: one.label })),
)
/** It is a list to choose from again and again. */
const none: string | null = null
const label = ref('')
async function add() {
  const words = label.value.trim()
  if (!words) return
  const name = freeId(words, (id) => fieldOf(id) !== undefined, 'field')
  const field: TicketField = { name, label: words, type: 'text' }
  const after = { ...props.kind, fields: [...props.kind.fields, { field: name }] }
  const isDone = await props.changeAll([
    { list: 'fields', id: name, before: null, after: field },
    { list: 'kinds', id: props.kind.id, before: props.kind, after },
  ])
  if (!isDone) return
  label.value = ''
  open.value = name
}
const takeIn = (name: string | null) => name !== null && void save([...props.kind.fields, { field: name }])
const summary = (name: string) => {
  const field = fieldOf(name)
  if (!field) return 'gone from the library'
  return [
    FIELD_TYPES[field.type].name,
    field.unit && `in ${field.unit}`,
    field.sees && 'not seen by all',
    field.changes && 'not changed by all',
    field.toRequester && 'the requester reads it',
  ]
    .filter(Boolean)
    .join(' · ')
}
const COLUMNS = [
  { name: 'label', label: 'Field' },
  { name: 'holds', label: 'What it holds' },
  { name: 'question', label: 'Takes the answer to' },
  { name: 'order', label: 'Order', bare: true },
]
</script>

<template>
  <div>
    <p v-if="kind.fields.length === 0" class="quiet">
      It keeps nothing besides what was asked. A loan could have the day by which it is due back, a swap a
      serial number.
    </p>
    <KitTable
      v-else
      class="fields"
      :rows="kind.fields"
      :columns="readonly ? COLUMNS.slice(0, -1) : COLUMNS"
      row-key="field"
      label="Fields"
      :open="open"
    >
      <template #cell-label="{ row }">
        <KitButton
          :id="`field-${row.field}`"
          kind="link"
          class="name"
          :aria-expanded="open === row.field"
          @click="open = open === row.field ? undefined : row.field"
          >{{ labelOf(row.field) }}</KitButton
        >
        <FindingsAt :findings="findings" :place="`kinds/${kind.id}#field-${row.field}`" />
        <FindingsAt :findings="findings" :place="`fields/${row.field}`" />
      </template>
      <template #cell-holds="{ row }">{{ summary(row.field) }}</template>
      <template #cell-question="{ row }">
        <template v-if="readonly">{{ saidOf(row.question) }}</template>
        <KitChoice
          v-else-if="fieldOf(row.field)"
          bare
          clears
          :label="`${labelOf(row.field)}: takes the answer to`"
          placeholder="no question"
          :model-value="row.question ?? null"
          :options="questionsFor(row.field)"
          @update:model-value="setQuestion(row.field, $event)"
        />
      </template>
      <template #cell-order="{ row }">
        <span class="doing">
          <OrderButtons
            :name="labelOf(row.field)"
            :first="placeOf(row.field) === 0"
            :last="placeOf(row.field) === kind.fields.length - 1"
            @by="move(row.field, $event)"
          />
          <KitButton
            kind="link"
            :disabled="isAsked(row.field)"
            :title="isAsked(row.field) ? 'a gate of this kind asks for it' : undefined"
            :aria-label="`Take out ${labelOf(row.field)}`"
            @click="takeOut(row.field)"
            >take out</KitButton
          >
        </span>
      </template>
      <template #opened="{ row }">
        <FieldTerms
          v-if="fieldOf(row.field)"
          :field="fieldOf(row.field)!"
          :teams="teams"
          :roles="roles"
          :readonly="readonly"
          :zone="design.desk.zone"
          @change="(after) => change('fields', row.field, fieldOf(row.field)!, after)"
        />
        <p v-if="uses(row.field).length" class="small">
          <b>Goes by it or sets it: </b>
          <template v-for="(one, index) in uses(row.field)" :key="one.place"
            ><template v-if="index"> · </template
            ><NuxtLink :to="{ ...ruleAddress(articleOf(design, one.place)), query: $route.query }">{{
              one.words
            }}</NuxtLink></template
          >
        </p>
      </template>
    </KitTable>
    <form v-if="!readonly" class="line" aria-label="A new field" @submit.prevent="add">
      <KitChoice
        v-if="others.length"
        label="A field that another kind has"
        placeholder="choose"
        :model-value="none"
        :options="others"
        @update:model-value="takeIn"
      />
      <KitText v-model="label" :label="others.length ? 'Or a new one, called' : 'A new one, called'" />
      <KitButton type="submit" :disabled="!label.trim()">Add the field</KitButton>
    </form>
  </div>
</template>

<style scoped>
.fields {
  max-width: 980px;
}
.name {
  text-align: left;
}
.doing {
  display: flex;
  gap: 4px 12px;
  white-space: nowrap;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: flex-end;
  margin: 8px 0;
}
.line > .kit-button {
  margin-bottom: 14px;
}
</style>
