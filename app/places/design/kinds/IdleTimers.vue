<script setup lang="ts">
import { freeId } from '~~/core/naming'
import { withoutGaps } from '~~/core/json'
import type { Design, Finding } from '~~/core/design'
import { waitInWords, type IdleAction, type IdleTimer, type TicketKind } from '~~/core/lifecycle'
import { isOneOf, keysOf, oneAt } from '~~/core/lookup'

// What happens when nothing happens: a reminder, a word to the owner, or the ticket moves on.
const props = defineProps<{ kind: TicketKind; design: Design; findings: Finding[]; readonly: boolean }>()
const emit = defineEmits<{ change: [idle: IdleTimer[]] }>()

const WHOM = { requester: 'the requester', technician: 'the technician', teamLead: 'the lead of the team' }
const timers = computed(() => props.kind.idle ?? [])
const put = (at: number, change: Partial<IdleTimer>) =>
  emit(
    'change',
    timers.value.map((one, index) => (index === at ? withoutGaps({ ...one, ...change }) : one)),
  )

function setAfter(timer: IdleTimer, after: string) {
  if (!after) throw new Error('Write for how long, such as “3 days”.')
  put(placeOf(timer), { after })
}
const placeOf = ({ id }: IdleTimer) => timers.value.findIndex((one) => one.id === id)
const numberOf = (timer: IdleTimer) => placeOf(timer) + 1
const setCalendar = (at: number, calendar: string | null) => put(at, { calendar: calendar ?? undefined })

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
const statuses = computed(() => named(props.kind.statuses))
const calendars = computed(() => named(props.design.calendars))
const templates = computed(() => named(props.design.templates))
const ways = computed(() => [
  ...keysOf(WHOM).map((whom) => ({ value: `tell ${whom}`, label: `tell ${WHOM[whom]}` })),
  ...props.kind.statuses.map((one) => ({ value: `move ${one.id}`, label: `move it to “${one.name}”` })),
])
const said = (options: readonly { value: string; label: string }[], value: string | undefined) =>
  options.find((one) => one.value === value)?.label ?? ''
const without = (timer: IdleTimer) =>
  emit(
    'change',
    timers.value.filter((one) => one.id !== timer.id),
  )
const COLUMNS = [
  { name: 'status', label: 'While it is' },
  { name: 'after', label: 'and nothing happens for', width: '130px' },
  { name: 'calendar', label: 'counted in' },
  { name: 'then', label: 'then' },
  { name: 'with', label: 'with' },
  { name: 'out', label: 'Take out', bare: true, width: '90px' },
]
</script>

<template>
  <div>
    <KitTable
      v-if="timers.length"
      :rows="timers"
      :columns="readonly ? COLUMNS.slice(0, -1) : COLUMNS"
      row-key="id"
      label="Timers"
    >
      <template #cell-status="{ row }">
        <span :id="`idle-${row.id}`">
          <template v-if="readonly">{{ said(statuses, row.status) }}</template>
          <KitChoice
            v-else
            bare
            :label="`Timer ${numberOf(row)}: status`"
            :model-value="row.status"
            :options="statuses"
            @update:model-value="$event && put(placeOf(row), { status: $event })"
          />
        </span>
        <FindingsAt :findings="findings" :place="`kinds/${kind.id}#idle-${row.id}`" />
      </template>
      <template #cell-after="{ row }">
        <template v-if="readonly">{{ waitInWords(row.after) }}</template>
        <KitDuration
          v-else
          bare
          class="after"
          :label="`Timer ${numberOf(row)}: how long`"
          placeholder="3 days"
          :model-value="row.after"
          :commit="(after: string) => setAfter(row, after)"
        />
      </template>
      <template #cell-calendar="{ row }">
        <template v-if="readonly">{{ said(calendars, row.calendar) || 'all hours of the day' }}</template>
        <KitChoice
          v-else
          bare
          clears
          :label="`Timer ${numberOf(row)}: counted in`"
          placeholder="all hours of the day"
          :model-value="row.calendar ?? null"
          :options="calendars"
          @update:model-value="setCalendar(placeOf(row), $event)"
        />
      </template>
      <template #cell-then="{ row }">
        <template v-if="readonly">{{ said(ways, keyOf(row.action)) }}</template>
        <KitChoice
          v-else
          bare
          :label="`Timer ${numberOf(row)}: then`"
          :model-value="keyOf(row.action)"
          :options="ways"
          @update:model-value="$event && setAction(placeOf(row), $event)"
        />
      </template>
      <template #cell-with="{ row }">
        <template v-if="readonly">{{
          row.action.do === 'tell' ? said(templates, row.action.template) : row.action.remarks
        }}</template>
        <KitChoice
          v-else-if="row.action.do === 'tell'"
          bare
          :label="`Timer ${numberOf(row)}: message`"
          :model-value="row.action.template"
          :options="templates"
          @update:model-value="$event && setTemplate(placeOf(row), $event)"
        />
        <KitText
          v-else
          bare
          placeholder="words for the gate"
          :label="`Timer ${numberOf(row)}: what its gate is told`"
          :model-value="row.action.remarks ?? ''"
          :commit="(remarks: string) => setRemarks(placeOf(row), remarks.trim())"
        />
      </template>
      <template #cell-out="{ row }">
        <KitButton kind="link" :aria-label="`Take out timer ${numberOf(row)}`" @click="without(row)"
          >take out</KitButton
        >
      </template>
    </KitTable>
    <p v-else class="quiet">No timer: what waits, waits until somebody looks at it.</p>
    <p v-if="!readonly"><KitButton kind="plain" @click="add">Add a timer</KitButton></p>
  </div>
</template>

<style scoped>
.after {
  width: 110px;
}
</style>
