<script setup lang="ts">
import type { Condition } from '~~/core/condition'
import type { Design } from '~~/core/design'
import { withoutGaps } from '~~/core/json'
import { CONFLICT_RULES, RULE_WORDS, type OfferedField, type TakenField } from '~~/core/partner'
import type { Names } from '~/composables/useNames'

// What one field of a partner desk becomes: each of its values, any other, and what holds where both sides change it.
const props = defineProps<{ field: TakenField; given?: OfferedField; design: Design; names: Names }>()
const emit = defineEmits<{ change: [field: TakenField]; remove: [] }>()
const put = (change: Partial<TakenField>) => emit('change', withoutGaps({ ...props.field, ...change }))
const ours = computed(() => props.names[props.field.to] ?? [])
const theirs = computed(() => props.given?.values ?? [])
const theirName = (value: string) => theirs.value.find((one) => one.id === value)?.name ?? value
const rows = computed(() =>
  (props.field.values ?? []).map(({ theirs: key, ours: value }) => ({ key, left: theirName(key), value })),
)
const left = computed(() =>
  theirs.value
    .filter((one) => !props.field.values?.some((each) => each.theirs === one.id))
    .map(({ id, name }) => ({ value: id, label: name })),
)
function withValue(key: string, value: string | undefined) {
  const others = (props.field.values ?? []).filter((one) => one.theirs !== key)
  return value === undefined ? others : [...others, { theirs: key, ours: value }]
}
const rules = CONFLICT_RULES.map((value) => ({ value, label: RULE_WORDS[value] }))
const NOTHING_YET: Condition = { any: [] }
</script>

<template>
  <div class="terms panel">
    <template v-if="field.values">
      <ValuesMap
        :label="`Values of ${field.from}`"
        :heads="['They say', 'Here it is']"
        :rows="rows"
        :options="ours"
        :more="left"
        :types="!theirs.length"
        @put="(key, value) => put({ values: withValue(key, value) })"
      />
      <KitChoice
        v-if="ours.length"
        class="narrow"
        label="Any other value"
        placeholder="is not taken in"
        clears
        :model-value="field.otherwise ?? null"
        :options="ours"
        @update:model-value="put({ otherwise: $event ?? undefined })"
      />
    </template>
    <KitButton v-else kind="link" @click="put({ values: [] })">say what each value becomes</KitButton>
    <KitChoice
      class="narrow"
      label="Where both sides change it at once"
      :model-value="field.conflict ?? 'later'"
      :options="rules"
      @update:model-value="put({ conflict: !$event || $event === 'later' ? undefined : $event })"
    />
    <template v-if="field.when">
      <p>Taken in only where</p>
      <ConditionField
        :condition="field.when"
        :words="design"
        :names="names"
        :readonly="false"
        :label="`When ${field.from} is taken in`"
        @change="put({ when: $event })"
      />
      <KitButton kind="link" @click="put({ when: undefined })">take it in always</KitButton>
    </template>
    <KitButton v-else kind="link" @click="put({ when: NOTHING_YET })"
      >take it in only where something holds</KitButton
    >
    · <KitButton kind="link" @click="emit('remove')">take it in no more</KitButton>
  </div>
</template>

<style scoped>
.terms {
  margin: 6px 0;
}
</style>
