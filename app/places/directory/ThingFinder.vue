<script setup lang="ts">
import type { ListName, Value } from '~~/core/directory'
import type { FieldProps } from '~/kit/field'
import type { Commit } from '~/kit/useFieldDraft'
import { aKindOf, findThings } from './useThings'

// One thing of the directory, looked for by its name. Where it is missing it is made here, without leaving the form.
const props = defineProps<
  FieldProps & {
    modelValue: string | null
    list: ListName
    said?: string
    commit?: Commit<string | null>
    placeholder?: string
    /** Only those that name this in that field: `organisation:merrow`. */
    where?: string
    /** What is known beforehand of one that is made here. */
    begins?: Readonly<Record<string, Value>>
    /** The cursor is put into it. */
    focuses?: boolean
  }
>()
const emit = defineEmits<{ 'update:modelValue': [id: string | null]; chosen: [id: string, name: string] }>()
const made = ref<{ id: string; name: string }>()
const find = computed(() => findThings(props.list, props.where))
async function done({ id, name }: { id: string; name: string }) {
  made.value = { id, name }
  emit('chosen', id, name)
  if (props.commit) await props.commit(id, props.modelValue)
  emit('update:modelValue', id)
}
</script>

<template>
  <AddBeside :list="list" :begins="begins" :bare="bare" :disabled="disabled" @made="done">
    <KitFinder
      :model-value="modelValue"
      :label="label"
      :help="help"
      :error="error"
      :bare="bare"
      :aside="aside"
      :disabled="disabled"
      :said="made && made.id === modelValue ? made.name : said"
      :find="find"
      :commit="commit"
      :placeholder="placeholder ?? `find ${aKindOf(list)}`"
      lists
      :focuses="focuses"
      @update:model-value="emit('update:modelValue', $event)"
    />
  </AddBeside>
</template>
