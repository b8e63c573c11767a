<script setup lang="ts">
import { withoutGaps } from '~~/core/json'
import { present } from '~~/core/lookup'
import { freeId } from '~~/core/naming'
import { numbersOf, withNewStage, type Plan } from '~~/core/plan'
import { listInWords } from '~~/core/words'
import { namesOf, type DirectoryPage } from '~/composables/useNames'
import type { EachProps } from '~/composables/useDraft'
import { ask } from '~/kit/asking'
import { NOTHING_YET, planVocabulary } from './planVocabulary'

// One plan: for which requests it is, and its stages on one ruled line with their tasks below, edited in place.
const props = defineProps<EachProps & { directory: DirectoryPage }>()
const route = useRoute()
const list = computed(() => ({ path: '/design/plans', query: route.query }))
const names = computed(() => namesOf(props.design, props.directory))
const words = computed(() => planVocabulary(props.design, props.directory))
const plan = computed(() => props.design.plans.find((one) => one.id === props.id))
const numbers = computed(() => (plan.value ? numbersOf(plan.value) : new Map<string, string>()))
/** The stage or the task whose terms are open; a link may lead to one. */
const open = ref<string | undefined>(route.hash.slice(1) || undefined)
watch(
  () => route.hash,
  (hash) => (open.value = hash.slice(1) || undefined),
)
const put = (after: Plan) => void props.change('plans', props.id, plan.value, after)
const set = (change: Partial<Plan>) => put(withoutGaps({ ...present(plan.value), ...change }))
/** Where no condition lets it begin: it comes with a ticket kind, or somebody begins it. */
const begins = computed(() => {
  const kinds = props.design.kinds.filter((one) => one.plans?.includes(props.id)).map((one) => one.name)
  return kinds.length
    ? `Begins with every ticket of ${listInWords(kinds)}.`
    : 'Begins by hand, by a move or by a rung.'
})
const LEFT = [
  { value: '', label: 'carried over' },
  { value: 'letGo', label: 'let go' },
]
const hours = computed(() => [
  { value: '', label: 'the hours of the desk' },
  ...props.design.calendars.map(({ id, name }) => ({ value: id, label: name })),
])
const isTaken = (id: string) =>
  ['checklists', 'forms'].includes(id) || props.design.plans.some((other) => other.id === id)
async function copy() {
  const before = present(plan.value)
  const id = freeId(before.name, isTaken, 'plan')
  // Two plans that begin by themselves for the same would both begin.
  const after = withoutGaps({ ...before, id, name: `${before.name}, copy`, when: undefined })
  if (await props.change('plans', id, null, after)) await navigateTo(`/design/plans/${id}`)
}
async function remove(event: Event) {
  const isMeant = await ask({
    at: event.currentTarget as HTMLElement,
    says: `Take the plan “${present(plan.value).name}” out of the draft? Those under way keep theirs.`,
    verb: 'Take it out',
  })
  if (isMeant && (await props.change('plans', props.id, plan.value, null))) await navigateTo(list.value)
}
</script>

<template>
  <article class="plan-article">
    <p>
      <NuxtLink :to="list">← {{ heading }}</NuxtLink>
    </p>
    <template v-if="!plan">
      <h1>There is no such plan</h1>
      <p>It was taken out of the draft, or never was in it.</p>
    </template>
    <template v-else>
      <header class="top">
        <h1>{{ plan.name || 'No name yet' }}</h1>
        <span v-if="!readonly" class="small">
          <KitButton kind="link" @click="copy">Copy</KitButton> ·
          <KitButton kind="link" @click="remove">Take out …</KitButton>
        </span>
      </header>
      <FindingsAt :findings="findings" :place="`plans/${plan.id}`" />
      <div class="settings">
        <KitText
          label="Name"
          :model-value="plan.name"
          :disabled="readonly"
          :commit="(name: string) => set({ name: name.trim() })"
        />
        <KitChoice
          label="What is left of a stage that is through is"
          :model-value="plan.left ?? ''"
          :options="LEFT"
          :disabled="readonly"
          @update:model-value="set({ left: $event === 'letGo' ? 'letGo' : undefined })"
        />
        <KitChoice
          label="Due times are working time in"
          :model-value="plan.hours ?? ''"
          :options="hours"
          :disabled="readonly"
          @update:model-value="set({ hours: $event || undefined })"
        />
      </div>
      <p v-if="!plan.when" class="quiet">
        {{ begins }}
        <KitButton v-if="!readonly" kind="link" @click="set({ when: NOTHING_YET })"
          >Let it begin by itself …</KitButton
        >
      </p>
      <template v-else>
        <ConditionField
          :condition="plan.when"
          :words="design"
          :names="names"
          :readonly="readonly"
          label="Begins by itself with every ticket for which"
          @change="set({ when: $event })"
        />
        <p v-if="!readonly" class="small">
          <KitButton kind="link" @click="set({ when: undefined })">by hand only</KitButton>
        </p>
      </template>
      <div class="beside">
        <div>
          <div class="stages">
            <PlanStageColumn
              v-for="stage in plan.stages"
              :key="stage.id"
              v-bind="{ stage, plan, numbers, design, directory, names, words, findings, readonly, open }"
              @change="put"
              @open="open = $event"
            />
            <p v-if="!readonly">
              <KitButton @click="put(withNewStage(plan, 'New stage'))">New stage</KitButton>
            </p>
          </div>
          <p class="small quiet key">
            <i class="square filled" aria-hidden="true" /> the stage waits for it ·
            <i class="square" aria-hidden="true" /> may be left · <b class="brass">begins with 1</b> goes on
            early · after 3.1 in turn, else side by side
          </p>
          <PlanLived :plan="plan" :numbers="numbers" />
        </div>
        <ClientOnly>
          <PlanTrial v-bind="{ plan, design, directory, names }" />
        </ClientOnly>
      </div>
    </template>
  </article>
</template>

<style scoped>
.top {
  display: flex;
  gap: 12px;
  align-items: baseline;
  justify-content: space-between;
}
.settings {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: 4px 16px;
}
.stages {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 16px 0;
}
.beside {
  display: grid;
  gap: 24px;
  margin-top: 20px;
}
@media (min-width: 1200px) {
  .beside {
    grid-template-columns: minmax(0, 1fr) 250px;
  }
}
.key {
  border-top: 3px double var(--rule-2);
  padding-top: 6px;
  margin-top: 18px;
}
.square {
  display: inline-block;
  width: 9px;
  height: 9px;
  border: 1px solid var(--ink);
}
.square.filled {
  background: var(--ink);
}
.brass {
  color: var(--brass);
}
</style>
