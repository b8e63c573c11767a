<script setup lang="ts">
import InputNumber from 'primevue/inputnumber'
import InputText from 'primevue/inputtext'
import MultiSelect from 'primevue/multiselect'
import Select from 'primevue/select'
import Textarea from 'primevue/textarea'
import { useFirstMarked } from '~/kit/useFirstMarked'
import { FIELD_TYPES, type AskedField, type FieldValue } from '~~/core/fields'
import { isNamedType, type NamedType } from '~~/core/intake/form'
import { isoTime, parseMoment } from '~~/core/time/words'

// One field of a ticket, filled in by its type. What is emptied is null.
const props = defineProps<{
  field: Omit<AskedField, 'required'> & { required?: boolean }
  inputId: string
  zone: string
  invalid?: boolean
  describedBy?: string
  /** What the value is called that is there, which may not be among the first of a long list. */
  said?: string
}>()
const value = defineModel<FieldValue | null>({ required: true })

const choices = useChoices()
const everybody = useDeskPeople(() => props.field.type === 'technician')
const staff = computed<Choice[]>(() => (everybody.data.value ?? []).map(technicianChoice))
const terms = computed(() => FIELD_TYPES[props.field.type])
const control = computed(() => terms.value.control)
/** What is chosen by name; somebody of the desk is chosen among those alone. */
const named = computed<NamedType | undefined>(() => {
  const { type } = props.field
  return type !== 'technician' && isNamedType(type) ? type : undefined
})
const found = shallowRef<readonly Choice[]>()
const listed = computed<Choice[]>(() => {
  if (props.field.type === 'technician') return staff.value
  return [...(found.value ?? (named.value ? (choices.lists[named.value] ?? []) : []))]
})
onMounted(async () => {
  if (named.value) await beside('What can be chosen', choices.need([named.value]))
})
/** Of persons and equipment there are too many for one list: what is typed is looked for. */
async function look(typed: string) {
  if (!named.value) return
  found.value = typed ? await beside('What can be chosen', choices.find(named.value, typed)) : undefined
}
const chosen = computed(() => (typeof value.value === 'string' ? value.value : undefined))
/** While it is typed, and once more when the eye goes on: what was pasted is known only then. */
const setNumber = (typed: unknown) => (value.value = typeof typed === 'number' ? typed : null)
const YES_NO = [
  { value: true, label: 'yes' },
  { value: false, label: 'no' },
]
/** Whether it is chosen by name among what the directory has. */
const isNamed = computed(() => named.value !== undefined || props.field.type === 'technician')
/** What was offered before, by value: what is chosen keeps its name when the list is another. */
const offered = new Map<string, string>()
function withChosen(list: Choice[]): Choice[] {
  for (const one of list) offered.set(one.value, one.label)
  const value = chosen.value
  if (value === undefined || list.some((one) => one.value === value)) return list
  return [{ value, label: offered.get(value) || props.said || value }, ...list]
}
/** What one value is chosen from; undefined where it is typed. */
const options = computed<{ value: string | boolean; label: string }[] | undefined>(() => {
  if (isNamed.value) return withChosen(listed.value)
  if (control.value === 'yesNo') return YES_NO
  return control.value === 'choice' ? (props.field.options ?? []) : undefined
})
const text = (given: string | undefined) => (value.value = given ? given : null)
/** What is kept in words, where it is typed in words. */
const typedText = computed(() => (chosen.value && terms.value.typed?.write(chosen.value, 'en')) ?? '')
const setTyped = (typed: string) =>
  (value.value = typed.trim() ? (terms.value.typed?.read(typed) ?? null) : null)
const local = computed(() => {
  if (typeof value.value !== 'string') return ''
  try {
    return isoTime(parseMoment(value.value, props.zone), props.zone).slice(0, 16)
  } catch {
    return ''
  }
})
const setMoment = (typed: string | undefined) =>
  (value.value = typed ? isoTime(parseMoment(typed, props.zone), props.zone) : null)
const { list, markFirst, markAgain } = useFirstMarked()
</script>

<template>
  <Textarea
    v-if="control === 'area'"
    :id="inputId"
    :model-value="chosen"
    rows="4"
    auto-resize
    :invalid="invalid"
    :aria-describedby="describedBy"
    @update:model-value="text"
  />
  <MultiSelect
    v-else-if="control === 'manyChoices'"
    :model-value="Array.isArray(value) ? value : []"
    :input-id="inputId"
    :options="field.options ?? []"
    option-label="label"
    option-value="value"
    :invalid="invalid"
    placeholder="choose …"
    :aria-label="field.label"
    @update:model-value="value = $event.length ? $event : null"
  />
  <Select
    v-else-if="options"
    ref="list"
    :model-value="Array.isArray(value) ? undefined : (value ?? undefined)"
    :input-id="inputId"
    :options="options"
    option-label="label"
    option-value="value"
    :filter="isNamed"
    reset-filter-on-hide
    auto-filter-focus
    :show-clear="!field.required"
    :invalid="invalid"
    placeholder="choose …"
    :aria-label="field.label"
    @filter="(look($event.value), markFirst())"
    @blur="markAgain"
    @hide="found = undefined"
    @update:model-value="value = $event ?? null"
  >
    <template v-if="everybody.error.value" #empty>
      <KitError :error="everybody.error.value" tries-again @again="everybody.refetch()" />
    </template>
  </Select>
  <span v-else-if="control === 'number'" class="with-unit">
    <InputNumber
      :model-value="typeof value === 'number' ? value : null"
      :input-id="inputId"
      :min="field.min"
      :max="field.max"
      :max-fraction-digits="6"
      :use-grouping="false"
      :invalid="invalid"
      :aria-describedby="describedBy"
      @input="setNumber($event.value)"
      @update:model-value="setNumber"
    />
    <span v-if="field.unit" class="quiet">{{ field.unit }}</span>
  </span>
  <span v-else-if="control === 'moment'" class="with-unit">
    <InputText
      :id="inputId"
      type="datetime-local"
      :model-value="local"
      :invalid="invalid"
      :aria-describedby="describedBy"
      @update:model-value="setMoment"
    />
    <span class="quiet small">{{ zone }}</span>
  </span>
  <InputText
    v-else-if="terms.typed"
    :id="inputId"
    :model-value="typedText"
    :placeholder="terms.typed.hint.en"
    :invalid="invalid"
    :aria-describedby="describedBy"
    @change="setTyped(typedIn($event))"
  />
  <InputText
    v-else
    :id="inputId"
    :type="control === 'day' ? 'date' : 'text'"
    :model-value="chosen"
    :invalid="invalid"
    :aria-describedby="describedBy"
    @update:model-value="text"
  />
</template>

<style scoped>
.p-select,
.p-multiselect {
  min-width: 180px;
  max-width: 100%;
}
.with-unit {
  display: flex;
  gap: 8px;
  align-items: center;
}
</style>
