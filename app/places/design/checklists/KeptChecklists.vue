<script setup lang="ts">
import type { Checklist, TaskCounts } from '~~/core/work'
import type { DirectoryPage } from '~/composables/useNames'

// Checklists that were kept from tickets: they are offered at once, and can be taken into the design for more.
defineProps<{ directory: DirectoryPage; readonly: boolean; counts: TaskCounts }>()
const emit = defineEmits<{ take: [list: Checklist] }>()
const { busy, error, run } = useDeed()
const kept = useQuery({
  key: ['checklists', 'kept'],
  query: ({ signal }) => api('GET /api/checklists', { signal }),
})
const lists = computed(() => kept.data.value?.kept ?? [])
async function change(work: () => Promise<unknown>) {
  if (await run(async () => (await work(), true))) await kept.refetch()
}
const put = (number: number, body: { name?: string; team?: string | null }) =>
  change(() => api('PATCH /api/checklists/{number}', { path: { number }, body }))
const drop = (number: number) => change(() => api('DELETE /api/checklists/{number}', { path: { number } }))
const came = (counts: TaskCounts, { id }: Checklist) =>
  Math.max(0, ...Object.values(counts[id] ?? {}).map((one) => one.came))
</script>

<template>
  <section aria-labelledby="kept-lists">
    <h2 id="kept-lists">Kept from tickets</h2>
    <p class="quiet">
      People of the desk keep what they typed on a ticket, for their team or for everybody. These are offered
      at once, without an edition; taken into the draft they can come by themselves.
    </p>
    <p v-if="kept.data.value && !lists.length" class="quiet small">None is kept.</p>
    <div v-for="{ number, list, by } in lists" :key="number" class="one">
      <NamedFor
        :name="list.name"
        :label="`Name of the kept checklist ${list.name}`"
        :team="list.team"
        :teams="directory.teams"
        :readonly="busy"
        @rename="put(number, { name: $event })"
        @team="put(number, { team: $event ?? null })"
        @remove="drop(number)"
      />
      <p class="small quiet">
        {{ list.tasks.map((one) => one.text).join('; ') }} · kept by {{ by
        }}<template v-if="came(counts, list)"> · came {{ came(counts, list) }}×</template>
      </p>
      <p v-if="!readonly" class="small">
        <KitButton kind="link" :aria-label="`take ${list.name} into the draft`" @click="emit('take', list)"
          >take it into the draft</KitButton
        >
      </p>
    </div>
    <KitError :error="error" />
  </section>
</template>

<style scoped>
.one {
  border-top: 1px solid var(--rule);
  padding: 6px 0;
}
p {
  margin: 2px 0;
}
</style>
