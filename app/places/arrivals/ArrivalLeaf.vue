<script setup lang="ts">
import { GRADE_WORDS, whyAlike } from '~~/core/similar'
import { momentInWords } from '~~/core/time'
import { lastWordOf, madeBy, talkOf } from '~~/core/ticket'
import { useTicket } from '~/places/ticket/useTicket'
import type { Dealt } from './ArrivalSlip.vue'
import { useArrival } from './useArrival'

// One ticket that waits to be accepted: what it says, what it lacks, and what would become of it. The person chooses
// what they know better; the rest stays with triage.
const props = defineProps<{ reference: number; narrow: boolean }>()
const emit = defineEmits<{ done: [deed: Dealt] }>()

const session = useSession()
/** Whoever only decides on arrivals neither asks back nor merges. */
const works = computed(() => session.may('workTickets'))
const time = useDeskTime()
const zone = computed(() => session.me?.zone ?? 'UTC')
const when = (at: number) => momentInWords(at, zone.value, time.now)

const { arrival, outlook, choice, body, asItStands, again } = useArrival(() => props.reference)
const { ticket, error: unread, again: readAnew } = useTicket(() => props.reference)
const page = arrival.data
const failed = computed(() => arrival.error.value ?? unread.value)
const title = ref<HTMLElement>()
watch(title, (now) => now?.focus({ preventScroll: true }))
const anew = () => Promise.all([again(), readAnew()])

const accepting = useDeed(anew)
async function accept() {
  const path = { reference: props.reference }
  const done = await accepting.run(() => api('POST /api/tickets/{reference}/accept', { path, body: body() }))
  if (!done) return
  const becomes = outlook.data.value
  const first = becomes?.promises.find((one) => one.dueAt !== null)
  const promised = first?.dueAt ? `; ${first.label.split(' in ')[0]} by ${when(first.dueAt)}` : ''
  const to = becomes ? ` for ${becomes.technician ?? becomes.team}` : ''
  emit('done', {
    ...{ reference: props.reference, canTakeBack: true },
    text: `${props.reference} is accepted${to}${promised}.`,
  })
}

type Panel = 'ask' | 'reject' | 'merge'
const panel = ref<Panel>()
const into = ref<number>()
function open(which: Panel, prefill?: number) {
  panel.value = panel.value === which && prefill === undefined ? undefined : which
  into.value = prefill
}
async function close() {
  panel.value = undefined
  await nextTick()
  title.value?.focus({ preventScroll: true })
}
async function asked() {
  await close()
  await anew()
}

const talk = computed(() => {
  if (!ticket.value) return []
  const { entries, said, requester } = ticket.value
  return talkOf(entries, said, [], new Set([requester.id])).filter((one) => one.is !== 'asked')
})
const lastWord = computed(() => lastWordOf(talk.value))

const isFree = () => page.value !== undefined && !accepting.busy.value
useShortcuts('An arrival', [
  { keys: 'a', says: 'accept it', run: accept, when: isFree },
  { keys: 'r', says: 'ask the requester', run: () => open('ask'), when: () => isFree() && works.value },
  { keys: 'm', says: 'merge it into another', run: () => open('merge'), when: () => isFree() && works.value },
  { keys: 'x', says: 'turn it away', run: () => open('reject'), when: isFree },
  { keys: 'Escape', says: 'leave what was begun', run: close, when: () => panel.value !== undefined },
])
</script>

<template>
  <article class="leaf" :aria-label="`Arrival ${reference}`">
    <p v-if="narrow"><NuxtLink to="/arrivals">← Back to Arrivals</NuxtLink></p>
    <div v-if="failed && !page" role="alert">
      <h2>{{ asApiError(failed).problem.title }}</h2>
      <p>{{ asApiError(failed).problem.detail }}</p>
      <p>
        <NuxtLink :to="`/desk/${reference}`">Open ticket {{ reference }}</NuxtLink> ·
        <KitButton kind="link" @click="anew">Look again</KitButton>
      </p>
    </div>
    <p v-else-if="!page || !ticket" class="quiet" role="status">Reading {{ reference }} …</p>
    <template v-else>
      <header>
        <h1 ref="title" tabindex="-1">{{ page.summary }}</h1>
        <p class="under">
          <span class="num quiet">{{ reference }}</span> · came in {{ when(page.loggedAt) }}
          <template v-if="page.portal"> at “{{ page.portal }}”</template> as “{{ page.item }}”
          <b v-if="page.waitsForRequester"> · asked, no answer yet</b>
        </p>
        <div class="acts">
          <KitButton kind="main" keys="a" :busy="accepting.busy.value" @click="accept">
            {{ accepting.busy.value ? 'Accepting …' : 'Accept' }} <kbd>a</kbd>
          </KitButton>
          <KitButton v-if="works" keys="r" :aria-expanded="panel === 'ask'" @click="open('ask')">
            Ask the requester … <kbd>r</kbd>
          </KitButton>
          <KitButton v-if="works" keys="m" :aria-expanded="panel === 'merge'" @click="open('merge')">
            Merge … <kbd>m</kbd>
          </KitButton>
          <KitButton kind="plain" keys="x" :aria-expanded="panel === 'reject'" @click="open('reject')">
            Turn away … <kbd>x</kbd>
          </KitButton>
        </div>
        <KitError :error="accepting.error.value" />
        <ArrivalSlip
          v-if="panel"
          :key="`${panel}-${into ?? ''}`"
          :page="page"
          :reference="reference"
          :kind="panel"
          :into="into"
          @asked="asked"
          @dealt="emit('done', $event)"
          @close="close"
          @stale="anew"
        />
      </header>

      <RequesterRow :ticket="ticket" :promises="[]" :now="time.now" :query="{}" />
      <AskedRow :ticket="ticket" :now="time.now" :zone="zone" />
      <LastWordRow v-if="lastWord" :line="lastWord" :people="ticket.people" :now="time.now" :zone="zone" />
      <TicketRow title="Missing">
        <p v-if="page.lacks.length === 0" class="quiet">Nothing: it can be accepted as it is.</p>
        <ul v-else class="lines">
          <li v-for="lack in page.lacks" :key="lack.text">
            <template v-if="lack.what === 'answer'">not answered: </template>{{ lack.text }}
          </li>
        </ul>
      </TicketRow>

      <ArrivalOutlook
        :choice="choice"
        :page="page"
        :outlook="outlook.data.value"
        :cannot="outlook.error.value"
        :as-it-stands="asItStands"
        :when="when"
        @update:choice="Object.assign(choice, $event)"
      />

      <section v-if="talk.length" aria-labelledby="said">
        <h2 id="said">Conversation</h2>
        <div v-for="(line, index) in talk" :key="index" class="say">
          <div class="quiet small">
            <template v-if="line.entry">{{ madeBy(line.entry, ticket) }} · </template>{{ when(line.at)
            }}<template v-if="line.is === 'note'"> · note</template>
          </div>
          <SaidText
            :text="line.text"
            :quoted="line.quoted"
            :attachments="[...(line.attachments ?? [])]"
            :is-ours="line.is !== 'theirs'"
            :reference="reference"
          />
        </div>
      </section>

      <section v-if="page.alike.length" aria-labelledby="alike">
        <h2 id="alike">Tickets like it</h2>
        <ul class="lines">
          <li v-for="one in page.alike" :key="one.reference" class="alike">
            <span>
              <NuxtLink class="num" :to="`/desk/${one.reference}`">{{ one.reference }}</NuxtLink>
              {{ one.summary }}
              <span class="quiet small"
                >· {{ one.requester }} · {{ one.doneAt === null ? one.status : `done ${when(one.doneAt)}` }} ·
                {{ GRADE_WORDS[one.grade] }}: {{ whyAlike(one, one.words) }}</span
              >
              <LikenessMark :one="one" />
              <span v-if="one.solution" class="small solution">{{ one.solution }}</span>
            </span>
            <KitButton
              v-if="works && one.isOpen"
              kind="link"
              :aria-label="`Merge into ${one.reference} …`"
              @click="open('merge', one.reference)"
              >merge into it …</KitButton
            >
          </li>
        </ul>
      </section>
    </template>
  </article>
</template>

<style scoped>
.leaf {
  height: 100%;
  overflow-y: auto;
  padding: 14px 18px 40px;
  container: leaf / inline-size;
}
h1:focus {
  outline: none;
}
h2 {
  margin: 16px 0 4px;
  border-bottom: 3px double var(--rule-2);
}
.under {
  margin: 4px 0 8px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-bottom: 10px;
}
kbd {
  font: 0.8rem var(--mono);
  opacity: 0.85;
}
.lines {
  list-style: none;
  margin: 0;
  padding: 0;
}
.lines li {
  border-bottom: 1px dotted var(--rule);
  padding: 3px 0;
}
p {
  margin: 0;
}
.alike :deep(.kit-button) {
  white-space: nowrap;
}
.solution {
  display: block;
  border-left: 2px solid var(--brass);
  padding-left: 6px;
}
.alike {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  align-items: baseline;
}
.say {
  border-bottom: 1px solid var(--rule);
  padding: 5px 0;
}
</style>
