<script setup lang="ts">
import { KINDS, type ListName, type Value } from '~~/core/directory'

// Something new of the directory, over what somebody is doing.
defineProps<{
  list: ListName
  /** What is known beforehand. */
  begins?: Readonly<Record<string, Value>>
}>()
const emit = defineEmits<{ done: [made: { id: string; name: string }]; close: [] }>()
</script>

<template>
  <KitDialog :shown="true" :title="`A new ${KINDS[list].name}`" @update:shown="emit('close')">
    <ThingForm :list="list" :begins="begins" inside @done="emit('done', $event)" @close="emit('close')" />
  </KitDialog>
</template>
