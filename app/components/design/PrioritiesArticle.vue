<script setup lang="ts">
import { freeId } from '~~/core/naming'
import type { Priority } from '~~/core/design'
import { durationInWords, parseDuration } from '~~/core/time'
import type { PageProps } from '~/composables/useDraft'
import { oneAt } from '~~/core/lookup'

// The priorities in their order, with what each grants where no service level says otherwise.
const props = defineProps<PageProps>()
const ordered = computed(() => [...props.design.priorities].sort((a, b) => a.order - b.order))
const NUMERALS = ['I', 'II', 'III', 'IV', 'V', 'VI', 'VII', 'VIII', 'IX', 'X', 'XI', 'XII']

/** What is not said is left out. */
function tidy({ weight, times, expected, ...rest }: Priority): Priority {
  const { respond, resolve } = times ?? {}
  const granted = { ...(respond && { respond }), ...(resolve && { resolve }) }
  return {
    ...rest,
    ...(weight !== undefined && weight !== 1 && { weight }),
    ...(Object.keys(granted).length && { times: granted }),
    ...(expected && { expected }),
  }
}
const set = (one: Priority, more: Partial<Priority>) =>
  props.change('priorities', one.id, one, tidy({ ...one, ...more }))
const setTime = (one: Priority, target: 'respond' | 'resolve', text: string) =>
  set(one, { times: { ...one.times, [target]: asDuration(text) } })

/** `2 h 30 min`, `2:30` and `PT2H30M` are all the same. */
function asDuration(text: string): string | undefined {
  const said = text.trim()
  if (!said) return undefined
  const clock = /^(\d+):(\d\d)$/.exec(said)
  if (clock) return `PT${Number(clock[1])}H${Number(clock[2])}M`
  const words = /^(?:(\d+)\s*h)?\s*(?:(\d+)\s*min)?$/.exec(said)
  if (words && (words[1] || words[2]))
    return `PT${words[1] ? `${words[1]}H` : ''}${words[2] ? `${words[2]}M` : ''}`
  return said
}
function shown(text?: string): string {
  if (!text) return ''
  try {
    return durationInWords(parseDuration(text))
  } catch {
    return text
  }
}
/** Changes places with the one before or after it; numerals stay where they are. */
function move(index: number, by: number) {
  const [one, other] = [oneAt(ordered.value, index), oneAt(ordered.value, index + by)]
  void props.changeAll([
    {
      list: 'priorities',
      id: one.id,
      before: one,
      after: { ...one, order: other.order, numeral: other.numeral },
    },
    {
      list: 'priorities',
      id: other.id,
      before: other,
      after: { ...other, order: one.order, numeral: one.numeral },
    },
  ])
}
function add() {
  const ids = new Set(props.design.priorities.map((one) => one.id))
  const order = Math.max(0, ...props.design.priorities.map((one) => one.order)) + 1
  const id = freeId(`p${order}`, (one) => ids.has(one), 'priority')
  void props.change('priorities', id, null, {
    id,
    name: 'New priority',
    numeral: NUMERALS[order - 1] ?? String(order),
    order,
    active: true,
  })
}
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet">
      The most urgent first. One that is not active stays on the tickets that have it and cannot be chosen.
      The times are granted where a service level says nothing for the priority; the weight counts when work
      is shared out.
    </p>
    <div class="scroll-x" tabindex="0" role="group" aria-label="Priorities">
      <table class="ledger-table form">
        <thead>
          <tr>
            <th><span class="sr-only">Numeral</span></th>
            <th>Name</th>
            <th>Active</th>
            <th>Respond within</th>
            <th>Solve within</th>
            <th>What requesters are told</th>
            <th>Weight</th>
            <th><span class="sr-only">Order</span></th>
            <th><span class="sr-only">Findings</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(one, index) in ordered" :id="one.id" :key="one.id" :class="{ quiet: !one.active }">
            <td>
              <b class="num">{{ one.numeral }}</b>
            </td>
            <td>
              <input
                :value="one.name"
                :disabled="readonly"
                :aria-label="`Name of ${one.numeral}`"
                @change="set(one, { name: typedIn($event).trim() })"
              />
            </td>
            <td>
              <input
                type="checkbox"
                :checked="one.active"
                :disabled="readonly"
                :aria-label="`${one.numeral} is active`"
                @change="set(one, { active: isTicked($event) })"
              />
            </td>
            <td v-for="target in ['respond', 'resolve'] as const" :key="target">
              <input
                class="time num"
                :value="shown(one.times?.[target])"
                :disabled="readonly"
                placeholder="–"
                :aria-label="`${one.numeral}: ${target} within, such as 2 h 30 min`"
                @change="setTime(one, target, typedIn($event))"
              />
            </td>
            <td>
              <input
                :value="one.expected ?? ''"
                :disabled="readonly"
                placeholder="–"
                :aria-label="`${one.numeral}: how long it usually takes, in the requester’s words`"
                @change="set(one, { expected: typedIn($event).trim() })"
              />
            </td>
            <td>
              <input
                class="weight num"
                type="number"
                min="0.1"
                step="any"
                :value="one.weight ?? 1"
                :disabled="readonly"
                :aria-label="`Weight of ${one.numeral}`"
                @change="set(one, { weight: Number(typedIn($event)) })"
              />
            </td>
            <td class="moves">
              <template v-if="!readonly">
                <button
                  class="link"
                  type="button"
                  :disabled="index === 0"
                  :aria-label="`${one.name}: more urgent`"
                  @click="move(index, -1)"
                >
                  ↑
                </button>
                <button
                  class="link"
                  type="button"
                  :disabled="index === ordered.length - 1"
                  :aria-label="`${one.name}: less urgent`"
                  @click="move(index, 1)"
                >
                  ↓
                </button>
              </template>
            </td>
            <td><FindingsAt :findings="findings" :place="`triage/priorities#${one.id}`" /></td>
          </tr>
        </tbody>
      </table>
    </div>
    <FindingsAt :findings="findings" place="triage/priorities" />
    <p v-if="!readonly"><button class="act" type="button" @click="add">Add a priority</button></p>
  </div>
</template>

<style scoped>
input:not([type='checkbox']) {
  font: inherit;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 3px 5px;
  width: 100%;
  min-width: 90px;
}
input.time {
  width: 100px;
}
input.weight {
  width: 64px;
  min-width: 0;
}
input[type='checkbox'] {
  width: 24px;
  height: 24px;
}
.moves {
  white-space: nowrap;
}
.moves .link {
  text-decoration: none;
  min-width: 26px;
  min-height: 26px;
}
</style>
