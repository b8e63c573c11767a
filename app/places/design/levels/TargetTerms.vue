<script setup lang="ts">
import { withoutGaps } from '~~/core/json'
import type { Target } from '~~/core/clock'
import type { Condition } from '~~/core/condition'
import type { Design } from '~~/core/design'
import type { Names } from '~/composables/useNames'

// Everything that one target says besides how long: whose hours, when it begins, rests, is kept and is called off.
const props = defineProps<{ target: Target; design: Design; names: Names; label: string }>()
const emit = defineEmits<{ change: [target: Target] }>()

type Part = 'startWhen' | 'pauseWhen' | 'stopWhen' | 'cancelWhen'
const put = (change: Partial<Target>) => emit('change', { ...props.target, ...change })
const without = (...parts: (keyof Target)[]): Target =>
  withoutGaps({ ...props.target, ...Object.fromEntries(parts.map((one) => [one, undefined])) })
/** A condition that is begun asks nothing yet, and so never holds. */
const begin = (part: Part) => put({ [part]: { any: [] } satisfies Condition })
const end = (part: Part) => emit('change', without(part))

const calendar = computed(() =>
  typeof props.target.calendar === 'string' ? props.target.calendar : `=${props.target.calendar.calendar}`,
)
const calendars = computed(() => [
  { value: 'site', label: 'the requester’s site' },
  { value: 'agreement', label: 'the agreement, or else the site' },
  ...props.design.calendars.map((one) => ({ value: `=${one.id}`, label: one.name })),
])
function setCalendar(value: string | null) {
  if (value) put({ calendar: value.startsWith('=') ? { calendar: value.slice(1) } : (value as 'site') })
}
const setShift = (on: boolean) => emit('change', on ? { ...props.target, onShift: true } : without('onShift'))

const BEGINS = [
  { value: 'once', label: 'as soon as the level applies' },
  { value: 'when', label: 'once this holds …' },
] as const
const OFF = [
  { value: 'never', label: 'only when the level promises it no more' },
  { value: 'when', label: 'as soon as this holds …' },
] as const
const PAUSES = (['new', 'active', 'waiting'] as const).map((value) => ({ value, label: value }))

const KEPT = [
  { value: 'reply', label: 'the first reply' },
  { value: 'eachReply', label: 'each reply, then anew' },
  { value: 'update', label: 'each update of a major incident, then anew' },
  { value: 'done', label: 'being done' },
  { value: 'condition', label: 'something that holds …' },
] as const
const keptBy = computed(() => {
  const { startsAnew, stopOn } = props.target
  return startsAnew && stopOn === 'reply' ? 'eachReply' : stopOn
})
function setKept(value: (typeof KEPT)[number]['value'] | null) {
  const rest = without('startsAnew', 'stopWhen')
  if (value === 'update') emit('change', { ...rest, stopOn: 'update', startsAnew: true })
  else if (value === 'eachReply') emit('change', { ...rest, stopOn: 'reply', startsAnew: true })
  else if (value === 'condition') emit('change', { ...rest, stopOn: 'condition', stopWhen: { any: [] } })
  else if (value) emit('change', { ...rest, stopOn: value })
}

const FROM = [
  { value: 'then', label: 'from then on' },
  { value: 'logging', label: 'from the logging, without the pauses' },
  { value: 'loggingThroughPauses', label: 'from the logging, pauses too' },
  { value: 'acceptance', label: 'from its acceptance in Arrivals, without the pauses' },
] as const
function setFrom(value: (typeof FROM)[number]['value'] | null) {
  if (value === 'then') emit('change', without('countsFrom'))
  else if (value) put({ countsFrom: value })
}
</script>

<template>
  <div class="terms" role="group" :aria-label="`${label}: terms`">
    <KitChoice
      label="Counts in the hours of"
      :model-value="calendar"
      :options="calendars"
      @update:model-value="setCalendar"
    />
    <KitCheckbox
      label="only while its technician is on shift"
      :model-value="target.onShift === true"
      @update:model-value="setShift"
    />
    <KitChoice
      label="Begins"
      :model-value="target.startWhen ? 'when' : 'once'"
      :options="BEGINS"
      @update:model-value="$event === 'when' ? begin('startWhen') : end('startWhen')"
    />
    <ConditionField
      v-if="target.startWhen"
      class="wide"
      :condition="target.startWhen"
      :words="design"
      :names="names"
      :readonly="false"
      :label="`${label} begins`"
      @change="(startWhen: Condition) => put({ startWhen })"
    />
    <KitTicks
      label="Stands still while the ticket is"
      :model-value="target.pauseIn"
      :options="PAUSES"
      @update:model-value="(pauseIn) => put({ pauseIn })"
    />
    <div class="wide">
      <KitButton v-if="!target.pauseWhen" kind="link" @click="begin('pauseWhen')"
        >or while something holds …</KitButton
      >
      <template v-else>
        or while
        <KitButton
          kind="link"
          :aria-label="`${label}: stands still by no condition`"
          @click="end('pauseWhen')"
          >(take this out)</KitButton
        >
        <ConditionField
          :condition="target.pauseWhen"
          :words="design"
          :names="names"
          :readonly="false"
          :label="`${label} stands still`"
          @change="(pauseWhen: Condition) => put({ pauseWhen })"
        />
      </template>
    </div>
    <KitChoice label="Kept by" :model-value="keptBy" :options="KEPT" @update:model-value="setKept" />
    <ConditionField
      v-if="target.stopOn === 'condition'"
      class="wide"
      :condition="target.stopWhen ?? { any: [] }"
      :words="design"
      :names="names"
      :readonly="false"
      :label="`${label} is kept`"
      @change="(stopWhen: Condition) => put({ stopWhen })"
    />
    <KitChoice
      label="Called off"
      :model-value="target.cancelWhen ? 'when' : 'never'"
      :options="OFF"
      @update:model-value="$event === 'when' ? begin('cancelWhen') : end('cancelWhen')"
    />
    <ConditionField
      v-if="target.cancelWhen"
      class="wide"
      :condition="target.cancelWhen"
      :words="design"
      :names="names"
      :readonly="false"
      :label="`${label} is called off`"
      @change="(cancelWhen: Condition) => put({ cancelWhen })"
    />
    <KitChoice
      label="Where it comes to a ticket later, it counts"
      :model-value="target.countsFrom ?? 'then'"
      :options="FROM"
      @update:model-value="setFrom"
    />
  </div>
</template>

<style scoped>
.terms {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(18rem, 1fr));
  gap: 2px 18px;
  align-items: start;
  padding: 4px 0 4px 10px;
  border-left: 2px solid var(--sea);
}
.wide {
  grid-column: 1 / -1;
}
</style>
