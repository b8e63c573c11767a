<script setup lang="ts">
import { PRIORITY_SOURCES, type PrioritySource } from '~~/core/design'
import { say } from '~~/core/words'
import type { PageProps } from '~/composables/useDraft'
import type { DirectoryPage, Names } from '~/composables/useNames'

// Who is asked for the priority and in which order, for the desk and for teams that ask otherwise.
const { of: decidedBy } = useDecided()
const sourceName = (source: PrioritySource) => say('en', `source.${source}`)
const props = defineProps<PageProps & { directory: DirectoryPage; names: Names; version: number }>()
const triage = computed(() => props.design.triage)
const orders = computed((): { team?: string; name: string; order: PrioritySource[] }[] => [
  { name: 'The desk', order: triage.value.sourceOrder },
  ...Object.entries(triage.value.teamOrders ?? {}).map(([team, order]) => ({
    team,
    name: props.directory.teams.find((one) => one.id === team)?.name ?? team,
    order,
  })),
])
const unasked = (order: readonly string[]) => PRIORITY_SOURCES.filter((one) => !order.includes(one))
const teamsLeft = computed(() => props.directory.teams.filter((one) => !triage.value.teamOrders?.[one.id]))

/** By which a line is found: those of the desk by their source alone. */
const lineOf = (team: string | undefined, source: string) => (team ? `${team}-${source}` : source)

function save(team: string | undefined, order: PrioritySource[] | undefined) {
  if (team === undefined) return props.change('triage', 'sourceOrder', triage.value.sourceOrder, order)
  const { [team]: _, ...others } = triage.value.teamOrders ?? {}
  const after = order ? { ...others, [team]: order } : others
  return props.change(
    'triage',
    'teamOrders',
    triage.value.teamOrders ?? null,
    Object.keys(after).length ? after : null,
  )
}
function move(team: string | undefined, order: PrioritySource[], index: number, by: number) {
  void save(team, stepped(order, index, by))
}
function take(event: Event, work: (value: string) => unknown) {
  const value = takenFrom(event)
  if (value) work(value)
}

// Departments stand here: they are only names that people of the directory have.
const departments = computed(() => [
  ...new Set([...props.directory.departments, ...Object.keys(triage.value.departments ?? {})]),
])
function setDepartment(department: string, priority: string) {
  const { [department]: _, ...others } = triage.value.departments ?? {}
  const after = priority ? { ...others, [department]: priority } : others
  void props.change(
    'triage',
    'departments',
    triage.value.departments ?? null,
    Object.keys(after).length ? after : null,
  )
}
const numeral = (id?: string) => props.design.priorities.find((one) => one.id === id)?.numeral
const says = computed<Record<PrioritySource, string>>(() => {
  const count = (list: { priority?: string }[], what: string) =>
    `${list.filter((one) => one.priority).length} of ${list.length} ${what}`
  return {
    category: count(props.design.categories, 'categories'),
    site: count(props.directory.sites, 'sites'),
    department: `${Object.keys(triage.value.departments ?? {}).length} of ${departments.value.length} departments`,
    organisation: count(props.directory.organisations, 'organisations'),
    requester: counted(props.directory.withPriority, 'person', 'people'),
    agreement: 'as agreements say',
    item: count(props.design.items, 'catalog items'),
    portal: count(props.design.portals, 'portals'),
    impactUrgency: 'always has one',
  }
})
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet">
      Who is asked for the priority, in this order; the first that has one wins, and one without a value is
      passed over. A team may ask in an order of its own, once the ticket has come to it.
    </p>
    <section v-for="{ team, name, order } in orders" :key="team ?? ''" class="one">
      <h2>
        {{ name }}
        <button v-if="team && !readonly" class="link small" type="button" @click="save(team, undefined)">
          ask as the desk does
        </button>
      </h2>
      <ol class="order">
        <li v-for="(source, index) in order" :id="lineOf(team, source)" :key="source">
          {{ sourceName(source) }} <span class="quiet small">{{ says[source] }}</span>
          <template v-if="team === undefined">
            {{ ' '
            }}<DesignDecidedMark
              :rule="`triage/source-order#${source}`"
              :count="decidedBy(`triage/source-order#${source}`)"
            />
          </template>
          <template v-if="!readonly">
            <button
              class="link"
              type="button"
              :disabled="index === 0"
              :aria-label="`${name}, ${sourceName(source)}: earlier`"
              @click="move(team, order, index, -1)"
            >
              ↑
            </button>
            <button
              class="link"
              type="button"
              :disabled="index === order.length - 1"
              :aria-label="`${name}, ${sourceName(source)}: later`"
              @click="move(team, order, index, 1)"
            >
              ↓
            </button>
            <button
              class="link"
              type="button"
              :disabled="order.length === 1"
              :aria-label="`${name}: do not ask ${sourceName(source)}`"
              @click="
                save(
                  team,
                  order.filter((one) => one !== source),
                )
              "
            >
              ×
            </button>
          </template>
          <FindingsAt :findings="findings" :place="`triage/source-order#${lineOf(team, source)}`" />
        </li>
      </ol>
      <select
        v-if="!readonly && unasked(order).length"
        :aria-label="`${name}: ask one more`"
        @change="take($event, (value) => save(team, [...order, value as PrioritySource]))"
      >
        <option value="">ask one more …</option>
        <option v-for="source in unasked(order)" :key="source" :value="source">
          {{ sourceName(source) }}
        </option>
      </select>
    </section>
    <p v-if="!readonly && teamsLeft.length">
      <select
        aria-label="A team that asks in an order of its own"
        @change="take($event, (value) => save(value, [...triage.sourceOrder]))"
      >
        <option value="">an order of its own for …</option>
        <option v-for="one in teamsLeft" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select>
    </p>
    <FindingsAt :findings="findings" place="triage/source-order" />

    <h2>Departments</h2>
    <p v-if="!departments.length" class="quiet">
      Nobody in the directory has a department. Write one with a person, and it can have a priority here.
    </p>
    <table v-else class="ledger-table narrow">
      <thead>
        <tr>
          <th>Department</th>
          <th>Priority</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in departments" :key="one">
          <td>{{ one }}</td>
          <td>
            <template v-if="readonly">{{ numeral(triage.departments?.[one]) ?? '–' }}</template>
            <select
              v-else
              :value="triage.departments?.[one] ?? ''"
              :aria-label="`Priority of ${one}`"
              @change="setDepartment(one, typedIn($event))"
            >
              <option value="">none</option>
              <option v-for="p in names.priority" :key="p.value" :value="p.value">{{ p.label }}</option>
            </select>
          </td>
        </tr>
      </tbody>
    </table>
    <DesignTriageTrial v-if="!readonly" :design="design" :directory="directory" :version="version" />
  </div>
</template>

<style scoped>
.one {
  margin-bottom: 12px;
}
h2 {
  font-size: 1.1rem;
  margin: 14px 0 2px;
}
.order {
  margin: 0 0 4px;
}
.order li {
  padding: 3px 0;
}
.order .link {
  text-decoration: none;
  padding: 2px 8px;
  min-width: 26px;
  min-height: 26px;
}
.narrow {
  max-width: 520px;
}
select {
  font: inherit;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 2px 5px;
}
</style>
