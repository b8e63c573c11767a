<script setup lang="ts">
import type { Design, Names } from '~~/core/design'
import { stagesBefore, type Plan, type Stage } from '~~/core/plan'
import { dayFacts, NOTHING_YET } from './planVocabulary'

// When a stage opens, for which requests, and how long it may take.
const props = defineProps<{ stage: Stage; plan: Plan; design: Design; names: Names; readonly: boolean }>()
const emit = defineEmits<{ change: [change: Partial<Stage>]; by: [step: -1 | 1]; remove: []; close: [] }>()
const put = (change: Partial<Stage>) => emit('change', change)
const others = computed(() =>
  props.plan.stages
    .filter((one) => one.id !== props.stage.id)
    .map(({ id, name }) => ({ value: id, label: name })),
)
const before = computed(() => stagesBefore(props.plan, props.stage))
const at = computed(() => props.plan.stages.findIndex((one) => one.id === props.stage.id))
/** What stands above is what it comes after, unless somebody says otherwise. */
const above = computed(() => {
  const one = props.plan.stages[at.value - 1]
  return one ? [one.id] : []
})
function setBefore(ids: string[]) {
  put({
    after: ids.join() === above.value.join() ? undefined : ids,
    ...(ids.length < 2 && { join: undefined }),
  })
}
const JOINS = [
  { value: '', label: 'all of them are through' },
  { value: 'any', label: 'one of them is through' },
]
const STATUS_GROUPS = (['new', 'active', 'waiting'] as const).map((value) => ({ value, label: value }))
const OPENS = [
  { value: '', label: 'all that is required before is done' },
  { value: 'first', label: 'something before is done' },
]
</script>

<template>
  <div class="terms" role="group" :aria-label="`Terms of the stage “${stage.name}”`">
    <KitText
      label="Name"
      :model-value="stage.name"
      :disabled="readonly"
      :commit="(name: string) => put({ name: name.trim() })"
    />
    <KitTicks
      v-if="others.length"
      label="Comes after"
      help="After none it opens with the plan."
      :model-value="before"
      :options="others"
      :disabled="readonly"
      @update:model-value="setBefore"
    />
    <KitChoice
      v-if="before.length > 1"
      label="Opens when"
      :model-value="stage.join ?? ''"
      :options="JOINS"
      :disabled="readonly"
      @update:model-value="put({ join: $event === 'any' ? 'any' : undefined })"
    />
    <KitChoice
      v-if="before.length"
      label="Opens once"
      :model-value="stage.opensOn ?? ''"
      :options="OPENS"
      :disabled="readonly"
      @update:model-value="put({ opensOn: $event === 'first' ? 'first' : undefined })"
    />
    <DayField
      v-if="stage.from"
      v-bind="{ design, readonly }"
      :day="stage.from"
      label="No sooner than the day in"
      @change="put({ from: $event })"
    />
    <KitDuration
      label="May take, in working time"
      :model-value="stage.takes ?? ''"
      :disabled="readonly"
      :commit="(span: string) => put({ takes: span || undefined })"
    />
    <template v-if="stage.takes !== undefined">
      <KitTicks
        label="That time stands still while the ticket is"
        :model-value="stage.pauseIn ?? []"
        :options="STATUS_GROUPS"
        :disabled="readonly"
        @update:model-value="put({ pauseIn: $event.length ? $event : undefined })"
      />
      <template v-if="stage.pauseWhen">
        <p>or while</p>
        <ConditionField
          :condition="stage.pauseWhen"
          :words="design"
          :names="names"
          :readonly="readonly"
          :label="`Or while this holds, for the time of the stage ${stage.name}`"
          @change="put({ pauseWhen: $event })"
        />
      </template>
    </template>
    <KitTicks
      v-if="design.checklists.length"
      label="Brings to the ticket"
      :model-value="stage.checklists ?? []"
      :options="named(design.checklists)"
      :disabled="readonly"
      @update:model-value="put({ checklists: $event.length ? $event : undefined })"
    />
    <ConditionField
      v-if="stage.when"
      :condition="stage.when"
      :words="design"
      :names="names"
      :readonly="readonly"
      :label="`Only where, for the stage ${stage.name}`"
      @change="put({ when: $event })"
    />
    <p class="small acts">
      <template v-if="!readonly">
        <KitButton
          v-if="dayFacts(design).length"
          kind="link"
          @click="put({ from: stage.from ? undefined : { fact: dayFacts(design)[0]!.value } })"
          >{{ stage.from ? 'on any day' : 'no sooner than a day …' }}</KitButton
        >
        ·
        <template v-if="stage.takes !== undefined">
          <KitButton kind="link" @click="put({ pauseWhen: stage.pauseWhen ? undefined : NOTHING_YET })">{{
            stage.pauseWhen ? 'its time stands still by no condition' : 'its time stands still while …'
          }}</KitButton>
          ·
        </template>
        <KitButton kind="link" @click="put({ when: stage.when ? undefined : NOTHING_YET })">{{
          stage.when ? 'for every request' : 'only where …'
        }}</KitButton>
        ·
        <OrderButtons
          :name="stage.name"
          :first="at === 0"
          :last="at === plan.stages.length - 1"
          @by="emit('by', $event)"
        />
        ·
        <KitButton kind="link" :aria-label="`take the stage “${stage.name}” out`" @click="emit('remove')"
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
  margin: 4px 0;
}
.acts {
  line-height: 1.7;
}
</style>
