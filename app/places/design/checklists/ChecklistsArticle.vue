<script setup lang="ts">
import { withoutGaps } from '~~/core/json'
import { freeId } from '~~/core/naming'
import type { Checklist } from '~~/core/work'
import type { PageProps } from '~/composables/useDraft'
import { namesOf, type DirectoryPage } from '~/composables/useNames'

// Checklists that come to tickets, each with what became of its tasks; below those that were kept from tickets.
const props = defineProps<PageProps & { directory: DirectoryPage }>()
const names = computed(() => namesOf(props.design, props.directory))
const counts = useQuery({
  key: ['checklists', 'counts'],
  query: ({ signal }) => api('GET /api/checklists/counts', { signal }),
})
const put = (one: Checklist, change: Partial<Checklist>) =>
  void props.change('checklists', one.id, one, withoutGaps({ ...one, ...change }))
const isTaken = (id: string) => props.design.checklists.some((each) => each.id === id)
const add = (name: string, more: Partial<Checklist>) => {
  const id = freeId('checklist', isTaken, 'checklist')
  return props.change('checklists', id, null, { id, name, tasks: [], ...more })
}
</script>

<template>
  <article>
    <h1>{{ heading }}</h1>
    <p class="quiet">
      What is to do each time the same thing comes. A checklist comes to a ticket by hand, by a move, a ladder
      or a stage of a plan, or by itself where a condition holds. Tickets that have one keep it as it was.
    </p>
    <FindingsAt :findings="findings" place="plans/checklists" />
    <p v-if="!design.checklists.length" class="quiet">There is no checklist yet.</p>
    <OneChecklist
      v-for="one in design.checklists"
      :key="one.id"
      v-bind="{ list: one, design, directory, names, findings, readonly }"
      :counts="counts.data.value?.lists[one.id]"
      :days="counts.data.value?.days ?? 0"
      @change="put(one, $event)"
      @remove="props.change('checklists', one.id, one, null)"
    />
    <p v-if="!readonly">
      <KitButton @click="add('New checklist', { tasks: [{ text: 'First thing' }] })">New checklist</KitButton>
    </p>
    <KeptChecklists
      v-bind="{ directory, readonly }"
      :counts="counts.data.value?.lists ?? {}"
      @take="(list) => add(list.name, { team: list.team, tasks: list.tasks })"
    />
  </article>
</template>
