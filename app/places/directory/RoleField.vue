<script setup lang="ts">
import type { Value } from '~~/core/directory'
import { ADMINISTRATOR } from '~~/core/rights'
import { textsIn } from '~~/core/lookup'

// Which role somebody has: few enough to be chosen from a list. What gives rights that are not one's own cannot be chosen.
const props = defineProps<{
  label: string
  help?: string
  modelValue: string | null
  error?: string
  disabled?: boolean
  commit?: (now: Value) => unknown
}>()
const emit = defineEmits<{ 'update:modelValue': [now: Value] }>()
const session = useSession()
const MOST = 200
const roles = useQuery({
  key: ['directory', 'roles', 'chosen from'],
  query: ({ signal }) =>
    api('GET /api/directory/{list}', { path: { list: 'roles' }, query: { limit: MOST }, signal }),
})
const mayGive = (id: string, rights: readonly string[]) =>
  id === ADMINISTRATOR
    ? session.me?.role === ADMINISTRATOR
    : rights.every((one) => session.me?.rights.some((mine) => mine === one))
const options = computed(() => {
  const known = (roles.data.value?.rows ?? []).map(({ id, name, values }) => ({
    value: id,
    label: name,
    disabled: id !== props.modelValue && !mayGive(id, textsIn(values.rights)),
  }))
  // One that is put away stays with those who have it.
  const isThere = props.modelValue === null || known.some((one) => one.value === props.modelValue)
  return isThere ? known : [...known, { value: props.modelValue!, label: props.modelValue!, disabled: false }]
})
async function made({ id }: { id: string }) {
  if (props.commit) await props.commit(id)
  emit('update:modelValue', id)
}
</script>

<template>
  <AddBeside list="roles" :disabled="disabled" @made="made">
    <KitChoice
      :label="label"
      :help="help"
      :error="error ?? (roles.error.value ? 'The roles cannot be read just now.' : undefined)"
      :disabled="disabled"
      :model-value="modelValue"
      :options="options"
      placeholder="choose …"
      :commit="commit"
      @update:model-value="emit('update:modelValue', $event)"
    />
  </AddBeside>
</template>
