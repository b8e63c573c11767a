<script setup lang="ts">
import type { Design, SignalRules } from '~~/core/design'
import type { Names } from '~/composables/useNames'
import { cellOf, isOneCell, written, type MapPlace, type Said } from './map'

// What becomes of the signals of one cell of the map, or of a whole row or column of it, with what that replaces said
// before.
const props = defineProps<{
  place: MapPlace
  rules: SignalRules
  design: Design
  names: Names
  /** What a cover is called. */
  coverName: (cover: string) => string
}>()
const emit = defineEmits<{ keep: [rules: SignalRules]; leave: [] }>()

const WAYS = [
  { value: 'ticket', label: 'becomes a ticket' },
  { value: 'pass', label: 'is passed over' },
  { value: 'hole', label: 'is not decided' },
] as const
const isOne = computed(() => isOneCell(props.place))
const first =
  props.place.kind !== undefined && props.place.cover !== undefined
    ? cellOf(props.rules, props.place.kind, props.place.cover)
    : undefined
const does = ref<(typeof WAYS)[number]['value']>(first === null ? 'pass' : 'ticket')
const item = ref<string | null>(first?.item ?? null)
const priority = ref<string | null>(first?.priority ?? null)
const queue = ref<string | null>(first?.queue ?? null)
/** Writes over what is decided already. */
const over = ref(false)

const cell = computed<Said | 'unsaid'>(() => {
  if (does.value === 'pass') return null
  if (does.value === 'hole') return undefined
  if (!item.value) return 'unsaid'
  return {
    item: item.value,
    ...(priority.value && { priority: priority.value }),
    ...(queue.value && { queue: queue.value }),
  }
})
const told = computed(() =>
  cell.value === 'unsaid' ? undefined : written(props.rules, props.place, cell.value, over.value),
)
const kindName = (id: string) => props.rules.kinds.find((one) => one.id === id)?.name ?? id
const itemName = (id: string) => props.design.items.find((one) => one.id === id)?.name ?? id
const title = computed(() => {
  const { kind, cover } = props.place
  const signals = kind === undefined ? 'Every kind of signal' : kindName(kind)
  return `${signals}, with ${cover === undefined ? 'any cover' : props.coverName(cover)}`
})
const NAMED = 4
/** What is replaced, cell by cell; nothing for one cell, which stands before the eyes. */
const replaced = computed(() => {
  if (isOne.value || !told.value) return []
  const lines = told.value.replaces.map(
    ({ kind, cover, was }) =>
      `${kindName(kind)}, ${props.coverName(cover)}: was ${was === null ? 'passed over' : `“${itemName(was.item)}”`}`,
  )
  const more = lines.length - NAMED
  return more > 0 ? [...lines.slice(0, NAMED), `and ${counted(more, 'cell')} more`] : lines
})
const verb = computed(() => (isOne.value ? 'Keep' : over.value ? 'Write into all of them' : 'Fill the holes'))
const isNothing = computed(() => told.value !== undefined && !told.value.fills && !told.value.replaces.length)
</script>

<template>
  <form
    class="cell"
    :aria-label="title"
    @submit.prevent="told && emit('keep', told.rules)"
    @keydown.esc="emit('leave')"
  >
    <KitRadio v-model="does" :label="title" :options="WAYS" />
    <div v-if="does === 'ticket'" class="what">
      <KitChoice v-model="item" label="of the item" :options="named(design.items)" />
      <KitChoice
        v-model="priority"
        label="with priority"
        placeholder="as the sources say"
        clears
        :options="names.priority ?? []"
      />
      <KitChoice
        v-model="queue"
        label="in the queue"
        placeholder="as the routing says"
        clears
        :options="names.queue ?? []"
      />
    </div>
    <KitCheckbox v-if="!isOne" v-model="over" label="also where something is decided already" />
    <div v-if="told && !isOne" class="small" role="status">
      <p>
        {{
          isNothing && !told.leaves
            ? 'All of them say so already.'
            : `Fills ${counted(told.fills, 'hole')}${told.leaves ? `, and leaves ${counted(told.leaves, 'cell')} as decided` : ''}.`
        }}
        {{ replaced.length ? 'Replaces:' : '' }}
      </p>
      <ul v-if="replaced.length">
        <li v-for="one in replaced" :key="one">{{ one }}</li>
      </ul>
    </div>
    <p class="acts">
      <KitButton type="submit" kind="main" :disabled="!told || (isNothing && !isOne)">{{ verb }}</KitButton>
      <KitButton kind="plain" @click="emit('leave')">Leave it</KitButton>
    </p>
  </form>
</template>

<style scoped>
.cell {
  border-left: 2px solid var(--sea);
  padding: 6px 0 0 12px;
  margin: 10px 0;
}
.what {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
}
.cell :deep(.kit-field) {
  margin-bottom: 6px;
}
.cell p {
  margin: 4px 0;
}
.cell ul {
  margin: 0;
  padding-left: 18px;
}
.acts {
  display: flex;
  gap: 10px;
}
</style>
