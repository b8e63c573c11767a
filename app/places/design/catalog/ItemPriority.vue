<script setup lang="ts">
import { CompiledDesign, type Design, type PrioritySource } from '~~/core/design'
import type { CatalogItem } from '~~/core/intake'
import { itemFirst, priorityStanding } from '~~/core/triage'
import { listInWords, say } from '~~/core/words'

// What the priority of an item comes to before anybody asks for it: who says what, and who is heard first.
const props = defineProps<{ item: CatalogItem; design: Design; disabled: boolean }>()
defineEmits<{ order: [order: PrioritySource[]] }>()

const compiled = computed(() => new CompiledDesign(props.design, 0))
const standing = computed(() => priorityStanding(props.item, compiled.value))
const first = computed(() => standing.value.claims[0])
/** What is heard only after it, and would have it otherwise. */
const later = computed(() => standing.value.claims.slice(1).filter((one) => one.value !== first.value?.value))
const saidBy = ({ source, of }: { source: PrioritySource; of: string }) =>
  source === 'item' ? 'of the item' : `of the category “${compiled.value.categories.get(of)?.name ?? of}”`
const priority = (id: string) => {
  const found = props.design.priorities.find((one) => one.id === id)
  return found ? `${found.numeral} ${found.name}` : id
}
const sources = (all: readonly PrioritySource[]) => listInWords(all.map((one) => say('en', `source.${one}`)))
/** Its own priority is asked for too late, or never. */
const isUnheard = computed(
  () => standing.value.unasked !== undefined || later.value.some((one) => one.source === 'item'),
)
const order = computed(() => itemFirst(props.design.triage.sourceOrder, standing.value.claims))
</script>

<template>
  <span>
    <template v-if="first"
      ><b>{{ priority(first.value) }}</b> {{ saidBy(first)
      }}<template v-if="standing.before.length"
        >, where {{ sources(standing.before) }}
        {{ standing.before.length > 1 ? 'have' : 'has' }} none</template
      ><template v-for="one in later" :key="one.source"
        >; {{ priority(one.value) }} {{ saidBy(one) }} is asked after it</template
      ></template
    >
    <template v-else-if="standing.before.length">goes by {{ sources(standing.before) }}</template>
    <template v-else>no source is asked</template>
    <template v-if="standing.unasked"
      >; its own, {{ priority(standing.unasked) }}, is never asked for</template
    >
    <template v-if="isUnheard && !disabled">
      <span class="quiet"> · </span>
      <KitButton kind="link" @click="$emit('order', order)">Ask the item first</KitButton>
    </template>
    <span class="quiet"> · </span>
    <NuxtLink :to="{ path: '/design/triage/source-order', query: $route.query }">source order</NuxtLink>
  </span>
</template>
