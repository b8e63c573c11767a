<script setup lang="ts">
import { freeId } from '~~/core/naming'
import { formatDuration, parseDuration, DAY, HOUR } from '~~/core/time'
import type { Design, Finding } from '~~/core/design'
import type { IdleAction, IdleTimer, TicketKind } from '~~/core/lifecycle'
import { isOneOf, keysOf, oneAt } from '~~/core/lookup'

// What happens when nothing happens: a reminder, a word to the owner, or the ticket moves on.
const props = defineProps<{ kind: TicketKind; design: Design; findings: Finding[]; readonly: boolean }>()
const emit = defineEmits<{ change: [idle: IdleTimer[]] }>()

const WHOM = { requester: 'the requester', technician: 'the technician', teamLead: 'the lead of the team' }
const timers = computed(() => props.kind.idle ?? [])
const put = (at: number, change: Partial<IdleTimer>) =>
  emit(
    'change',
    timers.value.map((one, index) => (index === at ? { ...one, ...change } : one)),
  )

/** A duration as a number of days or hours, whichever is whole. */
function shown(after: string): { amount: number; unit: 'days' | 'hours' } {
  try {
    const length = parseDuration(after)
    return length % DAY === 0
      ? { amount: length / DAY, unit: 'days' }
      : { amount: length / HOUR, unit: 'hours' }
  } catch {
    return { amount: 0, unit: 'hours' }
  }
}
const lasting = (amount: number, unit: string) =>
  unit === 'days' && Number.isInteger(amount)
    ? `P${amount}D`
    : formatDuration(amount * (unit === 'days' ? DAY : HOUR))
function setAmount(at: number, amount: number) {
  if (amount > 0) put(at, { after: lasting(amount, shown(oneAt(timers.value, at).after).unit) })
}
const setUnit = (at: number, unit: string) =>
  put(at, { after: lasting(shown(oneAt(timers.value, at).after).amount, unit) })
function setCalendar(at: number, id: string) {
  const { calendar: _, ...rest } = oneAt(timers.value, at)
  emit(
    'change',
    timers.value.map((one, index) => (index === at ? { ...rest, ...(id && { calendar: id }) } : one)),
  )
}

const keyOf = (action: IdleAction) => (action.do === 'tell' ? `tell ${action.whom}` : `move ${action.to}`)
function setAction(at: number, key: string) {
  const [what, id = ''] = key.split(/ (.*)/)
  const { action } = oneAt(timers.value, at)
  const reminder = props.design.templates.some((one) => one.id === 'reminder')
  const template =
    action.do === 'tell' ? action.template : reminder ? 'reminder' : oneAt(props.design.templates, 0).id
  put(at, {
    action:
      what === 'tell'
        ? { do: 'tell', whom: isOneOf(keysOf(WHOM), id) ? id : 'requester', template }
        : { do: 'move', to: id, ...(action.do === 'move' && action.remarks && { remarks: action.remarks }) },
  })
}
function setRemarks(at: number, remarks: string) {
  const { action } = oneAt(timers.value, at)
  if (action.do === 'move') put(at, { action: { do: 'move', to: action.to, ...(remarks && { remarks }) } })
}
function setTemplate(at: number, template: string) {
  const { action } = oneAt(timers.value, at)
  if (action.do === 'tell') put(at, { action: { ...action, template } })
}
function add() {
  const waiting = props.kind.statuses.find((one) => one.group === 'waiting') ?? oneAt(props.kind.statuses, 0)
  const id = freeId('timer', (one) => timers.value.some((timer) => timer.id === one), 'timer')
  const template =
    props.design.templates.find((one) => one.id === 'reminder') ?? oneAt(props.design.templates, 0)
  const action: IdleAction = { do: 'tell', whom: 'requester', template: template.id }
  emit('change', [...timers.value, { id, status: waiting.id, after: 'P3D', action }])
}
</script>

<template>
  <div class="scroll-x" tabindex="0" role="region" aria-label="Timers">
    <table v-if="timers.length" class="ledger-table">
      <thead>
        <tr>
          <th>While it is</th>
          <th>and nothing happens for</th>
          <th>counted in</th>
          <th>then</th>
          <th>with</th>
          <th><span class="sr-only">Take out</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(timer, at) in timers" :id="`idle-${timer.id}`" :key="timer.id">
          <td>
            <select
              class="inline-field"
              :value="timer.status"
              :disabled="readonly"
              :aria-label="`Timer ${at + 1}: status`"
              @change="put(at, { status: typedIn($event) })"
            >
              <option v-for="one in kind.statuses" :key="one.id" :value="one.id">{{ one.name }}</option>
            </select>
            <FindingsAt :findings="findings" :place="`kinds/${kind.id}#idle-${timer.id}`" />
          </td>
          <td class="length">
            <input
              class="inline-field amount"
              type="number"
              min="1"
              max="1000"
              :value="shown(timer.after).amount"
              :disabled="readonly"
              :aria-label="`Timer ${at + 1}: how long`"
              @change="setAmount(at, Number(typedIn($event)))"
            />
            <select
              class="inline-field"
              :value="shown(timer.after).unit"
              :disabled="readonly"
              :aria-label="`Timer ${at + 1}: days or hours`"
              @change="setUnit(at, typedIn($event))"
            >
              <option value="days">days</option>
              <option value="hours">hours</option>
            </select>
          </td>
          <td>
            <select
              class="inline-field"
              :value="timer.calendar ?? ''"
              :disabled="readonly"
              :aria-label="`Timer ${at + 1}: counted in`"
              @change="setCalendar(at, typedIn($event))"
            >
              <option value="">all hours of the day</option>
              <option v-for="one in design.calendars" :key="one.id" :value="one.id">{{ one.name }}</option>
            </select>
          </td>
          <td>
            <select
              class="inline-field"
              :value="keyOf(timer.action)"
              :disabled="readonly"
              :aria-label="`Timer ${at + 1}: then`"
              @change="setAction(at, typedIn($event))"
            >
              <option v-for="(name, whom) in WHOM" :key="whom" :value="`tell ${whom}`">
                tell {{ name }}
              </option>
              <option v-for="one in kind.statuses" :key="one.id" :value="`move ${one.id}`">
                move it to “{{ one.name }}”
              </option>
            </select>
          </td>
          <td>
            <select
              v-if="timer.action.do === 'tell'"
              class="inline-field"
              :value="timer.action.template"
              :disabled="readonly"
              :aria-label="`Timer ${at + 1}: message`"
              @change="setTemplate(at, typedIn($event))"
            >
              <option v-for="one in design.templates" :key="one.id" :value="one.id">{{ one.name }}</option>
            </select>
            <input
              v-else
              class="inline-field"
              placeholder="words for the gate"
              :value="timer.action.remarks"
              :disabled="readonly"
              :aria-label="`Timer ${at + 1}: what its gate is told`"
              @change="setRemarks(at, typedIn($event).trim())"
            />
          </td>
          <td>
            <button
              v-if="!readonly"
              class="link"
              type="button"
              :aria-label="`Take out timer ${at + 1}`"
              @click="
                emit(
                  'change',
                  timers.filter((_, index) => index !== at),
                )
              "
            >
              take out
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else class="quiet">No timer: what waits, waits until somebody looks at it.</p>
    <p v-if="!readonly"><button class="act" type="button" @click="add">Add a timer</button></p>
  </div>
</template>

<style scoped>
.amount {
  width: 70px;
}
.length {
  white-space: nowrap;
}
</style>
