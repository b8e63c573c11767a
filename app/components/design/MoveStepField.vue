<script setup lang="ts">
import type { Design } from '~~/core/design'
import type { MoveStep } from '~~/core/work'
import type { Names } from '~/composables/useNames'

// One thing that a move does.
const props = defineProps<{ step: MoveStep; design: Design; names: Names; label: string }>()
const emit = defineEmits<{ change: [step: MoveStep]; remove: [] }>()

const text = (event: Event) => (event.target as HTMLInputElement).value
const NAMES: Record<MoveStep['do'], string> = {
  status: 'set the status',
  assign: 'give it to',
  sort: 'sort it',
  set: 'set a field',
  timer: 'the timer',
  booking: 'the fixed time',
  reply: 'write to the requester',
  note: 'note for the desk',
  checklist: 'add a checklist',
  ladder: 'set off a ladder',
}
const GROUPS = {
  new: 'one for what is new',
  active: 'one in which it is worked on',
  waiting: 'one that waits',
  done: 'one that is done',
  away: 'the one of what is called off',
}
const FIELDS = ['priority', 'category', 'queue', 'team'] as const
const valueOf = (field: string) => props.names[field]?.[0]?.value ?? ''
const FRESH: { [K in MoveStep['do']]: () => MoveStep } = {
  status: () => ({ do: 'status', group: 'active' }),
  assign: () => ({ do: 'assign', to: 'me' }),
  sort: () => ({ do: 'sort', field: 'priority', value: valueOf('priority') }),
  set: () => ({ do: 'set', field: props.design.fields[0]?.name ?? '' }),
  timer: () => ({ do: 'timer', turn: 'on' }),
  booking: () => ({ do: 'booking', as: 'begun' }),
  reply: () => ({ do: 'reply', text: '' }),
  note: () => ({ do: 'note', text: '' }),
  checklist: () => ({ do: 'checklist', checklist: props.design.checklists[0]?.id ?? '' }),
  ladder: () => ({ do: 'ladder', ladder: props.design.ladders[0]?.id ?? '' }),
}
type Of<K extends MoveStep['do']> = Extract<MoveStep, { do: K }>
const toStatus = (value: string): MoveStep =>
  value in GROUPS ? { do: 'status', group: value as keyof typeof GROUPS } : { do: 'status', status: value }
</script>

<template>
  <div class="step" role="group" :aria-label="label">
    <select
      class="inline-field"
      :value="step.do"
      :aria-label="`${label}: what is done`"
      @change="emit('change', FRESH[text($event) as MoveStep['do']]())"
    >
      <option v-for="(name, key) in NAMES" :key="key" :value="key">{{ name }}</option>
    </select>
    <select
      v-if="step.do === 'status'"
      class="inline-field"
      :value="step.group ?? step.status"
      :aria-label="`${label}: to which status`"
      @change="emit('change', toStatus(text($event)))"
    >
      <option v-for="(name, key) in GROUPS" :key="key" :value="key">{{ name }}</option>
      <optgroup label="just this one">
        <option v-for="one in names.status" :key="one.value" :value="one.value">{{ one.label }}</option>
      </optgroup>
    </select>
    <select
      v-else-if="step.do === 'assign'"
      class="inline-field"
      :value="step.to"
      :aria-label="`${label}: to whom`"
      @change="emit('change', { do: 'assign', to: text($event) as Of<'assign'>['to'] })"
    >
      <option value="me">whoever makes the move</option>
      <option value="asked">somebody who is chosen then</option>
      <option value="nobody">nobody: back into the queue</option>
    </select>
    <template v-else-if="step.do === 'sort'">
      <select
        class="inline-field"
        :value="step.field"
        :aria-label="`${label}: which value`"
        @change="
          emit('change', {
            do: 'sort',
            field: text($event) as Of<'sort'>['field'],
            value: valueOf(text($event)),
          })
        "
      >
        <option v-for="one in FIELDS" :key="one" :value="one">{{ one }}</option>
      </select>
      <select
        class="inline-field"
        :value="step.value"
        :aria-label="`${label}: to what`"
        @change="emit('change', { ...(step as Of<'sort'>), value: text($event) })"
      >
        <option v-for="one in names[step.field]" :key="one.value" :value="one.value">{{ one.label }}</option>
      </select>
    </template>
    <select
      v-else-if="step.do === 'timer'"
      class="inline-field"
      :value="step.turn"
      :aria-label="`${label}: on or off`"
      @change="emit('change', { do: 'timer', turn: text($event) as 'on' | 'off' })"
    >
      <option value="on">starts</option>
      <option value="off">stops, and the time is kept</option>
    </select>
    <select
      v-else-if="step.do === 'booking'"
      class="inline-field"
      :value="step.as"
      :aria-label="`${label}: how it is marked`"
      @change="emit('change', { do: 'booking', as: text($event) as Of<'booking'>['as'] })"
    >
      <option value="begun">is marked begun</option>
      <option value="finished">is closed</option>
      <option value="calledOff">is called off</option>
    </select>
    <textarea
      v-else-if="step.do === 'reply' || step.do === 'note'"
      class="inline-field text"
      rows="2"
      :value="step.text"
      :aria-label="`${label}: the words`"
      @change="emit('change', { do: step.do, text: text($event) })"
    />
    <select
      v-else-if="step.do === 'checklist'"
      class="inline-field"
      :value="step.checklist"
      :aria-label="`${label}: which checklist`"
      @change="emit('change', { do: 'checklist', checklist: text($event) })"
    >
      <option v-for="one in design.checklists" :key="one.id" :value="one.id">{{ one.name }}</option>
    </select>
    <DesignSetField
      v-else-if="step.do === 'set'"
      :field="step.field"
      :value="step.value"
      :design="design"
      :label="label"
      may-ask
      @change="(field, value) => emit('change', { do: 'set', field, ...(value !== undefined && { value }) })"
    />
    <select
      v-else
      class="inline-field"
      :value="step.ladder"
      :aria-label="`${label}: which ladder`"
      @change="emit('change', { do: 'ladder', ladder: text($event) })"
    >
      <option v-for="one in design.ladders" :key="one.id" :value="one.id">{{ one.name }}</option>
    </select>
    <button class="link small" type="button" :aria-label="`${label}: take out`" @click="emit('remove')">
      take out
    </button>
  </div>
</template>

<style scoped>
.step {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
  padding: 2px 0;
}
.text {
  flex: 1 1 260px;
  max-width: none;
}
</style>
