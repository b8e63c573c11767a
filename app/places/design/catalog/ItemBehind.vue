<script setup lang="ts">
import { checklistsFor, levelsFor, type Design, type PrioritySource } from '~~/core/design'
import type { CatalogItem } from '~~/core/intake'
import { useCatalogUse } from './use'

// What stands behind an item: kind, lifecycle, levels, checklists, and how often it is asked for.
const props = defineProps<{ item: CatalogItem; design: Design; disabled: boolean }>()
defineEmits<{ own: []; sources: [order: PrioritySource[]] }>()
const query = useRoute().query
const kind = computed(() => props.design.kinds.find((one) => one.id === props.item.kind))
const sameKind = computed(() =>
  props.design.items.filter((one) => one.kind === props.item.kind && one.id !== props.item.id),
)
const NAMED = 3
const sharedWith = computed(() =>
  sameKind.value.length > NAMED
    ? counted(sameKind.value.length, 'other item')
    : sameKind.value.map((one) => one.name).join(', ') || 'nothing else',
)
const levels = computed(() => levelsFor(props.design, props.item))
const checklists = computed(() => checklistsFor(props.design, props.item))
const { use, isUncounted } = useCatalogUse()
</script>

<template>
  <dl class="behind small" aria-label="What stands behind it">
    <dt>Ticket kind</dt>
    <dd>
      <NuxtLink v-if="kind" :to="{ path: `/design/kinds/${kind.id}`, query }">{{ kind.name }}</NuxtLink><span
        v-else
        >not in the design</span
      >, shared with {{ sharedWith }}
      <template v-if="kind && sameKind.length && !disabled">
        <span class="quiet"> · </span>
        <KitButton kind="link" @click="$emit('own')">Give it a kind of its own</KitButton>
      </template>
    </dd>
    <dt>Lifecycle</dt>
    <dd>{{ kind?.statuses.map((one) => one.name).join(' · ') }}</dd>
    <dt>Priority</dt>
    <dd>
      <ItemPriority :item="item" :design="design" :disabled="disabled" @order="$emit('sources', $event)" />
    </dd>
    <dt>Service levels that can apply</dt>
    <dd>
      <template v-for="(one, index) in levels" :key="one.id"
        ><template v-if="index">, </template
        ><NuxtLink :to="{ path: '/design/service-levels', hash: `#${one.id}`, query }">{{
          one.name
        }}</NuxtLink></template
      >{{ levels.length ? '' : 'none' }}
    </dd>
    <dt>Checklists that can come with it</dt>
    <dd>
      <template v-for="(one, index) in checklists" :key="one.id"
        ><template v-if="index">, </template
        ><NuxtLink :to="{ path: '/design/moves', query }">{{ one.name }}</NuxtLink></template
      >{{ checklists.length ? '' : 'none' }}
    </dd>
    <dt>Asked for</dt>
    <dd v-if="use">
      <span class="num">{{ (use.items[item.id] ?? 0).toLocaleString('en') }}</span> times in the last
      {{ use.days }} days
    </dd>
    <dd v-else class="quiet">{{ isUncounted ? 'cannot be counted just now' : 'counting …' }}</dd>
  </dl>
</template>

<style scoped>
.behind {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 2px 16px;
  margin: 10px 0 4px;
  padding-top: 8px;
  border-top: 1px solid var(--rule);
}
.behind dt {
  color: var(--ink-3);
}
.behind dd {
  margin: 0;
}
@media (max-width: 700px) {
  .behind {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
