<script setup lang="ts">
import type { ListName, Value } from '~~/core/directory'
import { aKindOf } from './useThings'

// A field that names a thing of the directory, and beside it what makes one that is missing.
defineProps<{
  list: ListName
  begins?: Readonly<Record<string, Value>>
  /** The field has no label over it. */
  bare?: boolean
  disabled?: boolean
}>()
const emit = defineEmits<{ made: [thing: { id: string; name: string }] }>()
const session = useSession()
const making = ref(false)
function done(thing: { id: string; name: string }) {
  making.value = false
  emit('made', thing)
}
</script>

<template>
  <div class="beside" :class="{ bare }">
    <slot />
    <KitButton
      v-if="!disabled && session.mayAdd(list)"
      class="add"
      kind="link"
      :aria-label="`Add ${aKindOf(list)}`"
      @click="making = true"
      >Add …</KitButton
    >
    <ThingDialog v-if="making" :list="list" :begins="begins" @done="done" @close="making = false" />
  </div>
</template>

<style scoped>
.beside {
  position: relative;
}
.beside > .add {
  position: absolute;
  top: 0;
  right: 0;
}
.beside.bare {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
}
.beside.bare > .add {
  position: static;
}
</style>
