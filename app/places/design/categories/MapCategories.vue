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
import { toast } from '~/kit/toast'
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

/** What would be done; an article is offered at once, since it is no part of the design. */
type Said = { steps: DesignStep[]; says: string[]; bad?: boolean; article?: number }
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
const session = useSession()
const deed = ref<string | null>(null)
const value = ref<string | null>(null)
const MOST_ARTICLES = 200
const articles = useQuery({
  key: ['articles', 'offered'],
  query: ({ signal }) => api('GET /api/articles', { query: { limit: MOST_ARTICLES }, signal }),
  enabled: () => deed.value === 'article',
})
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
  article: {
    label: 'offer an article for',
    options: () => (articles.data.value?.rows ?? []).map((one) => ({ value: `${one.id}`, label: one.title })),
    does: (article: string) => ({
      ...{ steps: [], article: Number(article) },
      says: ['It is offered first for their tickets, at once: articles are no part of the design.'],
    }),
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
const deeds = computed(() =>
  Object.entries(DEEDS)
    .filter(([name]) => name !== 'article' || session.may('writeKnowledge'))
    .map(([value, { label }]) => ({ value, label })),
)
watch(deed, () => (value.value = null))
const said = computed(() =>
  deed.value && value.value !== null ? DEEDS[deed.value]?.does(value.value) : undefined,
)
const failed = ref<ApiError>()
async function offer(article: number) {
  failed.value = undefined
  try {
    const body = { categories: props.ids, on: true }
    await api('POST /api/articles/{article}/offer', { path: { article }, body })
    toast('The article is offered first for their tickets.')
    deed.value = value.value = null
  } catch (thrown) {
    failed.value = asApiError(thrown)
  }
}
function act() {
  if (said.value?.article !== undefined) return void offer(said.value.article)
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
    <KitButton
      v-if="deed"
      kind="main"
      :disabled="!said?.steps.length && said?.article === undefined"
      @click="act"
      >Do it</KitButton
    >
    <KitButton kind="danger" @click="takeAway"
      >Take away {{ counted(going.length, 'category', 'categories') }}</KitButton
    >
    <template #below>
      <KitError :error="failed" />
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
