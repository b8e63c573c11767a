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
function setCalendar(value: string) {
  put({ calendar: value.startsWith('=') ? { calendar: value.slice(1) } : (value as 'site' | 'agreement') })
}
function setShift(on: boolean) {
  emit('change', on ? { ...props.target, onShift: true } : without('onShift'))
}
function setPause(group: 'new' | 'active' | 'waiting', on: boolean) {
  const others = props.target.pauseIn.filter((one) => one !== group)
  put({ pauseIn: on ? [...others, group] : others })
}
const keptBy = computed(() => {
  const { startsAnew, stopOn } = props.target
  return startsAnew && stopOn === 'reply' ? 'eachReply' : stopOn
})
function setKept(value: string) {
  const rest = without('startsAnew', 'stopWhen')
  if (value === 'update') emit('change', { ...rest, stopOn: 'update', startsAnew: true })
  else if (value === 'eachReply') emit('change', { ...rest, stopOn: 'reply', startsAnew: true })
  else if (value === 'condition') emit('change', { ...rest, stopOn: 'condition', stopWhen: { any: [] } })
  else emit('change', { ...rest, stopOn: value as 'reply' | 'done' })
}
function setFrom(value: string) {
  if (value === 'then') emit('change', without('countsFrom'))
  else put({ countsFrom: value as Target['countsFrom'] })
}
</script>

<template>
  <div class="terms" role="group" :aria-label="`${label}: terms`">
    <p class="term">
      <label
        >Counts in the hours of
        <select class="inline-field" :value="calendar" @change="setCalendar(typedIn($event))">
          <option value="site">the requester’s site</option>
          <option value="agreement">the agreement, or else the site</option>
          <option v-for="one in design.calendars" :key="one.id" :value="`=${one.id}`">{{ one.name }}</option>
        </select></label
      >
      <label class="tick-field"
        ><input type="checkbox" :checked="target.onShift" @change="setShift(isTicked($event))" /> only while
        its technician is on shift</label
      >
    </p>
    <div class="term">
      <label
        >Begins
        <select
          class="inline-field"
          :value="target.startWhen ? 'when' : 'once'"
          @change="typedIn($event) === 'when' ? begin('startWhen') : end('startWhen')"
        >
          <option value="once">as soon as the level applies</option>
          <option value="when">once this holds …</option>
        </select></label
      >
      <DesignConditionField
        v-if="target.startWhen"
        :condition="target.startWhen"
        :design="design"
        :names="names"
        :readonly="false"
        :label="`${label} begins`"
        @change="(startWhen: Condition) => put({ startWhen })"
      />
    </div>
    <div class="term">
      Stands still while
      <label v-for="group in ['new', 'active', 'waiting'] as const" :key="group" class="tick-field"
        ><input
          type="checkbox"
          :checked="target.pauseIn.includes(group)"
          :aria-label="`${label}: stands still while ${group}`"
          @change="setPause(group, isTicked($event))"
        />
        {{ group }}</label
      >
      <button v-if="!target.pauseWhen" class="link" type="button" @click="begin('pauseWhen')">
        or while something holds …
      </button>
      <template v-else>
        or while <button class="link" type="button" @click="end('pauseWhen')">(take this out)</button>
        <DesignConditionField
          :condition="target.pauseWhen"
          :design="design"
          :names="names"
          :readonly="false"
          :label="`${label} stands still`"
          @change="(pauseWhen: Condition) => put({ pauseWhen })"
        />
      </template>
    </div>
    <div class="term">
      <label
        >Kept by
        <select class="inline-field" :value="keptBy" @change="setKept(typedIn($event))">
          <option value="reply">the first reply</option>
          <option value="eachReply">each reply, then anew</option>
          <option value="update">each update of a major incident, then anew</option>
          <option value="done">being done</option>
          <option value="condition">something that holds …</option>
        </select></label
      >
      <DesignConditionField
        v-if="target.stopOn === 'condition'"
        :condition="target.stopWhen ?? { any: [] }"
        :design="design"
        :names="names"
        :readonly="false"
        :label="`${label} is kept`"
        @change="(stopWhen: Condition) => put({ stopWhen })"
      />
    </div>
    <div class="term">
      <label
        >Called off
        <select
          class="inline-field"
          :value="target.cancelWhen ? 'when' : 'never'"
          @change="typedIn($event) === 'when' ? begin('cancelWhen') : end('cancelWhen')"
        >
          <option value="never">only when the level promises it no more</option>
          <option value="when">as soon as this holds …</option>
        </select></label
      >
      <DesignConditionField
        v-if="target.cancelWhen"
        :condition="target.cancelWhen"
        :design="design"
        :names="names"
        :readonly="false"
        :label="`${label} is called off`"
        @change="(cancelWhen: Condition) => put({ cancelWhen })"
      />
    </div>
    <p class="term">
      <label
        >Where it comes to a ticket later, it counts
        <select class="inline-field" :value="target.countsFrom ?? 'then'" @change="setFrom(typedIn($event))">
          <option value="then">from then on</option>
          <option value="logging">from the logging, without the pauses</option>
          <option value="loggingThroughPauses">from the logging, pauses too</option>
          <option value="acceptance">from its acceptance in Arrivals, without the pauses</option>
        </select></label
      >
    </p>
  </div>
</template>

<style scoped>
.terms {
  padding: 4px 0 8px 10px;
  border-left: 2px solid var(--sea);
  margin: 2px 0 6px;
}
.term {
  margin: 4px 0;
}
.term > label {
  margin-right: 14px;
}
</style>
