<script setup lang="ts">
import {
  approversInWords,
  dueInWords,
  needsInWords,
  PLAN_TASKS,
  whoInWords,
  type PlanTask,
} from '~~/core/plan'
import { hoursAndMinutes, parseDuration } from '~~/core/time'
import type { PlanWords } from './planVocabulary'

// A task of a plan as it is read: who, by when, and what more is to know; pressed, its terms open.
const props = defineProps<{
  task: PlanTask
  numbers: ReadonlyMap<string, string>
  words: PlanWords
  isOpen: boolean
}>()
const emit = defineEmits<{ open: [] }>()
const number = (id: string) => props.numbers.get(id) ?? '?'
const who = computed(() => {
  const { task } = props
  if (task.do === 'approval') return approversInWords(task.ask, props.words)
  if (task.do === 'form' && task.to) return props.words.linked(task.to)
  if (task.do === 'work' || task.do === 'form') return whoInWords(task.who, props.words)
  if (task.do === 'call' || task.do === 'ticket') return props.words.outside(task)
  return PLAN_TASKS[task.do].name
})
const due = computed(() => {
  const one = props.task.due
  if (!one) return ''
  return 'within' in one ? timeOf(one.within) : dueInWords(one, props.words)
})
/** As figures; what cannot be read stands as it is. */
function timeOf(span: string) {
  try {
    return hoursAndMinutes(parseDuration(span))
  } catch {
    return span
  }
}
const when = computed(() => (props.task.when ? props.words.condition(props.task.when) : ''))
const more = computed(() => {
  const { task } = props
  const needs = task.do === 'approval' && task.ask.length > 1 ? needsInWords(task.needs ?? 'one') : ''
  return [
    task.do === 'form' && `asks the form “${props.words.form(task.form)}”`,
    needs && `${needs} must agree`,
    task.after?.length && `after ${task.after.map(number).join(', ')}`,
    task.shown && 'the requester sees it',
    !task.required && 'may be left',
  ].filter(Boolean)
})
</script>

<template>
  <div class="card">
    <SealMark v-if="task.do === 'approval'" :number="number(task.id)" sealed="open" class="mark" />
    <span v-else class="num number">{{ number(task.id) }}</span>
    <div>
      <KitButton kind="quiet" class="name" :aria-expanded="isOpen" @click="emit('open')">{{
        task.text || 'no words yet'
      }}</KitButton>
      <span class="line small"
        ><span class="quiet">{{ who }}</span
        ><span class="num due">{{ due }}</span></span
      >
      <span v-if="when" class="small block">only where {{ when }}</span>
      <span class="small quiet block">
        <i class="square" :class="{ filled: task.required }" aria-hidden="true" /> {{ more.join('; ') }}</span
      >
      <span v-if="task.beginsWith" class="small brass block"
        >begins with {{ number(`stage ${task.beginsWith}`) }}</span
      >
    </div>
  </div>
</template>

<style scoped>
.card {
  display: flex;
  gap: 7px;
  padding: 6px 0;
  position: relative;
}
.card > div {
  flex: 1;
  min-width: 0;
}
.number {
  color: var(--ink-3);
}
.card .kit-button.name {
  font-weight: 600;
  color: var(--ink);
  text-align: left;
}
.line {
  display: flex;
  gap: 8px;
  justify-content: space-between;
}
.due {
  white-space: nowrap;
}
.block {
  display: block;
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
  font-weight: 600;
}
</style>
