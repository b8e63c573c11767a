<script setup lang="ts">
import { toast } from '~/kit/toast'
import { labelOf, useThingList } from './useThings'

// Who is in a team: added and taken out here.
const props = defineProps<{ id: string; name: string }>()
const session = useSession()
const people = useThingList('people', () => ({ where: `teams:${props.id}`, limit: 200 }))
const cache = useQueryCache()
const adding = ref<string | null>(null)
async function setTeams(person: string, change: (teams: string[]) => string[]) {
  try {
    const { values } = await api('GET /api/directory/{list}/{id}', { path: { list: 'people', id: person } })
    const teams = Array.isArray(values.teams) ? (values.teams as string[]) : []
    await api('PATCH /api/directory/{list}/{id}', {
      path: { list: 'people', id: person },
      body: { teams: change(teams) },
    })
    await cache.invalidateQueries({ key: ['directory'] }).catch(() => undefined)
  } catch (error) {
    const { problem } = asApiError(error)
    toast(problem.fields?.[0]?.message ?? problem.detail, { bad: true })
  }
}
async function add(person: string | null) {
  adding.value = null
  if (person !== null) await setTeams(person, (teams) => [...new Set([...teams, props.id])])
}
async function takeOut(person: string, name: string) {
  await setTeams(person, (teams) => teams.filter((one) => one !== props.id))
  toast(`${name} is no longer in ${props.name}.`, { undo: () => add(person) })
}
const knows = (line: { values: Record<string, unknown> }) =>
  Object.entries((line.values.skills ?? {}) as Record<string, string>).map(
    ([id, grade]) => `${people.names.value.skills?.[id] ?? id}${grade === 'sure' ? '' : ` (${grade})`}`,
  )
</script>

<template>
  <section aria-labelledby="members">
    <h2 id="members">
      Members <span class="quiet small">{{ people.rows.value.length }}</span>
    </h2>
    <KitError :error="people.error.value" tries-again @again="people.again" />
    <KitTable
      v-if="people.rows.value.length"
      :rows="people.rows.value"
      row-key="id"
      label="Members"
      :columns="[
        { name: 'name', label: 'Member' },
        { name: 'knows', label: 'Knows' },
        { name: 'most', label: 'Most open', figures: true },
        { name: 'acts', label: 'Take out', bare: true },
      ]"
    >
      <template #cell-name="{ row }">
        <NuxtLink :to="`/directory/people/${row.id}`">{{
          labelOf('people', row, people.names.value)
        }}</NuxtLink>
        <span class="quiet small beside">{{ row.values.role }}</span>
      </template>
      <template #cell-knows="{ row }">{{ knows(row).join(', ') }}</template>
      <template #cell-most="{ row }">{{ row.values.capacity }}</template>
      <template #cell-acts="{ row }">
        <KitButton
          v-if="session.isLead"
          kind="quiet"
          :aria-label="`Take ${row.name} out of the team`"
          @click="takeOut(row.id, row.name)"
          >take out</KitButton
        >
      </template>
    </KitTable>
    <KitEmpty
      v-else-if="!people.loading.value"
      says="Nobody yet: what is sorted to this team stays in its queue."
    />
    <ThingFinder
      v-if="session.isLead"
      :model-value="adding"
      list="people"
      label="Add a member"
      bare
      placeholder="add a member"
      :begins="{ role: 'technician' }"
      @update:model-value="add"
    />
  </section>
</template>

<style scoped>
.beside {
  margin-left: 8px;
}
h2 {
  border-bottom: 1px solid var(--rule-2);
  margin: 18px 0 6px;
}
</style>
