<script setup lang="ts">
import type { Condition } from '~~/core/condition'
import type { Design } from '~~/core/design'
import { withoutGaps } from '~~/core/json'
import type { Offer, SentField } from '~~/core/partner'
import type { Names } from '~/composables/useNames'

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
const left = computed(() => ours.value.filter((one) => !props.field.values?.some((each) => each.ours === one.value)))
const ourName = (value: string) => ours.value.find((one) => one.value === value)?.label ?? value
const rows = computed(() =>
  (props.field.values ?? []).map(({ ours: key, sent: value }) => ({ key, left: ourName(key), value })),
)
const withValue = (key: string, sent: string) =>
  props.field.values!.map((one) =>
    one.ours === key ? { ...one, sent, name: options.value.find((each) => each.value === sent)?.label ?? sent } : one,
  )
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
        @update:model-value="$event && put({ id: $event, name: heard.find((one) => one.id === $event)?.name ?? $event })"
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
        @change="(key, sent) => put({ values: withValue(key, sent) })"
        @remove="(key) => put({ values: field.values!.filter((one) => one.ours !== key) })"
        @add="(key) => put({ values: [...field.values!, { ours: key, sent: key, name: ourName(key) }] })"
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
    <KitButton v-else kind="link" @click="put({ when: NOTHING_YET })">say it only where something holds</KitButton>
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
