<script setup lang="ts">
import { VueDraggable } from 'vue-draggable-plus'
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
const sourcesLeft = (order: readonly PrioritySource[]) =>
  PRIORITY_SOURCES.filter((one) => !order.includes(one)).map((value) => ({ value, label: sourceName(value) }))

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
        <KitButton v-if="team && !readonly" kind="link" @click="save(team, undefined)"
          >ask as the desk does</KitButton
        >
      </h2>
      <VueDraggable
        tag="ol"
        class="order"
        handle=".grip"
        :animation="120"
        :disabled="readonly"
        :model-value="order"
        @update:model-value="(dragged: PrioritySource[]) => save(team, dragged)"
      >
        <li v-for="(source, index) in order" :id="lineOf(team, source)" :key="source">
          <span v-if="!readonly" class="grip" aria-hidden="true">⠿</span>
          {{ sourceName(source) }} <span class="quiet small">{{ says[source] }}</span>
          <template v-if="team === undefined">
            {{ ' '
            }}<DesignDecidedMark
              :rule="`triage/source-order#${source}`"
              :count="decidedBy(`triage/source-order#${source}`)"
            />
          </template>
          <template v-if="!readonly">
            <KitButton
              kind="sign"
              :disabled="index === 0"
              :aria-label="`${name}, ${sourceName(source)}: earlier`"
              @click="move(team, order, index, -1)"
              @keydown.home.prevent="move(team, order, index, -index)"
              >↑</KitButton
            >
            <KitButton
              kind="sign"
              :disabled="index === order.length - 1"
              :aria-label="`${name}, ${sourceName(source)}: later`"
              @click="move(team, order, index, 1)"
              @keydown.end.prevent="move(team, order, index, order.length)"
              >↓</KitButton
            >
            <KitButton
              kind="sign"
              :disabled="order.length === 1"
              :aria-label="`${name}: do not ask ${sourceName(source)}`"
              @click="
                save(
                  team,
                  order.filter((one) => one !== source),
                )
              "
              >×</KitButton
            >
          </template>
          <FindingsAt :findings="findings" :place="`triage/source-order#${lineOf(team, source)}`" />
        </li>
      </VueDraggable>
      <KitChoice
        v-if="!readonly && sourcesLeft(order).length"
        class="more"
        bare
        placeholder="ask one more …"
        :label="`${name}: ask one more`"
        :model-value="null"
        :options="sourcesLeft(order)"
        @update:model-value="$event && save(team, [...order, $event])"
      />
    </section>
    <KitChoice
      v-if="!readonly && teamsLeft.length"
      class="more"
      bare
      placeholder="an order of its own for …"
      label="A team that asks in an order of its own"
      :model-value="null"
      :options="named(teamsLeft)"
      @update:model-value="$event && save($event, [...triage.sourceOrder])"
    />
    <FindingsAt :findings="findings" place="triage/source-order" />

    <h2>Departments</h2>
    <p v-if="!departments.length" class="quiet">
      Nobody in the directory has a department. Write one with a person, and it can have a priority here.
    </p>
    <LedgerTable v-else class="narrow" :heads="[{ label: 'Department' }, { label: 'Priority' }]">
      <tr v-for="one in departments" :key="one">
        <td>{{ one }}</td>
        <td>
          <template v-if="readonly">{{ numeral(triage.departments?.[one]) ?? '–' }}</template>
          <KitChoice
            v-else
            clears
            bare
            placeholder="none"
            :label="`Priority of ${one}`"
            :model-value="triage.departments?.[one] ?? null"
            :options="names.priority ?? []"
            @update:model-value="setDepartment(one, $event ?? '')"
          />
        </td>
      </tr>
    </LedgerTable>
    <TriageTrial v-if="!readonly" :design="design" :directory="directory" :version="version" />
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
.grip {
  cursor: grab;
  color: var(--ink-3);
}
.more {
  max-width: 300px;
}
.narrow {
  max-width: 520px;
}
</style>
