<script setup lang="ts">
// Which tickets belong to a major incident: open ones like it are offered, others are found by words or by number.
const props = defineProps<{ reference: number; busy: boolean; error?: string }>()
const emit = defineEmits<{ gather: [tickets: number[], evenDone: boolean] }>()
const words = ref('')
const evenDone = ref(false)
const found = useQuery({
  key: () => ['beside', props.reference, 'major', words.value.trim(), evenDone.value],
  query: ({ signal }) =>
    api('GET /api/tickets/{reference}/major', {
      path: { reference: props.reference },
      query: { what: 'offered', words: words.value.trim() || undefined, evenDone: evenDone.value },
      signal,
    }),
  placeholderData: (before) => before,
})
const offered = computed(() => found.data.value?.offered ?? [])
const chosen = ref(new Map<number, string>())
function tick(one: { reference: number; summary: string }, on: boolean) {
  const next = new Map(chosen.value)
  if (on) next.set(one.reference, one.summary)
  else next.delete(one.reference)
  chosen.value = next
}
/** What was ticked stays when something else is sought. */
const others = computed(() =>
  [...chosen.value].filter(([reference]) => !offered.value.some((one) => one.reference === reference)),
)
function all() {
  chosen.value = new Map([
    ...chosen.value,
    ...offered.value.map((one) => [one.reference, one.summary] as const),
  ])
}
defineExpose({ clear: () => (chosen.value = new Map()) })
</script>

<template>
  <div>
    <KitText
      v-model="words"
      type="search"
      label="Find tickets that belong to it"
      help="Without words: open tickets like it."
      placeholder="Words, or a number"
      :error="error"
    />
    <KitCheckbox v-model="evenDone" label="those that are done as well" />
    <KitError :error="found.error.value ?? undefined" tries-again @again="found.refetch()" />
    <ul v-if="offered.length || others.length" class="offered">
      <li v-for="[number, summary] in others" :key="number">
        <KitCheckbox
          :label="`${number} ${summary}`"
          :model-value="true"
          @update:model-value="tick({ reference: number, summary }, false)"
        />
      </li>
      <li v-for="one in offered" :key="one.reference">
        <KitCheckbox
          :label="`${one.reference} ${one.summary}`"
          :model-value="chosen.has(one.reference)"
          @update:model-value="tick(one, $event)"
        />
        <span class="quiet small">{{ one.note }}</span>
      </li>
    </ul>
    <p v-else-if="found.data.value" class="quiet small" role="status">
      {{ words.trim() ? 'No ticket has these words.' : 'No open ticket is like it.' }}
    </p>
    <KitButton
      kind="main"
      :busy="busy"
      :disabled="!chosen.size"
      @click="emit('gather', [...chosen.keys()], evenDone)"
      >{{ chosen.size === 1 ? 'Gather it' : `Gather ${chosen.size || 'them'}` }}</KitButton
    >
    &nbsp;<KitButton v-if="offered.length > 1" kind="link" @click="all">Choose all of these</KitButton>
  </div>
</template>

<style scoped>
.offered {
  list-style: none;
  margin: 6px 0;
  padding: 0;
  max-height: 40vh;
  overflow-y: auto;
}
.offered li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
  align-items: baseline;
  border-bottom: 1px dotted var(--rule);
}
</style>
