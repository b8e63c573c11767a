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
      <p class="ways">
        <template v-for="(way, index) in of(team.id).ways" :key="way">
          <span v-if="index" class="quiet">else</span>
          <select
            :value="way"
            :disabled="readonly"
            :aria-label="`Assignment of ${team.name}${index ? `, way ${index + 1}` : ''}`"
            @change="setWay(team.id, index, typedIn($event))"
          >
            <option v-for="one in left(team.id, way)" :key="one" :value="one">{{ WAYS[one] }}</option>
            <option v-if="of(team.id).ways.length > 1" value="">take this way out</option>
          </select>
          <select
            v-if="way === 'onRota'"
            :value="of(team.id).rota"
            :disabled="readonly"
            :aria-label="`Rota of ${team.name}`"
            @change="set(team.id, { rota: typedIn($event) })"
          >
            <option v-for="one in design.rotas" :key="one.id" :value="one.id">{{ one.name }}</option>
          </select>
        </template>
        <select
          v-if="!readonly && of(team.id).ways.at(-1) !== 'leave' && left(team.id).length"
          :aria-label="`${team.name}: one more way`"
          value=""
          @change="setWay(team.id, of(team.id).ways.length, typedIn($event))"
        >
          <option value="">else …</option>
          <option v-for="one in left(team.id)" :key="one" :value="one">{{ WAYS[one] }}</option>
        </select>
      </p>
      <p v-if="of(team.id).ways[0] !== 'leave'" class="more small">
        <label
          ><input
            type="checkbox"
            :checked="of(team.id).orNextShift"
            :disabled="readonly"
            @change="set(team.id, { orNextShift: isTicked($event) })"
          />
          when nobody is on shift, to whoever comes next</label
        >
        <label v-if="of(team.id).ways.includes('leastLoaded')"
          ><input
            type="checkbox"
            :checked="of(team.id).byWeight"
            :disabled="readonly"
            @change="set(team.id, { byWeight: isTicked($event) })"
          />
          count open tickets by the weight of their priority</label
        >
        <label
          >at most
          <input
            class="num"
            type="number"
            min="1"
            :value="of(team.id).limit ?? ''"
            placeholder="any number"
            :disabled="readonly"
            :aria-label="`${team.name}: most open tickets each`"
            @change="set(team.id, { limit: Number(typedIn($event)) || undefined })"
          />
          open tickets each</label
        >
      </p>
      <FindingsAt :findings="findings" :place="`triage/who-gets-it#${team.id}`" />
    </section>
    <FindingsAt :findings="findings" place="triage/who-gets-it" />
    <DesignTriageTrial v-if="!readonly" :design="design" :directory="directory" :version="version" />
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
select,
input[type='number'] {
  font: inherit;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 2px 5px;
}
input[type='number'] {
  width: 110px;
}
input[type='checkbox'] {
  width: 18px;
  height: 18px;
  vertical-align: middle;
}
</style>
