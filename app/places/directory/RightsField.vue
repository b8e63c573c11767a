<script setup lang="ts">
import type { Value } from '~~/core/directory'
import { textsIn } from '~~/core/lookup'
import { aboutRight, isRight, RIGHT_NAMES, UNDER, type Right } from '~~/core/rights'

// What a role may do, right by right under its headings. Nobody gives a right that is not their own.
const props = defineProps<{
  label: string
  help?: string
  modelValue: Value
  error?: string
  disabled?: boolean
  /** Takes the rights over at once, where they are changed in place. */
  commit?: (now: Value) => unknown
}>()
const emit = defineEmits<{ 'update:modelValue': [now: Value] }>()
const session = useSession()
const failed = ref('')
const busy = ref(false)
const has = computed(() => textsIn(props.modelValue).filter(isRight))
const GROUPS = (Object.keys(UNDER) as (keyof typeof UNDER)[]).map((id) => ({
  id,
  name: UNDER[id],
  rights: RIGHT_NAMES.filter((one) => aboutRight(one).under === id),
}))
const options = (rights: readonly Right[]) =>
  rights.map((value) => ({
    value,
    label: aboutRight(value).label,
    note: session.may(value) ? aboutRight(value).note : 'not your own right, so you give it to nobody',
    disabled: !session.may(value) && !has.value.includes(value),
  }))
const count = (rights: readonly Right[]) => rights.filter((one) => has.value.includes(one)).length
async function put(group: readonly Right[], now: readonly Right[]) {
  const after = RIGHT_NAMES.filter((one) => (group.includes(one) ? now : has.value).includes(one))
  emit('update:modelValue', after)
  if (!props.commit) return
  busy.value = true
  failed.value = ''
  try {
    await props.commit(after)
  } catch (error) {
    failed.value = (error as Error).message
  }
  busy.value = false
}
</script>

<template>
  <fieldset class="rights" :aria-busy="busy">
    <legend>{{ label }}</legend>
    <div class="groups">
      <KitTicks
        v-for="group in GROUPS"
        :key="group.id"
        :label="`${group.name}: ${count(group.rights)} of ${group.rights.length}`"
        :model-value="group.rights.filter((one) => has.includes(one))"
        :options="options(group.rights)"
        :disabled="disabled || busy"
        @update:model-value="put(group.rights, $event)"
      />
    </div>
    <p v-if="failed || error" class="notice bad" role="alert">{{ failed || error }}</p>
  </fieldset>
</template>

<style scoped>
.rights {
  border: 0;
  padding: 0;
  margin: 0;
  grid-column: 1 / -1;
}
legend {
  font-weight: 650;
  padding: 0;
  margin-bottom: 4px;
}
.groups {
  columns: 300px 2;
  column-gap: 28px;
}
.groups > * {
  break-inside: avoid;
}
</style>
