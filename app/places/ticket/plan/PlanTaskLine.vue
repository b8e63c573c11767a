<script setup lang="ts">
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
  works: boolean
  busy: boolean
}>()
const emit = defineEmits<{ tick: [done: boolean]; give: []; leave: [] }>()
const isOpen = computed(() => props.task.stands === 'open')
const isDone = computed(() => props.task.stands === 'done' || props.task.stands === 'notNeeded')
/** What the desk ends by itself cannot be ticked. */
const mayTick = computed(
  () =>
    props.task.endedBy === 'doer' &&
    (isOpen.value || isDone.value) &&
    (props.works || (isOpen.value && props.task.person === props.me)),
)
const label = computed(() => {
  const { number, text } = props.task
  return `${number} ${text}`
})
const acts = computed<Act[]>(() => [
  ...(props.task.endedBy === 'doer' ? [{ label: 'Give it to somebody …', run: () => emit('give') }] : []),
  { label: 'Not needed …', run: () => emit('leave') },
])
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
        {{ task.who ?? 'the desk, by itself'
        }}<template v-if="task.due"
          >,
          <span class="due"
            >{{ task.isLate ? 'late, due' : 'due' }} {{ momentInWords(task.due, zone, now) }}</span
          ></template
        ><template v-if="task.beginsWith">, begun with {{ task.beginsWith }}</template>
        <template v-if="task.description"> · {{ task.description }}</template>
        <template v-if="!task.required"> · may be left</template>
      </template>
      <template v-else>{{
        task.after.length
          ? `after ${task.after.join(', ')}`
          : task.beginsWith
            ? `begins with ${task.beginsWith}`
            : ''
      }}</template>
    </span>
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
.overdue .due {
  color: var(--red);
}
</style>
