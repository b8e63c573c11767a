<script setup lang="ts">
import { articleOf, usesOfKind, type Design } from '~~/core/design'
import type { TicketKind } from '~~/core/lifecycle'
import { deskName } from '~/composables/designWords'
import type { DirectoryPage } from '~/composables/useNames'

// Who goes by a ticket kind. What several catalog items share is changed for all of them, so that is asked once before
// the first change; a desk can have a kind of its own.
const props = defineProps<{
  kind: TicketKind
  design: Design
  directory: DirectoryPage
  readonly: boolean
  /** Nothing can be changed yet, or by whoever reads it. */
  locked: boolean
  /** The desk that has it for itself, and is led by others. */
  others?: { name: string }
}>()
defineEmits<{ agree: []; own: [desk: { id: string; name: string }]; remove: [] }>()

const items = computed(() => props.design.items.filter((one) => one.kind === props.kind.id))
const uses = computed(() => usesOfKind(props.design, props.kind.id))
/** The items that lead to it, by the desk that they are asked of. */
const byDesk = computed(() => {
  const groups = new Map<string, typeof items.value>()
  for (const item of items.value) {
    const desk = item.desk === undefined ? '' : deskName(props.directory.desks, item.desk)
    groups.set(desk, [...(groups.get(desk) ?? []), item])
  }
  return [...groups].map(([desk, list]) => ({ desk, list }))
})
/** Desks that share the kind with others, and could have one of their own. */
const sharing = computed(() =>
  props.kind.desk === undefined && byDesk.value.length > 1
    ? props.directory.desks.filter((desk) => items.value.some((item) => item.desk === desk.id))
    : [],
)
</script>

<template>
  <div>
    <p v-if="items.length === 0" class="quiet">
      No catalog item leads to it.
      <KitButton v-if="!readonly" kind="link" @click="$emit('remove')">Remove it</KitButton>
    </p>
    <details v-else class="uses" :open="locked && !readonly">
      <summary>
        {{ counted(items.length, 'catalog item leads', 'catalog items lead') }} to it<template
          v-if="uses.length"
          >, and {{ counted(uses.length, 'thing goes', 'things go') }} by it</template
        >
      </summary>
      <p v-for="group in byDesk" :key="group.desk">
        <b v-if="group.desk">{{ group.desk }}: </b>
        <template v-for="(item, at) in group.list" :key="item.id"
          ><template v-if="at"> · </template
          ><NuxtLink :to="`/design/catalog/${item.id}`">{{ item.name }}</NuxtLink></template
        >
      </p>
      <p v-if="uses.length">
        <b>Goes by it: </b>
        <template v-for="(one, at) in uses" :key="one.place"
          ><template v-if="at"> · </template
          ><NuxtLink :to="{ ...ruleAddress(articleOf(design, one.place)), query: $route.query }">{{
            one.words
          }}</NuxtLink></template
        >
      </p>
    </details>
    <p v-if="others && !readonly" class="notice" role="status">
      This kind is the own of {{ others.name }}: those who lead it change it. Make a kind like it to go
      another way.
    </p>
    <div v-else-if="locked && !readonly" class="notice" role="status">
      {{ items.length }} catalog items share this kind: what is changed here changes for all of them.
      <p class="line">
        <KitButton @click="$emit('agree')">Change it for all {{ items.length }}</KitButton>
        <KitButton v-for="desk in sharing" :key="desk.id" kind="plain" @click="$emit('own', desk)">
          Make one of its own for {{ desk.name }}
        </KitButton>
        <span v-if="!sharing.length" class="quiet"
          >For some of them only, <NuxtLink to="/design/kinds">make a new kind like it</NuxtLink> and lead
          them there.</span
        >
      </p>
    </div>
  </div>
</template>

<style scoped>
.uses {
  margin: 4px 0;
}
.uses p {
  margin: 4px 0;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  margin: 8px 0 0;
}
</style>
