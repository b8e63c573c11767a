<script setup lang="ts" generic="T extends string | number | boolean">
import Select from 'primevue/select'
import { DRAWN_WHOLE, framed, LOOKED_FOR, underHeadings, type FieldProps, type Option } from './field'
import KitField from './KitField.vue'
import { useFieldDraft, type Commit } from './useFieldDraft'
import { useFirstMarked } from './useFirstMarked'
import { useOverlayHome } from './useOverlayHome'

// One of several. A long list has a line in which to look for it.
const props = defineProps<
  FieldProps & {
    modelValue: T | null
    options: readonly Option<T>[]
    commit?: Commit<T | null>
    /** What stands there while nothing is chosen. */
    placeholder?: string
    /** It can be emptied again. */
    clears?: boolean
  }
>()
const emit = defineEmits<{ 'update:modelValue': [now: T | null]; look: [words: string] }>()
const { draft, theirs, failed, put, cancel, settle } = useFieldDraft<T | null>({
  given: () => props.modelValue,
  tell: (now) => emit('update:modelValue', now),
  commit: () => props.commit,
})
async function choose(key: string | null | undefined) {
  put(keyed.value.find((one) => one.value === key)?.given ?? null)
  await settle()
}
const nameOf = (value: T | null | undefined) =>
  value === undefined
    ? undefined
    : (props.options.find((one) => one.value === value)?.label ?? String(value ?? 'nothing'))
/**
 * The library takes an empty text for nothing chosen and leaves its line blank; each option has a key of its own, so that
 * one may stand for nothing and still be read.
 */
const keyed = computed(() =>
  props.options.map((one, at) => ({ ...one, value: `${at}`, given: one.value as T })),
)
const chosen = computed(() => keyed.value.find((one) => one.given === draft.value)?.value ?? null)
const headed = computed(() => underHeadings(keyed.value))
const home = useOverlayHome()
const { list, markFirst, markAgain } = useFirstMarked()
</script>

<template>
  <KitField
    v-slot="{ id, describedBy, invalid }"
    v-bind="framed(props)"
    :failed="failed"
    :theirs="nameOf(theirs)"
    @take-theirs="cancel"
  >
    <Select
      ref="list"
      :append-to="home"
      :input-id="id"
      :model-value="chosen"
      :options="headed ?? keyed"
      :option-group-label="headed && 'label'"
      :option-group-children="headed && 'items'"
      :virtual-scroller-options="options.length > DRAWN_WHOLE ? { itemSize: 34 } : undefined"
      option-label="label"
      option-value="value"
      option-disabled="disabled"
      :filter="options.length > LOOKED_FOR"
      :filter-fields="['label', 'note']"
      reset-filter-on-hide
      auto-filter-focus
      scroll-height="20rem"
      :show-clear="clears && draft !== null"
      :placeholder="placeholder ?? 'choose …'"
      :aria-label="label"
      :disabled="disabled"
      :invalid="invalid"
      :pt="{ label: { 'aria-describedby': describedBy } }"
      :fluid="!bare"
      @filter="(emit('look', $event.value), markFirst())"
      @blur="markAgain"
      @update:model-value="choose"
    >
      <template #option="{ option }">
        <span>{{ option.label }}</span>
        <span v-if="option.note" class="quiet small note">{{ option.note }}</span>
      </template>
    </Select>
  </KitField>
</template>

<style scoped>
.note {
  margin-left: 0.8em;
}
</style>
