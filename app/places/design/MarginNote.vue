<script setup lang="ts">
import { startingDesignOf } from '~~/core/design'

// Why an article begins as it does, in the margin: the words of the starting design, until they are put away.
const props = defineProps<{ article: string }>()
const setup = useQuery({ key: ['setup'], query: ({ signal }) => api('GET /api/setup', { signal }) })
// Put away here, they are away in this browser.
const STORE = 'yare-margin-away'
const away = ref(false)
onMounted(() => (away.value = kept() === 'yes'))
function kept(): string | null {
  try {
    return localStorage.getItem(STORE)
  } catch {
    return null
  }
}
function put(isAway: boolean) {
  away.value = isAway
  try {
    localStorage.setItem(STORE, isAway ? 'yes' : 'no')
  } catch {
    // Where nothing is kept they are back with the next visit.
  }
}
const words = computed(() => {
  const { margin } = startingDesignOf(setup.data.value?.starting ?? '') ?? {}
  return margin && Object.hasOwn(margin, props.article) ? margin[props.article] : undefined
})
</script>

<template>
  <aside v-if="words" class="margin-note" aria-label="Why it begins like this">
    <template v-if="!away">
      <p>{{ words }}</p>
      <KitButton kind="link" @click="put(true)">Put these notes away</KitButton>
    </template>
    <KitButton v-else kind="link" @click="put(false)">Why does it begin like this?</KitButton>
  </aside>
</template>

<style scoped>
.margin-note {
  border-left: 3px double var(--rule-2);
  padding: 2px 0 2px 12px;
  margin: 0 0 12px;
  max-width: 74ch;
  color: var(--ink-2);
  font-style: italic;
}
.margin-note p {
  margin: 0;
}
.margin-note :deep(.kit-button) {
  font-style: normal;
  font-size: 0.88rem;
}
</style>
