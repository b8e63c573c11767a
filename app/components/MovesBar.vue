<script setup lang="ts">
import {
  PhCheck,
  PhClock,
  PhFlag,
  PhHand,
  PhNote,
  PhPhone,
  PhPlay,
  PhTruck,
  PhUser,
  PhWrench,
  PhX,
} from '@phosphor-icons/vue'
import type { FieldValue } from '~~/core/fields'
import { textOf } from '~~/core/reason'
import type { MoveIcon } from '~~/core/work'
import { givenFields, hadBy, type Ticket, type TicketMove } from '~/composables/useTickets'
import { present } from '~~/core/lookup'

// The moves of one's shelf on a ticket: what each will do before, what it did after, and the way back.
const props = defineProps<{ ticket: Ticket; now: number; zone: string }>()
const emit = defineEmits<{ done: [] }>()

const ICONS: Record<MoveIcon, Component> = {
  play: PhPlay,
  flag: PhFlag,
  x: PhX,
  hand: PhHand,
  clock: PhClock,
  phone: PhPhone,
  wrench: PhWrench,
  truck: PhTruck,
  note: PhNote,
  user: PhUser,
  check: PhCheck,
}
const iconOf = (move: TicketMove) => (move.icon ? ICONS[move.icon] : undefined)

const looked = ref<string>()
const open = ref<string>()
const asked = ref<Record<string, FieldValue | null>>({})
const { busy, error, run } = useDeed(() => emit('done'))
const slip = ref<HTMLFormElement>()
const shown = computed(() => props.ticket.moves.find((one) => one.id === (open.value ?? looked.value)))
const opened = computed(() => props.ticket.moves.find((one) => one.id === open.value))
/** Long enough to notice a wrong press; the server says no after half an hour. */
const UNDO_SHOWN = 10 * 60_000
const undo = computed(() => {
  const last = props.ticket.lastMove
  return last?.mine && props.now - last.at < UNDO_SHOWN ? last : undefined
})

async function choose(move: TicketMove) {
  error.value = undefined
  if (move.whyNot) return void (looked.value = move.id)
  if (!move.asks.length) return make(move)
  open.value = open.value === move.id ? undefined : move.id
  asked.value = {}
  await nextTick()
  slip.value?.querySelector<HTMLElement>('textarea, input, select, [role=combobox]')?.focus()
}
async function make(move: TicketMove) {
  const body = {
    move: move.id,
    from: props.ticket.statusId,
    asked: givenFields(move.asks, asked.value, hadBy(props.ticket)),
  }
  if (
    !(await run(() =>
      api('POST /api/tickets/{reference}/moves', { path: { reference: props.ticket.reference }, body }),
    ))
  )
    return
  open.value = looked.value = undefined
  emit('done')
}
async function takeBack() {
  const path = { reference: props.ticket.reference, sequence: present(undo.value).sequence }
  if (await run(() => api('DELETE /api/tickets/{reference}/moves/{sequence}', { path }))) emit('done')
}
function onKey(event: KeyboardEvent) {
  if (isTyping(event) || event.ctrlKey || event.metaKey || event.altKey) return
  const move = props.ticket.moves.find((one) => one.key === event.key)
  if (move) {
    event.preventDefault()
    void choose(move)
  } else if (event.key === 'z' && undo.value) {
    event.preventDefault()
    void takeBack()
  }
}
onMounted(() => addEventListener('keydown', onKey))
onBeforeUnmount(() => removeEventListener('keydown', onKey))
/** What it did, as its entry says. */
const did = computed(() => {
  const entry = props.ticket.entries.find((one) => one.sequence === undo.value?.sequence)
  return entry?.kind === 'moveMade'
    ? entry.did.why.map((one) => textOf({ edition: 0, why: [one] })).join(' · ')
    : ''
})
const sentence = (words: string[]) => words.join(' · ')
</script>

<template>
  <div v-if="ticket.moves.length" class="moves no-print">
    <div class="shelf" role="group" aria-label="Moves">
      <button
        v-for="(move, index) in ticket.moves"
        :key="move.id"
        class="act"
        :class="{ main: index === 0 && !move.whyNot, plain: Boolean(move.whyNot) }"
        type="button"
        :aria-disabled="Boolean(move.whyNot)"
        :aria-expanded="open === move.id"
        :disabled="busy"
        @click="choose(move)"
        @mouseenter="looked = move.id"
        @mouseleave="looked = undefined"
        @focus="looked = move.id"
        @blur="looked = undefined"
      >
        <component :is="iconOf(move)" v-if="iconOf(move)" :size="14" weight="bold" aria-hidden="true" />
        {{ move.name }} <kbd v-if="move.key">{{ move.key }}</kbd>
      </button>
    </div>
    <p class="will small quiet" aria-live="polite">
      <template v-if="shown?.whyNot">{{ shown.name }} cannot be made now: {{ shown.whyNot }}.</template>
      <template v-else-if="shown"
        >{{ shown.name }} will: {{ sentence(shown.will)
        }}<template v-if="shown.wont.length"> (not: {{ sentence(shown.wont) }})</template></template
      >
      <template v-else-if="undo">
        You made “{{ undo.name }}”{{ did ? `: ${did}` : '' }}.
        <button class="link" type="button" :disabled="busy" @click="takeBack">
          Take it back <kbd>z</kbd></button
        ><template v-if="undo.sent"> What was sent stays sent.</template>
      </template>
    </p>
    <form
      v-if="opened"
      ref="slip"
      class="panel"
      novalidate
      :aria-label="opened.name"
      @submit.prevent="make(opened)"
      @keydown.esc.stop="open = undefined"
      @keydown.ctrl.enter="make(opened)"
    >
      <AskedFields
        v-model="asked"
        :asked="opened.asks"
        :error="error"
        :zone="zone"
        :had="hadBy(ticket)"
        prefix="move"
      />
      <button class="act main" type="submit" :disabled="busy">
        {{ busy ? 'Doing it …' : opened.name }}
      </button>
      <button class="act plain" type="button" @click="open = undefined">Leave it</button>
    </form>
    <p v-if="error" class="notice bad" role="alert">{{ error.problem.detail }}</p>
  </div>
</template>

<style scoped>
.moves {
  margin-top: 8px;
}
.shelf {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.shelf .act {
  display: inline-flex;
  align-items: center;
  gap: 5px;
}
.act[aria-disabled='true'] {
  color: var(--ink-3);
  border-style: dashed;
}
kbd {
  font: 0.8rem var(--mono);
  opacity: 0.85;
}
.will {
  min-height: 1.3em;
  margin: 3px 0 0;
}
.panel .act + .act {
  margin-left: 6px;
}
</style>
