<script setup lang="ts">
import { freeId } from '~~/core/naming'
import { tasksOf, type Plan } from '~~/core/plan'
import type { PageProps } from '~/composables/useDraft'
import type { DirectoryPage } from '~/composables/useNames'
import { planVocabulary } from './planVocabulary'

// How larger requests are done: each plan with what it is for and how much it is.
const props = defineProps<PageProps & { directory: DirectoryPage }>()
const route = useRoute()
const words = computed(() => planVocabulary(props.design, props.directory))
const isFor = ({ when }: Plan) =>
  when ? `begins where ${words.value.condition(when)}` : 'begins by hand only'
async function add() {
  const id = freeId(
    'plan',
    (one) => ['checklists', 'forms'].includes(one) || props.design.plans.some((other) => other.id === one),
    'plan',
  )
  const plan: Plan = {
    ...{ id, name: 'New plan' },
    stages: [
      {
        ...{ id: 'stage', name: 'First stage' },
        tasks: [{ id: 'task', text: 'First thing to do', do: 'work', required: true }],
      },
    ],
  }
  if (await props.change('plans', id, null, plan)) await navigateTo(`/design/plans/${id}`)
}
</script>

<template>
  <article>
    <h1>{{ heading }}</h1>
    <p class="quiet">
      A plan is the work of a larger request: stages that open one after the other or side by side, each with
      tasks for teams and people, approvals, waits and messages. A ticket is not done before what its plans
      require is.
    </p>
    <FindingsAt :findings="findings" place="plans" />
    <p v-if="!design.plans.length" class="quiet">There is no plan yet: every request is one piece of work.</p>
    <ul v-else class="plans">
      <li v-for="one in design.plans" :key="one.id">
        <NuxtLink :to="{ path: `/design/plans/${one.id}`, query: route.query }" class="name">{{
          one.name || 'No name yet'
        }}</NuxtLink>
        <span class="quiet small"
          >{{ counted(one.stages.length, 'stage') }}, {{ counted(tasksOf(one).length, 'task') }};
          {{ isFor(one) }}</span
        >
        <FindingsAt :findings="findings" :place="`plans/${one.id}`" />
      </li>
    </ul>
    <p v-if="!readonly"><KitButton @click="add">New plan</KitButton></p>
  </article>
</template>

<style scoped>
.plans {
  list-style: none;
  margin: 0;
  padding: 0;
}
.plans li {
  border-bottom: 1px solid var(--rule);
  padding: 6px 0;
}
.name {
  font: 600 1.05rem var(--serif);
  margin-right: 10px;
}
</style>
