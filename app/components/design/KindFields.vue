<script setup lang="ts">
import { articleOf, usesOfField, type Design } from '~~/core/design'
import { FIELD_TYPES, type KindField, type TicketField } from '~~/core/fields'
import { freeId } from '~~/core/naming'
import type { TicketKind } from '~~/core/lifecycle'
import type { ArticleProps } from '~/composables/useDraft'
import { oneAt } from '~~/core/lookup'

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

const fieldOf = (name: string) => props.design.fields.find((one) => one.name === name)
const save = (fields: KindField[]) =>
  props.change('kinds', props.kind.id, props.kind, { ...props.kind, fields })
/** The field whose terms are shown. */
const open = defineModel<string>('open')
const move = (at: number, by: number) => void save(stepped(props.kind.fields, at, by))
/** Questions of the forms that lead here whose answers the field could take. */
function questionsFor(field: TicketField) {
  const forms = new Set(props.design.items.filter((one) => one.kind === props.kind.id).map((one) => one.form))
  const asked = new Set(
    props.design.forms
      .filter((one) => forms.has(one.id))
      .flatMap((form) => form.steps.flatMap((step) => step.questions.map((one) => one.question))),
  )
  return props.design.questions.filter(
    (one) =>
      asked.has(one.name) && (one.type === field.type || (one.type === 'text' && field.type === 'longText')),
  )
}
function setQuestion(at: number, question: string) {
  const fields = [...props.kind.fields]
  const { question: _, ...rest } = oneAt(fields, at)
  fields[at] = question ? { ...rest, question } : rest
  void save(fields)
}
const uses = (name: string) => usesOfField(props.design, name)
const isAsked = (name: string) =>
  props.kind.statuses.some(({ gate }) => gate.some((one) => one.field === name))
const takeOut = (name: string) => void save(props.kind.fields.filter((one) => one.field !== name))

const others = computed(() =>
  props.design.fields.filter((one) => !props.kind.fields.some(({ field }) => field === one.name)),
)
const label = ref('')
async function add() {
  const words = label.value.trim()
  if (!words) return
  const name = freeId(words, (id) => props.design.fields.some((one) => one.name === id), 'field')
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
const takeIn = (name: string) => name && void save([...props.kind.fields, { field: name }])
const summary = (field: TicketField) =>
  [
    FIELD_TYPES[field.type].name,
    field.unit && `in ${field.unit}`,
    field.sees && 'not seen by all',
    field.changes && 'not changed by all',
    field.toRequester && 'the requester reads it',
  ]
    .filter(Boolean)
    .join(' · ')
</script>

<template>
  <div>
    <p v-if="kind.fields.length === 0" class="quiet">
      It keeps nothing besides what was asked. A loan could have the day by which it is due back, a swap a
      serial number.
    </p>
    <table v-else class="ledger-table fields">
      <thead>
        <tr>
          <th>Field</th>
          <th>What it holds</th>
          <th>Takes the answer to</th>
          <th v-if="!readonly"><span class="sr-only">Order</span></th>
        </tr>
      </thead>
      <tbody>
        <template v-for="({ field: name, question }, at) in kind.fields" :key="name">
          <tr :id="`field-${name}`">
            <td>
              <button
                class="link name"
                type="button"
                :aria-expanded="open === name"
                @click="open = open === name ? undefined : name"
              >
                {{ fieldOf(name)?.label ?? name }}
              </button>
              <FindingsAt :findings="findings" :place="`kinds/${kind.id}#field-${name}`" />
              <FindingsAt :findings="findings" :place="`fields/${name}`" />
            </td>
            <td>{{ fieldOf(name) ? summary(fieldOf(name)!) : 'gone from the library' }}</td>
            <td>
              <select
                v-if="fieldOf(name)"
                class="inline-field"
                :value="question ?? ''"
                :disabled="readonly"
                :aria-label="`${fieldOf(name)!.label}: takes the answer to`"
                @change="setQuestion(at, typedIn($event))"
              >
                <option value="">no question</option>
                <option v-for="one in questionsFor(fieldOf(name)!)" :key="one.name" :value="one.name">
                  {{ one.label }}
                </option>
              </select>
            </td>
            <td v-if="!readonly" class="order">
              <OrderButtons
                :name="fieldOf(name)?.label ?? name"
                :first="at === 0"
                :last="at === kind.fields.length - 1"
                @by="move(at, $event)"
              />
              <button
                class="link"
                type="button"
                :disabled="isAsked(name)"
                :title="isAsked(name) ? 'a gate of this kind asks for it' : undefined"
                :aria-label="`Take out ${fieldOf(name)?.label ?? name}`"
                @click="takeOut(name)"
              >
                take out
              </button>
            </td>
          </tr>
          <tr v-if="open === name && fieldOf(name)">
            <td colspan="4">
              <DesignFieldTerms
                :field="fieldOf(name)!"
                :teams="teams"
                :roles="roles"
                :readonly="readonly"
                :zone="design.desk.zone"
                @change="(after) => change('fields', name, fieldOf(name)!, after)"
              />
              <p v-if="uses(name).length" class="small">
                <b>Goes by it or sets it: </b>
                <template v-for="(one, index) in uses(name)" :key="one.place"
                  ><template v-if="index"> · </template
                  ><NuxtLink :to="{ ...ruleAddress(articleOf(design, one.place)), query: $route.query }">{{
                    one.words
                  }}</NuxtLink></template
                >
              </p>
            </td>
          </tr>
        </template>
      </tbody>
    </table>
    <form v-if="!readonly" class="line" @submit.prevent="add">
      <label v-if="others.length"
        >A field that another kind has
        <select class="inline-field" value="" @change="takeIn(typedIn($event))">
          <option value="">choose …</option>
          <option v-for="one in others" :key="one.name" :value="one.name">{{ one.label }}</option>
        </select></label
      >
      <label
        >{{ others.length ? 'or a' : 'A' }} new one, called <input v-model="label" class="inline-field"
      /></label>
      <button class="act" type="submit">Add the field</button>
    </form>
  </div>
</template>

<style scoped>
.fields {
  max-width: 980px;
}
.name {
  text-align: left;
  min-height: 26px;
}
.order {
  white-space: nowrap;
}
.order .link {
  min-height: 26px;
}
.order > .link {
  margin-left: 12px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  margin: 8px 0;
}
</style>
