<script setup lang="ts">
import type { Design, SignalCell } from '~~/core/design'
import type { Names } from '~/composables/useNames'

// What becomes of the signals of one cell of the map, or of a whole row or column of it.
const props = defineProps<{
  /** The cell, row or column in words. */
  place: string
  /** What the cell says now; undefined is a hole, null is passed over. */
  cell: SignalCell | null | undefined
  /** One cell alone; otherwise a row or a column, of which only the holes are filled unless that is said. */
  isOne: boolean
  design: Design
  names: Names
}>()
const emit = defineEmits<{ keep: [cell: SignalCell | null | undefined, over: boolean]; leave: [] }>()

const ways = [
  { value: 'ticket', label: 'becomes a ticket' },
  { value: 'pass', label: 'is passed over' },
  { value: 'hole', label: 'is not decided' },
] as const
const form = reactive({
  do: (props.cell === null ? 'pass' : 'ticket') as (typeof ways)[number]['value'],
  item: props.cell?.item,
  priority: props.cell?.priority,
  queue: props.cell?.queue,
  /** Writes over what is decided already. */
  over: false,
})
const items = computed(() => props.design.items.map(({ id, name }) => ({ value: id, label: name })))

function keep() {
  const { item, priority, queue } = form
  const ticket = { item: item ?? '', ...(priority && { priority }), ...(queue && { queue }) }
  emit('keep', form.do === 'ticket' ? ticket : form.do === 'pass' ? null : undefined, form.over)
}
</script>

<template>
  <form class="panel" @submit.prevent="keep" @keydown.esc="emit('leave')">
    <b>{{ place }}:</b>
    <span v-for="way in ways" :key="way.value" class="way">
      <RadioButton v-model="form.do" :input-id="`signal-${way.value}`" name="do" :value="way.value" />
      <label :for="`signal-${way.value}`">{{ way.label }}</label>
    </span>
    <span v-if="!isOne" class="way">
      <Checkbox v-model="form.over" input-id="signal-over" binary />
      <label for="signal-over">also where something is decided already</label>
    </span>
    <span v-if="form.do === 'ticket'" class="what">
      <span class="way">
        <label id="signal-item-label" for="signal-item">of the item</label>
        <Select
          v-model="form.item"
          input-id="signal-item"
          aria-labelledby="signal-item-label"
          :options="items"
          option-label="label"
          option-value="value"
          filter
          placeholder="choose …"
        />
      </span>
      <span class="way">
        <label id="signal-priority-label" for="signal-priority">with priority</label>
        <Select
          v-model="form.priority"
          input-id="signal-priority"
          aria-labelledby="signal-priority-label"
          :options="names.priority ?? []"
          placeholder="as the sources say"
          show-clear
          option-label="label"
          option-value="value"
        />
      </span>
      <span class="way">
        <label id="signal-queue-label" for="signal-queue">in the queue</label>
        <Select
          v-model="form.queue"
          input-id="signal-queue"
          aria-labelledby="signal-queue-label"
          :options="names.queue ?? []"
          placeholder="as the routing says"
          show-clear
          option-label="label"
          option-value="value"
        />
      </span>
    </span>
    <span class="acts">
      <button class="act main" type="submit" :disabled="form.do === 'ticket' && !form.item">
        {{ isOne ? 'Keep' : form.over ? 'Write into all of them' : 'Fill the holes' }}
      </button>
      <button class="act plain" type="button" @click="emit('leave')">Leave it</button>
    </span>
  </form>
</template>

<style scoped>
.panel,
.what,
.way {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
}
.way {
  gap: 6px;
}
.acts {
  display: flex;
  gap: 8px;
  flex-basis: 100%;
}
</style>
