<script setup lang="ts">
import type { FieldValue } from '~~/core/fields'
import { textOf } from '~~/core/reason'
import { durationInWords } from '~~/core/time'
import type { Act } from '~/kit/act'
import type { Ticket } from '~/composables/useTickets'
import { MOVE_PICTURES } from './movePictures'
import type { Promised } from './useTicket'
import type { TicketAct } from './useTicketActs'

// One row for all that can be done: the likely next step first, what it will do said before, and the way back after.
const props = defineProps<{
  ticket: Ticket
  row: readonly TicketAct[]
  more: readonly TicketAct[]
  main?: TicketAct
  promises: readonly Promised[]
  /** What went wrong with an act that asks for nothing. */
  error?: ApiError
  busy: boolean
  /** What an act that asks is opened with. */
  given?: Readonly<Record<string, FieldValue>>
  now: number
  zone: string
}>()
const emit = defineEmits<{ press: [id: string]; done: []; stale: [] }>()
/** The act that asks something first. */
const opened = defineModel<string | undefined>('opened')
const session = useSession()
const act = computed(() => [...props.row, ...props.more].find((one) => one.id === opened.value))
const close = () => (opened.value = undefined)

const looked = ref<string>()
const said = computed(() => props.row.find((one) => one.id === looked.value) ?? act.value ?? props.main)
const menu = ref<{ show: () => void }>()
const offered = computed<Act[]>(() =>
  props.more.map(({ id, name, key, whyNot, says }) => ({
    label: name,
    note: key && shownKey(key),
    says: whyNot === undefined ? says : `Not now: ${whyNot}.`,
    disabled: whyNot !== undefined,
    run: () => emit('press', id),
  })),
)

/** Long enough to notice a wrong press; the server says no after half an hour. */
const UNDO_SHOWN = 10 * 60_000
const undo = computed(() => {
  const last = props.ticket.lastMove
  return last?.mine && props.now - last.at < UNDO_SHOWN ? last : undefined
})
const back = useDeed(() => emit('stale'))
async function takeBack() {
  if (!undo.value) return
  const path = { reference: props.ticket.reference, sequence: undo.value.sequence }
  if (await back.run(() => api('DELETE /api/tickets/{reference}/moves/{sequence}', { path }))) emit('done')
}
/** What it did, as its entry says. */
const did = computed(() => {
  const entry = props.ticket.entries.find((one) => one.sequence === undo.value?.sequence)
  return entry?.kind === 'moveMade'
    ? entry.did.why.map((one) => textOf({ edition: 0, why: [one] })).join(' · ')
    : ''
})
const timer = computed(() => props.ticket.timers.find((one) => one.person === session.me?.id))
const runs = computed(() => props.promises.filter(({ clock }) => clock.stoppedAt === undefined))
defineExpose({
  takeBack,
  hasIt: () => undo.value !== undefined,
  show: () => menu.value?.show(),
})
</script>

<template>
  <section class="acts no-print" aria-label="What can be done">
    <div class="line">
      <KitButton
        v-for="one in row"
        :key="one.id"
        :kind="one === main ? 'main' : 'act'"
        :keys="one.key"
        :disabled="busy"
        :aria-expanded="one.sheet ? opened === one.id : undefined"
        @click="emit('press', one.id)"
        @mouseenter="looked = one.id"
        @mouseleave="looked = undefined"
        @focus="looked = one.id"
        @blur="looked = undefined"
      >
        <component
          :is="MOVE_PICTURES[one.icon]"
          v-if="one.icon"
          :size="14"
          weight="bold"
          aria-hidden="true"
        />
        {{ one.name }} <kbd v-if="one.key">{{ shownKey(one.key) }}</kbd>
      </KitButton>
      <KitMenu v-if="offered.length" ref="menu" kind="plain" :acts="offered"> More … <kbd>.</kbd> </KitMenu>
      <span v-if="timer" class="timer small"
        >timer <b class="num">{{ durationInWords(now - timer.since) }}</b></span
      >
    </div>
    <p class="will small quiet" aria-live="polite">{{ said?.says }}</p>
    <p v-if="undo" class="undo small">
      You made “{{ undo.name }}”{{ did ? `: ${did}` : '' }}.
      <KitButton kind="link" keys="z" :disabled="back.busy.value" @click="takeBack"
        >Take it back <kbd>z</kbd></KitButton
      ><template v-if="undo.sent"> What was sent stays sent.</template>
    </p>
    <KitError :error="error ?? back.error.value" />
    <p v-if="opened && !act" class="notice" role="alert">
      The ticket is “{{ ticket.status }}” by now, where what you began is not done any more. What you typed is
      kept. <KitButton kind="link" @click="close">Leave it</KitButton>
    </p>
    <template v-if="act">
      <AskSlip
        v-if="act.sheet === 'asks'"
        :key="act.id"
        :ticket="ticket"
        :act="act"
        :zone="zone"
        :given="given"
        @done="emit('done')"
        @close="close"
        @stale="emit('stale')"
      />
      <SortSlip
        v-else-if="act.sheet === 'sort'"
        :ticket="ticket"
        @done="emit('done')"
        @close="close"
        @stale="emit('stale')"
      />
      <MajorSlip
        v-else-if="act.sheet === 'major'"
        :ticket="ticket"
        @done="emit('done')"
        @close="close"
        @stale="emit('stale')"
      />
      <ClockAction
        v-else-if="runs[0] && act.sheet"
        :key="act.id"
        :reference="ticket.reference"
        :deed="act.sheet"
        :clocks="[...promises]"
        :target="runs[0].clock.target"
        :now="now"
        :zone="zone"
        @done="emit('done')"
        @close="close"
        @stale="emit('stale')"
      />
    </template>
  </section>
</template>

<style scoped>
.acts {
  border-top: 1px dotted var(--rule-2);
  padding-top: 8px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: center;
}
.timer {
  margin-left: auto;
}
/* Always as high: what is pressed does not move because of what is said of it. */
.will {
  min-height: 2.8em;
  margin: 3px 0 0;
}
.undo {
  margin: 0 0 4px;
  color: var(--ink-2);
}
@container leaf (max-width: 440px) {
  .will {
    min-height: 4.2em;
  }
}
kbd {
  font: 0.8rem var(--mono);
  opacity: 0.85;
}
</style>
