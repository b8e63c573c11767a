<script setup lang="ts">
import { ASSIGNMENT_WAYS, type AssignmentWay, type TeamAssignment } from '~~/core/design'
import { assignmentOf } from '~~/core/triage'
import type { PageProps } from '~/composables/useDraft'
import type { DirectoryPage } from '~/composables/useNames'
import { oneAt } from '~~/core/lookup'

// How each team's tickets find somebody: ways tried one after the other, and limits.
const props = defineProps<PageProps & { directory: DirectoryPage; version: number }>()
const WAYS: Record<AssignmentWay, string> = {
  inTurn: 'in turn, to whoever is on shift',
  leastLoaded: 'to whoever is on shift and has the least',
  sameAsLast: 'to whoever helped this requester last',
  onRota: 'to whoever is on rota',
  leave: 'they take them from the queue',
}
const of = (team: string): TeamAssignment => assignmentOf(props.design.triage, team)
/** What is not said is left out; a way alone is written short. */
function tidy({ ways, rota, byWeight, limit, orNextShift }: TeamAssignment): AssignmentWay | TeamAssignment {
  const full: TeamAssignment = {
    ways,
    ...(rota && ways.includes('onRota') && { rota }),
    ...(byWeight && ways.includes('leastLoaded') && { byWeight }),
    ...(limit && { limit }),
    ...(orNextShift && { orNextShift }),
  }
  return Object.keys(full).length === 1 && ways.length === 1 ? oneAt(ways, 0) : full
}
const set = (team: string, more: Partial<TeamAssignment>) =>
  props.change('triage', 'assignment', props.design.triage.assignment, {
    ...props.design.triage.assignment,
    [team]: tidy({ ...of(team), ...more }),
  })
function setWay(team: string, index: number, way: string) {
  const ways = [...of(team).ways]
  if (way) ways[index] = way as AssignmentWay
  else ways.splice(index, 1)
  const rota = ways.includes('onRota') ? (of(team).rota ?? props.design.rotas[0]?.id) : undefined
  void set(team, { ways: [...new Set(ways)], rota })
}
const left = (team: string, own?: AssignmentWay) =>
  ASSIGNMENT_WAYS.filter((way) => way === own || !of(team).ways.includes(way))
/** What a way of a team may be; one of several can be taken out. */
const waysFor = (team: string, own?: AssignmentWay) => [
  ...left(team, own).map((value) => ({ value: value as string, label: WAYS[value] })),
  ...(own && of(team).ways.length > 1 ? [{ value: '', label: 'take this way out' }] : []),
]
const members = (team: string) =>
  props.directory.people.filter((one) => one.active && one.role !== 'requester' && one.teams.includes(team))
const knows = (team: string) => [...new Set(members(team).flatMap((one) => one.skills ?? []))]
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet">
      The ways of a team are tried one after the other; the first that finds somebody decides. Whoever lacks a
      skill that
      <NuxtLink to="/design/triage/skills">is asked for</NuxtLink>, or has as many open tickets as they may
      have, is passed over.
    </p>
    <section v-for="team in directory.teams" :id="team.id" :key="team.id" class="team">
      <h2>
        {{ team.name }}
        <span class="quiet small"
          >{{ counted(members(team.id).length, 'person', 'people')
          }}<template v-if="knows(team.id).length">, who know {{ knows(team.id).join(', ') }}</template></span
        >
      </h2>
      <div class="ways">
        <template v-for="(way, index) in of(team.id).ways" :key="way">
          <span v-if="index" class="quiet">else</span>
          <KitChoice
            bare
            :label="`Assignment of ${team.name}${index ? `, way ${index + 1}` : ''}`"
            :model-value="way as string"
            :options="waysFor(team.id, way)"
            :disabled="readonly"
            @update:model-value="$event !== null && setWay(team.id, index, $event)"
          />
          <KitChoice
            v-if="way === 'onRota'"
            bare
            :label="`Rota of ${team.name}`"
            :model-value="of(team.id).rota ?? null"
            :options="named(design.rotas)"
            :disabled="readonly"
            @update:model-value="$event && set(team.id, { rota: $event })"
          />
        </template>
        <KitChoice
          v-if="!readonly && of(team.id).ways.at(-1) !== 'leave' && left(team.id).length"
          bare
          placeholder="else …"
          :label="`${team.name}: one more way`"
          :model-value="null"
          :options="waysFor(team.id)"
          @update:model-value="$event && setWay(team.id, of(team.id).ways.length, $event)"
        />
      </div>
      <div v-if="of(team.id).ways[0] !== 'leave'" class="more">
        <KitCheckbox
          label="when nobody is on shift, to whoever comes next"
          :model-value="of(team.id).orNextShift === true"
          :disabled="readonly"
          @update:model-value="set(team.id, { orNextShift: $event })"
        />
        <KitCheckbox
          v-if="of(team.id).ways.includes('leastLoaded')"
          label="count open tickets by the weight of their priority"
          :model-value="of(team.id).byWeight === true"
          :disabled="readonly"
          @update:model-value="set(team.id, { byWeight: $event })"
        />
        <span class="limit">
          at most
          <KitNumber
            bare
            placeholder="any number"
            :min="1"
            :label="`${team.name}: most open tickets each`"
            :model-value="of(team.id).limit ?? null"
            :disabled="readonly"
            :commit="(limit: number | null) => set(team.id, { limit: limit ?? undefined })"
          />
          open tickets each
        </span>
      </div>
      <FindingsAt :findings="findings" :place="`triage/who-gets-it#${team.id}`" />
    </section>
    <FindingsAt :findings="findings" place="triage/who-gets-it" />
    <TriageTrial v-if="!readonly" :design="design" :directory="directory" :version="version" />
  </div>
</template>

<style scoped>
.team {
  border-bottom: 1px solid var(--rule);
  padding: 4px 0 8px;
  max-width: 900px;
}
h2 {
  font-size: 1.1rem;
  margin: 8px 0 2px;
}
.ways,
.more {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  margin: 2px 0;
}
.limit {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
.limit :deep(input) {
  width: 8em;
}
</style>
