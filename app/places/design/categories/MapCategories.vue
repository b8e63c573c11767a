<script setup lang="ts">
import {
  mergeCategories,
  moveCategories,
  promiseCategories,
  routeCategories,
  type CategoryMove,
  type Design,
  type DesignStep,
} from '~~/core/design'
import type { DirectoryPage, Names } from '~/composables/useNames'
import { namedUses } from '../questions/library'
import { openIn, prioritised, withBelow } from './branches'

// Categories that are chosen: moved, put together, mapped or taken away, with what that touches said before.
const props = defineProps<{
  ids: string[]
  design: Design
  names: Names
  directory: DirectoryPage
  /** How many open tickets each category has. */
  use?: Readonly<Record<string, number>>
}>()
const emit = defineEmits<{ change: [steps: DesignStep[]]; none: [] }>()

type Said = { steps: DesignStep[]; says: string[]; bad?: boolean }
const TOP = ''
/** Categories that are none of those chosen, nor below them. */
const elsewhere = computed(() => {
  const going = new Set(withBelow(props.design, props.ids).map((one) => one.id))
  return (props.names.category ?? []).filter((one) => !going.has(one.value))
})

function moving({ now, inTheWay, leaves, joins, steps }: CategoryMove): Said {
  if (inTheWay.length)
    return {
      steps,
      bad: true,
      says: [
        `There is “${[...new Set(inTheWay)].join('”, “')}” already. Put them together instead, or give one another name.`,
      ],
    }
  const open = openIn(now.keys(), props.use)
  const [goes, them] = now.size === 1 ? ['goes', 'it'] : ['go', 'them']
  return {
    steps,
    says: [
      `${counted(now.size, 'category', 'categories')} ${goes}; all that names ${them} goes along.`,
      open
        ? `${counted(open, 'open ticket')} ${open === 1 ? 'comes' : 'come'} along as soon as ${open === 1 ? 'it follows' : 'they follow'} the edition; tickets that are done keep what they were.`
        : `No open ticket is of ${them}; tickets that are done keep what they were.`,
      ...(leaves.length ? [`For ${them} no more, since that is for all above: ${namedUses(leaves)}.`] : []),
      ...(joins.length ? [`For ${them} from then on: ${namedUses(joins)}.`] : []),
    ],
  }
}
const row = (steps: DesignStep[]): Said => ({
  steps,
  says: steps.length ? ['This is a row on top of “Where it goes”.'] : ['That is so already.'],
})

interface Deed {
  label: string
  options: () => readonly { value: string; label: string }[]
  does: (value: string) => Said
}
const DEEDS: Record<string, Deed> = {
  priority: {
    label: 'give a priority of their own',
    options: () => [{ value: '', label: 'none, that of the one above' }, ...(props.names.priority ?? [])],
    does: (priority) => ({ steps: prioritised(props.design, props.ids, priority), says: [] }),
  },
  queue: {
    label: 'send to a queue',
    options: () => named(props.directory.queues),
    does: (queue) => row(routeCategories(props.design, props.ids, { queue })),
  },
  team: {
    label: 'send to a team',
    options: () => named(props.directory.teams),
    does: (team) => row(routeCategories(props.design, props.ids, { team })),
  },
  level: {
    label: 'promise by a service level',
    options: () => named(props.design.serviceLevels),
    does: (level) => {
      const steps = promiseCategories(props.design, props.ids, level)
      const says = steps.length
        ? 'The level is for them as well, besides what it is for; those above it still come first.'
        : 'The level is for them already.'
      return { steps, says: [says] }
    },
  },
  move: {
    label: 'move under',
    options: () => [{ value: TOP, label: 'the top of the tree' }, ...elsewhere.value],
    does: (under) => moving(moveCategories(props.design, props.ids, under)),
  },
  merge: {
    label: 'put together with',
    options: () => elsewhere.value,
    does: (into) => moving(mergeCategories(props.design, props.ids, into)),
  },
}
const deeds = Object.entries(DEEDS).map(([value, { label }]) => ({ value, label }))
const deed = ref<string | null>(null)
const value = ref<string | null>(null)
watch(deed, () => (value.value = null))
const said = computed(() =>
  deed.value && value.value !== null ? DEEDS[deed.value]?.does(value.value) : undefined,
)
function act() {
  if (!said.value?.steps.length) return
  emit('change', said.value.steps)
  deed.value = value.value = null
}
/** Whatever lies below goes too; what still refers to it is found by proofreading. */
const going = computed(() => withBelow(props.design, props.ids))
const takeAway = () =>
  emit(
    'change',
    going.value.map((before) => ({ list: 'categories', id: before.id, before, after: null })),
  )
</script>

<template>
  <ChosenBar
    label="The chosen categories"
    :chosen="counted(ids.length, 'category', 'categories')"
    @none="emit('none')"
  >
    <KitChoice v-model="deed" bare label="What to do with them" placeholder="what to do …" :options="deeds" />
    <KitChoice
      v-if="deed"
      v-model="value"
      bare
      label="Which"
      placeholder="which …"
      :options="DEEDS[deed]!.options()"
    />
    <KitButton v-if="deed" kind="main" :disabled="!said?.steps.length" @click="act">Do it</KitButton>
    <KitButton kind="danger" @click="takeAway"
      >Take away {{ counted(going.length, 'category', 'categories') }}</KitButton
    >
    <template #below>
      <ul v-if="said?.says.length" class="small" :class="{ bad: said.bad }" role="status">
        <li v-for="one in said.says" :key="one">{{ one }}</li>
      </ul>
    </template>
  </ChosenBar>
</template>

<style scoped>
ul {
  flex-basis: 100%;
  margin: 0;
  padding-left: 18px;
}
.bad {
  color: var(--red);
}
</style>
