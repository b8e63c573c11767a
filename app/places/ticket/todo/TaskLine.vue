<script setup lang="ts">
import { momentInWords } from '~~/core/time'
import { givenInWords } from '~~/core/ticket'
import { evidenceInWords } from '~~/core/work'
import type { Act } from '~/kit/act'
import type { Ticket } from '~/composables/useTickets'
import type { TaskOnPage } from './useTodo'

// A task of a ticket: ticked by a press, with what is known of it below, and what else can be done with it behind.
const props = defineProps<{
  task: TaskOnPage
  /** Whether it stands as settled, or will in a moment. */
  settled: boolean
  /** It asks for something before it is ticked. */
  asking: boolean
  people: Ticket['people']
  fields: Ticket['kept']
  zone: string
  now: number
  works: boolean
  first: boolean
  last: boolean
}>()
const emit = defineEmits<{
  tick: [done: boolean]
  by: [step: -1 | 1]
  terms: []
  leave: []
  drop: []
  focus: [step: -1 | 1]
}>()
const name = (id: string) => props.people[id] ?? id
const when = (at: number) => momentInWords(at, props.zone, props.now)
const isOpen = computed(() => !props.task.done && !props.task.notNeeded)
const isLate = computed(() => isOpen.value && props.task.due !== undefined && props.task.due < props.now)
const asks = computed(
  () =>
    props.task.evidence &&
    evidenceInWords(
      props.task.evidence,
      (field) => props.fields.find((one) => one.name === field)?.label ?? field,
    ),
)
/** What is known of it, bit by bit. */
const says = computed(() => {
  const { task } = props
  if (task.notNeeded) return [`not needed, says ${name(task.notNeeded.by)}: ${task.notNeeded.why}`]
  if (task.done)
    return [
      `${name(task.done.by)}, ${when(task.done.at)}`,
      ...(task.done.given ? [givenInWords(task.done.given)] : []),
    ]
  return [
    ...(task.required ? ['must be done'] : []),
    ...(task.person ? [name(task.person)] : task.teamName ? [task.teamName] : []),
    ...(asks.value ? [asks.value] : []),
    ...(task.shown ? ['the requester sees it'] : []),
    ...(task.description ? [task.description] : []),
  ]
})
const acts = computed<Act[]>(() => [
  ...(isOpen.value
    ? [
        { label: 'Change …', run: () => emit('terms') },
        { label: 'Not needed …', run: () => emit('leave') },
      ]
    : [{ label: 'Open it again', run: () => emit('tick', false) }]),
  { label: 'Earlier', note: 'Alt ↑', disabled: props.first, run: () => emit('by', -1) },
  { label: 'Later', note: 'Alt ↓', disabled: props.last, run: () => emit('by', 1) },
  { label: 'Take it off', run: () => emit('drop') },
])
function key(event: KeyboardEvent) {
  const step = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : undefined
  if (!step || (event.target as HTMLElement).getAttribute('type') !== 'checkbox') return
  event.preventDefault()
  if (!event.altKey) emit('focus', step)
  else if (props.works && !(step < 0 ? props.first : props.last)) emit('by', step)
}
</script>

<template>
  <li class="task" :class="{ settled, late: isLate }" :data-task="task.id" @keydown="key">
    <span v-if="works" class="grip no-print" aria-hidden="true">⠿</span>
    <KitCheckbox
      :model-value="settled || asking"
      :label="task.text"
      :disabled="!works"
      @update:model-value="emit('tick', $event)"
    />
    <KitMenu
      v-if="works"
      class="more no-print"
      kind="quiet"
      :acts="acts"
      :label="`What else of “${task.text}”`"
      >…</KitMenu
    >
    <span v-if="says.length || task.due !== undefined" class="small under">
      <span v-if="isOpen && task.due !== undefined" class="due"
        >{{ isLate ? 'late, due' : 'due' }} {{ when(task.due) }}{{ says.length ? ' · ' : '' }}</span
      >{{ says.join(' · ') }}
    </span>
  </li>
</template>

<style scoped>
.task {
  display: grid;
  grid-template-columns: auto 1fr auto;
  border-bottom: 1px dotted var(--rule);
  align-items: start;
}
.grip {
  color: var(--ink-3);
  cursor: grab;
  padding: 3px 4px 0 0;
}
.task :deep(.kit-tick) {
  flex-wrap: nowrap;
}
.more {
  min-height: 24px;
  color: var(--sea);
  font-weight: 600;
}
.under {
  grid-column: 2 / -1;
  padding-left: 26px;
  color: var(--ink-3);
  overflow-wrap: anywhere;
}
.settled :deep(label) {
  color: var(--ink-3);
  text-decoration: line-through;
}
.late .due {
  color: var(--red);
}
</style>
