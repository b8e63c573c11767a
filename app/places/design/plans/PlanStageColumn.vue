<script setup lang="ts">
import { VueDraggable } from 'vue-draggable-plus'
import type { Design, Names } from '~~/core/design'
import type { Finding } from '~~/core/finding'
import {
  moved,
  PLAN_TASKS,
  stageOpensInWords,
  withNewTask,
  withoutStage,
  withoutTask,
  withStage,
  withTask,
  withTasksOf,
  type Plan,
  type PlanTask,
  type PlanTaskKind,
  type Stage,
} from '~~/core/plan'
import type { DirectoryPage } from '~/composables/useNames'
import type { Act } from '~/kit/act'
import type { PlanWords } from './planVocabulary'

// A stage of a plan: when it opens, and its tasks; each opens in place.
const props = defineProps<{
  stage: Stage
  plan: Plan
  numbers: ReadonlyMap<string, string>
  design: Design
  directory: DirectoryPage
  names: Names
  words: PlanWords
  findings: Finding[]
  readonly: boolean
  /** The task or stage whose terms are open. */
  open: string | undefined
}>()
const emit = defineEmits<{ change: [plan: Plan]; open: [what: string | undefined] }>()
const number = computed(() => props.numbers.get(`stage ${props.stage.id}`) ?? '')
const key = computed(() => `stage-${props.stage.id}`)
const brings = computed(() =>
  (props.stage.checklists ?? [])
    .map((id) => `“${props.design.checklists.find((one) => one.id === id)?.name ?? id}”`)
    .join(', '),
)
const when = computed(() => (props.stage.when ? props.words.condition(props.stage.when) : ''))
const toggle = (what: string) => emit('open', props.open === what ? undefined : what)
function add(kind: PlanTaskKind) {
  const { templates, webhooks, items, forms } = props.design
  const idOf = (list: readonly { id: string }[]) => list[0]?.id ?? ''
  // One that no item has is made to be asked later on.
  const later = forms.filter((form) => !items.some((item) => item.form === form.id))
  const first = {
    template: idOf(templates),
    webhook: idOf(webhooks),
    item: idOf(items),
    form: idOf(later) || idOf(forms),
  }
  const text = kind === 'work' ? 'New task' : PLAN_TASKS[kind].name.replace(/^an? /, 'New ')
  const { plan, id } = withNewTask(props.plan, props.stage.id, { kind, text, first })
  emit('change', plan)
  emit('open', id)
}
const kinds = computed<Act[]>(() =>
  (Object.keys(PLAN_TASKS) as PlanTaskKind[]).map((kind) => ({
    label: PLAN_TASKS[kind].name,
    run: () => add(kind),
  })),
)
const dragged = computed({
  get: () => props.stage.tasks,
  set: (tasks: PlanTask[]) => emit('change', withTasksOf(props.plan, props.stage.id, tasks)),
})
const removeStage = () => {
  emit('change', withoutStage(props.plan, props.stage.id))
  emit('open', undefined)
}
</script>

<template>
  <section class="stage" :aria-label="`Stage ${number}: ${stage.name}`">
    <header :id="key">
      <span class="number" aria-hidden="true">{{ number }}</span>
      <div>
        <KitButton kind="quiet" class="name" :aria-expanded="open === key" @click="toggle(key)">{{
          stage.name || 'no name yet'
        }}</KitButton>
        <span class="small quiet">{{ stageOpensInWords(plan, stage, words) }}</span>
        <span v-if="when" class="small">only where {{ when }}</span>
        <span v-if="stage.takes" class="small quiet">may take {{ words.span(stage.takes) }}</span>
        <span v-if="brings" class="small quiet">brings {{ brings }}</span>
      </div>
    </header>
    <FindingsAt :findings="findings" :place="`plans/${plan.id}#${key}`" />
    <StageTerms
      v-if="open === key"
      v-bind="{ stage, plan, design, names, readonly }"
      @change="emit('change', withStage(plan, stage.id, $event))"
      @by="emit('change', moved(plan, stage.id, $event))"
      @remove="removeStage"
      @close="emit('open', undefined)"
    />
    <VueDraggable
      v-model="dragged"
      :disabled="readonly || open !== undefined"
      :animation="120"
      :group="`plan-${plan.id}`"
      handle=".number"
      class="tasks"
    >
      <div v-for="task in stage.tasks" :id="task.id" :key="task.id" class="task">
        <PlanTaskCard v-bind="{ task, numbers, words }" :is-open="open === task.id" @open="toggle(task.id)" />
        <FindingsAt :findings="findings" :place="`plans/${plan.id}#${task.id}`" />
        <PlanTaskTerms
          v-if="open === task.id"
          v-bind="{ task, stage, plan, design, directory, names, readonly }"
          @change="emit('change', withTask(plan, task.id, $event))"
          @by="emit('change', moved(plan, task.id, $event))"
          @remove="emit('change', withoutTask(plan, task.id))"
          @close="emit('open', undefined)"
        />
      </div>
    </VueDraggable>
    <KitMenu v-if="!readonly" kind="link" class="small" :acts="kinds" :label="`Add to ${stage.name} …`"
      >Add …</KitMenu
    >
  </section>
</template>

<style scoped>
/* Its part of the one ruled line: a notch where it begins, and the way to what comes after. */
.stage {
  position: relative;
  border-top: 2px solid var(--ink);
  padding: 10px 14px 0 0;
}
.stage::before,
.stage::after {
  content: '';
  position: absolute;
}
.stage::before {
  top: -7px;
  left: 0;
  height: 12px;
  border-left: 2px solid var(--ink);
}
.stage:not(:last-of-type)::after {
  top: -6px;
  right: 0;
  border: 5px solid transparent;
  border-left-color: var(--ink);
}
header {
  display: flex;
  gap: 8px;
  align-items: flex-start;
  border-bottom: 1px solid var(--brass);
  padding-bottom: 3px;
  min-height: 52px;
}
header > div > span {
  display: block;
}
.number {
  font: 600 1.7rem/1 var(--serif);
}
.stage .kit-button.name {
  font: 600 1.15rem var(--serif);
  color: var(--ink);
}
.task {
  border-bottom: 1px solid var(--rule);
}
.tasks {
  min-height: 12px;
}
.tasks :deep(.card .number) {
  cursor: grab;
}
</style>
