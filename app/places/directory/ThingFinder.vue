<script setup lang="ts">
import { KINDS, type ListName, type Value } from '~~/core/directory'
import type { FieldProps } from '~/kit/field'
import type { Commit } from '~/kit/useFieldDraft'
import { findThings } from './useThings'

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
  }
>()
const emit = defineEmits<{ 'update:modelValue': [id: string | null]; chosen: [id: string, name: string] }>()
const session = useSession()
const making = ref(false)
const made = ref<{ id: string; name: string }>()
const find = computed(() => findThings(props.list, props.where))
const kind = computed(() => KINDS[props.list])
const a = computed(() => kind.value.article ?? 'a')
const mayMake = computed(() => session.mayAdd(props.list) && !props.disabled)
async function done({ id, name }: { id: string; name: string }) {
  making.value = false
  made.value = { id, name }
  emit('chosen', id, name)
  if (props.commit) await props.commit(id, props.modelValue)
  emit('update:modelValue', id)
}
</script>

<template>
  <div class="finder" :class="{ bare }">
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
      :placeholder="placeholder ?? `find ${a} ${kind.name}`"
      lists
      @update:model-value="emit('update:modelValue', $event)"
    />
    <KitButton
      v-if="mayMake"
      class="add"
      kind="link"
      :aria-label="`Add ${a} ${kind.name}`"
      @click="making = true"
      >Add …</KitButton
    >
    <KitDialog v-if="making" v-model:shown="making" :title="`A new ${kind.name}`">
      <ThingForm :list="list" :begins="begins" inside @done="done" @close="making = false" />
    </KitDialog>
  </div>
</template>

<style scoped>
.finder {
  position: relative;
}
.finder > .add {
  position: absolute;
  top: 0;
  right: 0;
}
.finder.bare {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
}
.finder.bare > .add {
  position: static;
}
</style>
