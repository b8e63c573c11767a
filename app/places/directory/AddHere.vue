<script setup lang="ts">
import type { ListName, Value } from '~~/core/directory'
import { aKindOf } from './useThings'

// What is missing in the directory is made where it was missed: the page behind, and what is typed there, stays.
const props = defineProps<{
  /** What may be missing here. */
  lists: readonly ListName[]
  /** What is known beforehand of whatever is made. */
  begins?: Readonly<Record<string, Value>>
}>()
const emit = defineEmits<{ made: [list: ListName, thing: { id: string; name: string }] }>()
const session = useSession()
const making = ref<ListName>()
const acts = computed(() =>
  props.lists
    .filter((list) => session.mayAdd(list))
    .map((list) => ({
      label: aKindOf(list),
      run: () => (making.value = list),
    })),
)
/** What was made last is said: it shows nowhere else before it is chosen. */
const there = ref('')
watch(
  () => props.lists,
  () => (there.value = ''),
)
function done(list: ListName, thing: { id: string; name: string }) {
  making.value = undefined
  there.value = thing.name
  emit('made', list, thing)
}
</script>

<template>
  <div v-if="acts.length">
    <KitButton v-if="acts.length === 1" kind="link" @click="acts[0]?.run"
      >Missing in the list? Add {{ acts[0]?.label }} …</KitButton
    >
    <KitMenu v-else :acts="acts" kind="link">Missing in a list? Add …</KitMenu>
    <p v-if="there" class="small quiet said" role="status">{{ there }} can be chosen now.</p>
    <ThingDialog
      v-if="making"
      :key="making"
      :list="making"
      :begins="begins"
      @done="done(making, $event)"
      @close="making = undefined"
    />
  </div>
</template>

<style scoped>
.said {
  margin: 2px 0 0;
}
</style>
