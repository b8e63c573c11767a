<script setup lang="ts">
import { lastWordOf, talkOf } from '~~/core/ticket'
import type { Shortcut } from '~/stores/shortcuts'
import { arranged } from './arranged'
import { promisesOf, useTicket } from './useTicket'
import { ELSEWHERE, useTicketActs } from './useTicketActs'

// One ticket, in the order in which it is read: who asks, what was asked, the last word, by when, what can be done, and
// the conversation with the reply at its foot. Beside it stands what helps.
const props = defineProps<{
  reference: number
  query: Record<string, string>
  narrow: boolean
  wide: boolean
  /** The place that it is open in. */
  base?: string
}>()
const back = computed(() => ({ path: props.base ?? '/desk', query: props.query }))
const session = useSession()
const time = useDeskTime()
const calendars = useCalendars()
const zone = computed(() => session.me?.zone ?? 'UTC')
const { ticket, error, again } = useTicket(() => props.reference)
useHead({
  title: () => (ticket.value ? `${props.reference} ${ticket.value.summary}` : `Ticket ${props.reference}`),
})

const promises = computed(() => (ticket.value ? promisesOf(ticket.value, time.now, calendars) : []))
const shown = computed(() => arranged(ticket.value?.layout ?? []))

const talk = computed(() => {
  if (!ticket.value) return []
  const { entries, said, deliveries, requester, others: merged } = ticket.value
  return talkOf(entries, said, deliveries, new Set([requester.id, ...merged.map((one) => one.id)]))
})
const lastWord = computed(() => lastWordOf(talk.value))

const heading = ref<{ focus: () => void }>()
defineExpose({ focus: () => heading.value?.focus() })
/**
 * Where the work goes on once something is done: at the ticket itself, unless somebody is at something else already, as
 * in a slip that was opened meanwhile.
 */
async function goOn() {
  await nextTick()
  const at = document.activeElement
  if (!at || at === document.body || (at.closest('.acts') && !at.closest('form'))) heading.value?.focus()
}
async function changed() {
  await goOn()
  await again()
}
function done() {
  opened.value = undefined
  return changed()
}

const writing = ref<'reply' | 'note'>()
const others = usePresence(
  () => props.reference,
  () => writing.value !== undefined,
)
/** The act that asks something first. */
const opened = ref<string>()
watch(opened, (now) => {
  if (now !== undefined) return
  given.value = undefined
  void goOn()
})
const { acts, actOf, main, row, more, keys } = useTicketActs({
  ticket,
  write: (what) => (writing.value = what),
})
const deed = useDeed(again)
async function press(id: string) {
  const act = actOf(id)
  if (!act || act.whyNot !== undefined) return
  if (act.sheet) return void (opened.value = opened.value === id ? undefined : id)
  opened.value = undefined
  if (id === 'reply' || id === 'note') return act.run({})
  // What was opened meanwhile stays open.
  if (await deed.run(async () => (await act.run({}), true))) await changed()
}

/** What solved another ticket, for the act that ends this one and asks what did. */
const given = ref<{ remarks: string }>()
const ending = computed(() =>
  acts.value.find(
    ({ sheet, asks, whyNot }) =>
      sheet === 'asks' && whyNot === undefined && asks?.some((one) => one.name === 'remarks'),
  ),
)
async function takeOver(remarks: string) {
  // What is open is made anew with it.
  opened.value = undefined
  await nextTick()
  given.value = { remarks }
  opened.value = ending.value?.id
}

const lines = ref<{ toggle: () => void }[]>([])
/** What a layout puts before everything, and what stands beside; either may have what a key begins. */
const first = ref<{ begin: (what: string) => void }>()
const beside = ref<{ begin: (what: string) => void }>()
function begin(what: string) {
  first.value?.begin(what)
  beside.value?.begin(what)
}
const reply = ref<{ put: (words: string) => void }>()
const undo = ref<{ takeBack: () => void; hasIt: () => boolean; show: () => void }>()
const notices = ref<{ acknowledge: () => void }>()
const shortcuts = computed<Shortcut[]>(() => [
  ...acts.value.flatMap(({ id, key, name, whyNot }) =>
    key ? [{ keys: key, says: name, run: () => press(id), when: () => whyNot === undefined }] : [],
  ),
  { keys: '.', says: 'more that can be done', run: () => undo.value?.show() },
  {
    ...{ keys: 'z', says: 'take the last move back', run: () => undo.value?.takeBack() },
    when: () => undo.value?.hasIt() ?? false,
  },
  {
    ...{ keys: 'h', says: 'I have it: the ladder climbs no further' },
    run: () => notices.value?.acknowledge(),
    when: () => Boolean(ticket.value?.waiting.length) && session.may('workTickets'),
  },
  ...ELSEWHERE.flatMap(({ id, says }) =>
    keys.value[id]
      ? [
          {
            ...{ keys: keys.value[id], says },
            run: () => (id === 'account' ? lines.value[0]?.toggle() : begin(id)),
          },
        ]
      : [],
  ),
  {
    keys: 'Escape',
    says: 'leave what was begun',
    run: () => (opened.value = undefined),
    when: () => opened.value !== undefined,
  },
])
useShortcuts('A ticket that is open', shortcuts)
</script>

<template>
  <article class="leaf" :aria-label="`Ticket ${reference}`">
    <div v-if="error && !ticket" class="empty" role="alert">
      <h2>{{ asApiError(error).problem.title }}</h2>
      <p>{{ asApiError(error).problem.detail }}</p>
      <KitButton @click="again">Try again</KitButton>
      &nbsp;<NuxtLink :to="back">Back to the list</NuxtLink>
    </div>
    <p v-else-if="!ticket" class="quiet" role="status">Reading ticket {{ reference }} …</p>
    <div v-else class="sides">
      <div class="top">
        <TicketHead
          ref="heading"
          :ticket="ticket"
          :back="back"
          :query="query"
          :narrow="narrow"
          :wide="wide"
          :shown="shown.head"
        />
        <TicketNotices
          ref="notices"
          :ticket="ticket"
          :others="others"
          :now="time.now"
          :zone="zone"
          :query="query"
          @done="done"
        />
      </div>
      <div class="main">
        <TicketBeside
          v-if="shown.first.length"
          ref="first"
          :ticket="ticket"
          :shown="shown.first"
          :now="time.now"
          :zone="zone"
          :query="query"
          :keys="keys"
          :takes-over="ending !== undefined"
          @take="takeOver"
          @reply="(words) => reply?.put(words)"
          @done="changed"
          @left="goOn"
        />
        <template v-for="part in shown.rows" :key="part">
          <RequesterRow
            v-if="part === 'requester'"
            :ticket="ticket"
            :promises="promises"
            :now="time.now"
            :query="query"
          />
          <template v-else-if="part === 'asked'">
            <AskedRow :ticket="ticket" :now="time.now" :zone="zone" />
            <LastWordRow
              v-if="lastWord"
              :line="lastWord"
              :people="ticket.people"
              :now="time.now"
              :zone="zone"
            />
          </template>
          <PromiseLines
            v-else
            ref="lines"
            :ticket="ticket"
            :promises="promises"
            :now="time.now"
            :zone="zone"
            :hint="keys.account"
          />
        </template>
        <MajorPart v-if="ticket.major" :ticket="ticket" :zone="zone" :now="time.now" @done="changed" />
        <TicketActs
          ref="undo"
          v-model:opened="opened"
          :ticket="ticket"
          :row="row"
          :more="more"
          :main="main"
          :promises="promises"
          :error="deed.error.value"
          :busy="deed.busy.value"
          :given="given"
          :now="time.now"
          :zone="zone"
          @press="press"
          @done="done"
          @stale="again"
        />
        <TicketTalk
          :ticket="ticket"
          :lines="talk"
          :now="time.now"
          :zone="zone"
          :history="shown.history"
          :messages="shown.messages"
        />
        <ReplyBox
          v-if="actOf('reply') ?? actOf('note')"
          ref="reply"
          v-model:writing="writing"
          :ticket="ticket"
          :others="others"
          :now="time.now"
          :zone="zone"
          @sent="done"
          @left="goOn"
          @stale="again"
        />
      </div>
      <aside class="aside" aria-label="Beside">
        <TicketBeside
          ref="beside"
          assists
          :ticket="ticket"
          :shown="shown.beside"
          :now="time.now"
          :zone="zone"
          :query="query"
          :keys="keys"
          :takes-over="ending !== undefined"
          @take="takeOver"
          @reply="(words) => reply?.put(words)"
          @done="changed"
          @left="goOn"
        />
      </aside>
    </div>
  </article>
</template>

<style scoped>
.leaf {
  height: 100%;
  overflow-y: auto;
  padding: 12px 18px 0;
  container: leaf / inline-size;
}
.empty {
  padding: 30px 0;
}
.sides {
  min-height: 100%;
  display: grid;
  grid-template: 'top' 'main' 1fr 'aside' / minmax(0, 1fr);
}
.top {
  grid-area: top;
}
.main {
  grid-area: main;
  min-width: 0;
  display: flex;
  flex-direction: column;
}
.aside {
  grid-area: aside;
  padding-bottom: 30px;
}
@container leaf (min-width: 700px) {
  .sides {
    grid-template: 'top top' 'main aside' 1fr / minmax(0, 1fr) clamp(204px, 28%, 320px);
    column-gap: 14px;
  }
  .aside {
    border-left: 1px solid var(--red-2);
    padding-left: 14px;
  }
}
</style>
