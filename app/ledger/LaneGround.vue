<script setup lang="ts">
import type { BoardScale } from '~~/core/dispatch'
import { timeOfDay, type Interval } from '~~/core/time'
import type { BoardPerson, WorkOf } from '~/composables/heldJob'

// What lies below the fixed times of somebody: their shifts, what they worked on, and what their bench orders.
const props = defineProps<{
  person: BoardPerson
  work: WorkOf | undefined
  scale: BoardScale
  zone: string
}>()

const percent = (share: number) => `${share * 100}%`
function box(span: Interval) {
  const found = props.scale.span(span)
  return found && { left: percent(found.x), width: percent(found.width) }
}
const shifts = computed(() => props.person.free.flatMap((one) => box(one) ?? []))
type Stretch = WorkOf['worked'][number]
const countOf = ({ references, hidden }: Stretch) => references.length + hidden
/** One ticket by its number, several by how many they are. */
const short = (one: Stretch) => (countOf(one) === 1 ? `${one.references[0] ?? '·'}` : '')
const says = (one: Stretch, what: string) => {
  const named = one.references.slice(0, 5).join(', ')
  const more = countOf(one) - Math.min(5, one.references.length)
  const tickets = [named, more ? `${named ? 'and ' : ''}${more} more` : ''].filter(Boolean).join(' ')
  return `${what} ${timeOfDay(one.start, props.zone)} to ${timeOfDay(one.end, props.zone)}: ${tickets}${one.late ? '; a promise is broken by then' : ''}`
}
const drawn = (list: readonly Stretch[] | undefined, kind: string, what: string) =>
  (list ?? []).flatMap((one) => {
    const style = box(one)
    return style ? [{ style, kind, late: one.late, short: short(one), title: says(one, what) }] : []
  })
const stretches = computed(() => [
  ...drawn(props.work?.planned, 'planned', 'flexible work,'),
  ...drawn(props.work?.worked, 'worked', 'worked,'),
])
</script>

<template>
  <span class="ground">
    <i v-for="(style, index) in shifts" :key="index" class="shift" :style="style" />
    <span
      v-for="(one, index) in stretches"
      :key="`${one.kind} ${index}`"
      class="num"
      :class="[one.kind, { late: one.late }]"
      :style="one.style"
      :title="one.title"
      ><span>{{ one.short }}</span></span
    >
  </span>
</template>

<style scoped>
.ground > * {
  position: absolute;
  top: 0;
  bottom: 0;
}
.shift {
  background: var(--page);
}
.planned,
.worked {
  /* What lies beside each other is told apart. */
  border-right: 1px solid var(--page);
  font-size: 0.75rem;
  padding: 4px 0 0 3px;
  overflow: hidden;
  white-space: nowrap;
  color: var(--ink-2);
}
/* A number is written where there is room for it. */
.planned,
.worked {
  container-type: inline-size;
}
@container (max-width: 27px) {
  .num > span {
    display: none;
  }
}
.ground > .planned,
.ground > .worked {
  top: 4px;
  bottom: 4px;
}
.planned {
  background: var(--sea-2);
}
.planned.late {
  border-bottom: 2px solid var(--red);
}
.worked {
  background: var(--rule);
}
</style>
