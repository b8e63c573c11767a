<script setup lang="ts">
import type { Design, Names } from '~~/core/design'
import { planTaskTerms, type Due, type Plan, type PlanTask, type Stage } from '~~/core/plan'
import type { DirectoryPage } from '~/composables/useNames'
import { dayFacts, NOTHING_YET } from './planVocabulary'

// Everything that can be said of a task of a plan, in place.
const props = defineProps<{
  task: PlanTask
  stage: Stage
  plan: Plan
  design: Design
  directory: DirectoryPage
  names: Names
  readonly: boolean
}>()
const emit = defineEmits<{ change: [change: object]; by: [step: -1 | 1]; remove: []; close: [] }>()
const put = (change: object) => emit('change', change)
const endedBy = computed(() => planTaskTerms(props.task).endedBy)
const siblings = computed(() =>
  props.stage.tasks.filter((one) => one !== props.task).map(({ id, text }) => ({ value: id, label: text })),
)
const at = computed(() => props.stage.tasks.indexOf(props.task))
/** The stages above its own, with which it can go on early. */
const earlier = computed(() => [
  { value: '', label: `with ${props.stage.name}` },
  ...props.plan.stages
    .slice(0, props.plan.stages.indexOf(props.stage))
    .map(({ id, name }) => ({ value: id, label: `early, with ${name}` })),
])
type DueWay = 'never' | 'within' | 'by'
const dueWay = computed<DueWay>(() =>
  props.task.due ? ('within' in props.task.due ? 'within' : 'by') : 'never',
)
const DUE_WAYS = [
  { value: 'never', label: 'at no time' },
  { value: 'within', label: 'some working time after it begins' },
  { value: 'by', label: 'by a day in an answer' },
]
function setDue(way: string | null) {
  const first = dayFacts(props.design)[0]
  const due: Due | undefined =
    way === 'within'
      ? { within: 'PT8H' }
      : way === 'by' && first
        ? { by: { fact: first.value, before: 'PT8H' } }
        : undefined
  put({ due })
}
const within = computed(() => (props.task.due && 'within' in props.task.due ? props.task.due.within : ''))
</script>

<template>
  <div class="terms" role="group" :aria-label="`Terms of “${task.text}”`">
    <KitText
      label="What is to do"
      :model-value="task.text"
      :disabled="readonly"
      :commit="(text: string) => put({ text: text.trim() })"
    />
    <KitLongText
      label="More of it"
      :rows="2"
      :model-value="task.description ?? ''"
      :disabled="readonly"
      :commit="(text: string) => put({ description: text.trim() || undefined })"
    />
    <ApprovalTerms
      v-if="task.do === 'approval'"
      v-bind="{ task, plan, design, directory, readonly }"
      @change="put"
    />
    <OutsideTerms
      v-if="task.do === 'call' || task.do === 'ticket'"
      v-bind="{ task, design, directory, readonly }"
      @change="put"
    />
    <FormTaskTerms v-if="task.do === 'form'" v-bind="{ task, design, directory, readonly }" @change="put" />
    <DoerField
      v-if="endedBy === 'doer'"
      v-bind="{ design, directory, readonly }"
      :doer="task.who"
      label="Who does it"
      nothing="the team of the ticket"
      @change="put({ who: $event })"
    />
    <template v-if="task.do === 'message'">
      <RecipientField
        v-for="(one, index) in task.tell"
        :key="index"
        v-bind="{ design, directory }"
        :recipient="one"
        :label="index ? 'And' : 'Whom it tells'"
        @change="put({ tell: task.tell.map((other, place) => (place === index ? $event : other)) })"
      />
      <KitChoice
        label="In the words of"
        :model-value="task.template"
        :options="design.templates.map(({ id, name }) => ({ value: id, label: name }))"
        :disabled="readonly"
        @update:model-value="$event && put({ template: $event })"
      />
    </template>
    <template v-if="task.do === 'wait'">
      <DayField
        v-if="task.until"
        v-bind="{ design, readonly }"
        :day="task.until"
        label="Until the day in"
        @change="put({ until: $event })"
      />
      <ConditionField
        v-if="task.holds"
        :condition="task.holds"
        :words="design"
        :names="names"
        :readonly="readonly"
        label="Until this is so"
        @change="put({ holds: $event })"
      />
      <p v-if="!readonly" class="small">
        <KitButton
          kind="link"
          @click="put({ until: task.until ? undefined : { fact: dayFacts(design)[0]?.value ?? '' } })"
          >{{ task.until ? 'not until a day' : 'until a day …' }}</KitButton
        >
        ·
        <KitButton kind="link" @click="put({ holds: task.holds ? undefined : NOTHING_YET })">{{
          task.holds ? 'whatever is so' : 'until something is so …'
        }}</KitButton>
      </p>
    </template>
    <template v-if="endedBy !== 'desk'">
      <KitChoice
        label="Due"
        :model-value="dueWay"
        :options="DUE_WAYS"
        :disabled="readonly"
        @update:model-value="setDue"
      />
      <KitDuration
        v-if="dueWay === 'within'"
        label="Working time after it begins"
        :model-value="within"
        :disabled="readonly"
        :commit="(span: string) => put({ due: span ? { within: span } : undefined })"
      />
      <DayField
        v-if="task.due && 'by' in task.due"
        v-bind="{ design, readonly }"
        :day="task.due.by"
        label="By the day in"
        @change="put({ due: { by: $event } })"
      />
    </template>
    <KitDuration
      v-if="endedBy === 'doer' || task.do === 'form' || task.do === 'ticket'"
      label="So much work is it"
      :model-value="task.work ?? ''"
      :disabled="readonly"
      :commit="(span: string) => put({ work: span || undefined })"
    />
    <KitCheckbox
      label="the stage waits for it"
      :model-value="task.required === true"
      :disabled="readonly"
      @update:model-value="put({ required: $event || undefined })"
    />
    <KitCheckbox
      label="the requester sees it"
      :model-value="task.shown === true"
      :disabled="readonly"
      @update:model-value="put({ shown: $event || undefined })"
    />
    <KitChoice
      v-if="earlier.length > 1"
      label="Begins"
      :model-value="task.beginsWith ?? ''"
      :options="earlier"
      :disabled="readonly"
      @update:model-value="put({ beginsWith: $event || undefined })"
    />
    <KitTicks
      v-if="siblings.length"
      label="Comes after"
      :model-value="task.after ?? []"
      :options="siblings"
      :disabled="readonly"
      @update:model-value="put({ after: $event.length ? $event : undefined })"
    />
    <ConditionField
      v-if="task.when"
      :condition="task.when"
      :words="design"
      :names="names"
      :readonly="readonly"
      :label="`Only where, for ${task.text}`"
      @change="put({ when: $event })"
    />
    <p class="small acts">
      <template v-if="!readonly">
        <KitButton kind="link" @click="put({ when: task.when ? undefined : NOTHING_YET })">{{
          task.when ? 'for every request' : 'only where …'
        }}</KitButton>
        ·
        <OrderButtons
          :name="task.text"
          :first="at === 0"
          :last="at === stage.tasks.length - 1"
          @by="emit('by', $event)"
        />
        ·
        <KitButton kind="link" :aria-label="`take “${task.text}” out`" @click="emit('remove')"
          >take out</KitButton
        >
        ·
      </template>
      <KitButton kind="link" @click="emit('close')">that is all</KitButton>
    </p>
  </div>
</template>

<style scoped>
.terms {
  border-left: 3px solid var(--brass);
  padding: 4px 0 4px 8px;
  margin: 2px 0 6px;
}
.acts {
  line-height: 1.7;
}
</style>
