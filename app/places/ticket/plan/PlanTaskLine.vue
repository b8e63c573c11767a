<script setup lang="ts">
import { faultInWords } from '~~/core/plan'
import { momentInWords } from '~~/core/time'
import type { Act } from '~/kit/act'
import type { Ticket } from '~/composables/useTickets'
import { taskStands, type TaskOnTicket } from './planWords'

// A task of a plan: ticked off by whoever has it, given to somebody, or not needed.
const props = defineProps<{
  task: TaskOnTicket
  people: Ticket['people']
  zone: string
  now: number
  me: string
  /** Where its questions are answered. */
  fillAt: string
  works: boolean
  busy: boolean
}>()
const emit = defineEmits<{ tick: [done: boolean]; give: []; leave: []; again: [] }>()
const isOpen = computed(() => props.task.stands === 'open')
const isDone = computed(() => props.task.stands === 'done' || props.task.stands === 'notNeeded')
/** The ticket of its own that does it. */
const child = computed(() => props.task.outside?.ticket)
/** What another system or ticket has not done is somebody's. */
const fault = computed(() => (isOpen.value ? props.task.outside?.fault : undefined))
/** What the desk ends by itself cannot be ticked, nor what is under way elsewhere. */
const mayTick = computed(
  () =>
    (props.task.endedBy === 'doer' || fault.value) &&
    (isOpen.value || isDone.value) &&
    (props.works || (isOpen.value && props.task.person === props.me)),
)
const label = computed(() => {
  const { number, text } = props.task
  return `${number} ${text}`
})
const acts = computed<Act[]>(() => [
  ...(props.task.endedBy === 'doer' || props.task.endedBy === 'answers' || fault.value
    ? [{ label: 'Give it to somebody …', run: () => emit('give') }]
    : []),
  { label: 'Not needed …', run: () => emit('leave') },
])
/** Whoever is asked answers the questions, or somebody of the desk in their place. */
const mayFill = computed(
  () => props.task.do === 'form' && isOpen.value && (props.works || props.task.person === props.me),
)
const how = computed(() => taskStands(props.task, props.people, props))
</script>

<template>
  <li :class="[task.stands, { overdue: task.isLate && isOpen }]">
    <KitCheckbox
      :model-value="isDone"
      :label="label"
      :disabled="busy || !mayTick"
      @update:model-value="emit('tick', $event)"
    />
    <KitMenu
      v-if="isOpen && works"
      class="more no-print"
      kind="quiet"
      :acts="acts"
      :label="`What else of “${task.text}”`"
      :disabled="busy"
      >…</KitMenu
    >
    <span class="small under">
      <template v-if="how">{{ how }}</template>
      <template v-else-if="isOpen">
        <template v-if="task.endedBy === 'outside' && !fault">{{
          child === undefined ? 'is asked for elsewhere' : 'under way'
        }}</template><template v-else>{{ task.address ?? task.who ?? 'the desk, by itself' }}</template
        ><template v-if="task.due"
          >,
          <span class="due"
            >{{ task.isLate ? 'late, due' : 'due' }} {{ momentInWords(task.due, zone, now) }}</span
          ></template
        ><template v-if="task.beginsWith">, begun with {{ task.beginsWith }}</template>
        <template v-if="task.description"> · {{ task.description }}</template>
        <template v-if="!task.required"> · may be left</template>
      </template>
      <template v-else-if="task.stands !== 'done'">{{
        task.after.length
          ? `after ${task.after.join(', ')}`
          : task.beginsWith
            ? `begins with ${task.beginsWith}`
            : ''
      }}</template>
      <template v-if="child !== undefined"
        >, as <NuxtLink :to="`/desk/${child}`">ticket {{ child }}</NuxtLink></template
      >
    </span>
    <span v-if="mayFill" class="small under no-print"
      ><NuxtLink :to="fillAt">{{
        task.person === me ? 'answer the questions' : 'answer in their place'
      }}</NuxtLink></span
    >
    <span v-if="fault" class="small under fault"
      >{{ `not done: ${faultInWords(fault)}` }}
      <template v-if="works || task.person === me"
        >·
        <KitButton kind="link" class="no-print" :disabled="busy" @click="emit('again')"
          >try again</KitButton
        ></template
      ></span
    >
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 1fr auto;
  border-bottom: 1px dotted var(--rule);
}
li :deep(.kit-tick) {
  flex-wrap: nowrap;
}
.more {
  min-height: 24px;
  color: var(--sea);
  font-weight: 600;
}
.under {
  grid-column: 1 / -1;
  padding-left: 26px;
  color: var(--ink-3);
}
.under:empty {
  display: none;
}
.done :deep(label),
.notNeeded :deep(label),
.letGo :deep(label),
.notForIt :deep(label) {
  color: var(--ink-3);
}
.done :deep(label),
.notNeeded :deep(label),
.letGo :deep(label) {
  text-decoration: line-through;
}
.fault,
.overdue .due {
  color: var(--red);
}
</style>
