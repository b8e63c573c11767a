<script setup lang="ts">
import type { Condition } from '~~/core/condition'
import type { Design } from '~~/core/design'
import { withoutGaps } from '~~/core/json'
import type { Offer, SentField } from '~~/core/partner'
import type { Names } from '~/composables/useNames'
import { sentValues } from './maps'

// How one field is said to a partner desk: by which name, each of its values, and where it is said at all.
const props = defineProps<{ field: SentField; offer: Offer | null; design: Design; names: Names }>()
const emit = defineEmits<{ change: [field: SentField]; remove: [] }>()
const put = (change: Partial<SentField>) => emit('change', withoutGaps({ ...props.field, ...change }))
const heard = computed(() => props.offer?.takes ?? [])
const theirs = computed(() => heard.value.map(({ id, name }) => ({ value: id, label: name, note: id })))
/** What they take in under this name. */
const values = computed(() => heard.value.find((one) => one.id === props.field.id)?.values ?? [])
const options = computed(() => values.value.map(({ id, name }) => ({ value: id, label: name })))
const fact = computed(() => ('fact' in props.field.from ? props.field.from.fact : undefined))
const ours = computed(() => (fact.value === undefined ? [] : (props.names[fact.value] ?? [])))
const left = computed(() =>
  ours.value.filter((one) => !props.field.values?.some((each) => each.ours === one.value)),
)
const ourName = (value: string) => ours.value.find((one) => one.value === value)?.label ?? value
const rows = computed(() =>
  (props.field.values ?? []).map(({ ours: key, sent: value }) => ({ key, left: ourName(key), value })),
)
function withValue(key: string, sent: string | undefined) {
  const others = props.field.values!.filter((one) => one.ours !== key)
  if (sent === undefined) return others
  const name = options.value.find((each) => each.value === sent)?.label ?? sent
  return inOrder([...others, { ours: key, sent, name }])
}
/** As ours are in order, so that a value does not go to the end of the list for being said. */
const inOrder = (values: NonNullable<SentField['values']>) => {
  const place = (value: string) => ours.value.findIndex((one) => one.value === value)
  return [...values].sort((a, b) => place(a.ours) - place(b.ours))
}
/** They take in their own values alone: those that are called alike are said from the start. */
function setField(id: string | null) {
  const one = heard.value.find((each) => each.id === id)
  if (!one) return
  const matched = props.field.values && one.values && sentValues(ours.value, one.values)
  put({ id: one.id, name: one.name, ...(matched && { values: matched }) })
}
const NOTHING_YET: Condition = { any: [] }
</script>

<template>
  <div class="terms panel">
    <div class="pair">
      <KitChoice
        v-if="theirs.length"
        label="By their field"
        placeholder="a name of our own"
        clears
        :model-value="theirs.some((one) => one.value === field.id) ? field.id : null"
        :options="theirs"
        @update:model-value="setField"
      />
      <KitText label="Name for it" :model-value="field.name" :commit="(name) => put({ name })" />
      <KitText label="By which it is known" :model-value="field.id" :commit="(id) => put({ id })" />
    </div>
    <KitText
      v-if="'text' in field.from"
      label="Words"
      help="Fields of the ticket stand in braces: {summary}, {requester}, {answers}."
      :model-value="field.from.text"
      :commit="(text) => put({ from: { text } })"
    />
    <template v-if="field.values">
      <ValuesMap
        :label="`Values of ${field.name}`"
        :heads="['Here', 'They are told']"
        :rows="rows"
        :options="options"
        :more="left"
        @put="(key, sent) => put({ values: withValue(key, sent) })"
      />
    </template>
    <template v-if="field.when">
      <p>Said only where</p>
      <ConditionField
        :condition="field.when"
        :words="design"
        :names="names"
        :readonly="false"
        :label="`When ${field.name} is said`"
        @change="put({ when: $event })"
      />
      <KitButton kind="link" @click="put({ when: undefined })">say it always</KitButton>
    </template>
    <KitButton v-else kind="link" @click="put({ when: NOTHING_YET })"
      >say it only where something holds</KitButton
    >
    · <KitButton kind="link" @click="emit('remove')">say it no more</KitButton>
  </div>
</template>

<style scoped>
.terms {
  margin: 6px 0;
}
.pair {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
}
</style>
