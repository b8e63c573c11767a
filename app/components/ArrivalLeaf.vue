<script setup lang="ts">
import { momentInWords } from '~~/core/time'
import type { Acceptance } from '~~/core/ticket'
import type { ArrivalPage, Outlook } from '~/composables/useArrivals'
import type { Ticket } from '~/composables/useTickets'
import { present } from '~~/core/lookup'

// One ticket that waits to be accepted: what it says, what it lacks, and what would become of it. The person chooses
// what they know better; the rest stays with triage.
const props = defineProps<{ reference: number; narrow: boolean }>()
const emit = defineEmits<{ done: [deed: { reference: number; text: string; canTakeBack: boolean }] }>()

const session = useSession()
/** Whoever only decides on arrivals neither asks back nor merges. */
const works = computed(() => session.may('workTickets'))
const time = useDeskTime()
const live = useLive()
const zone = computed(() => session.me?.zone ?? 'UTC')
const when = (at: number) => momentInWords(at, zone.value, time.now)

const page = ref<ArrivalPage>()
const ticket = ref<Ticket>()
const failed = ref<ApiError>()
const title = ref<HTMLElement>()

const here = () => ({ path: { reference: props.reference } })
async function load() {
  try {
    const [arrival, whole] = await Promise.all([
      api('GET /api/arrivals/{reference}', here()),
      api('GET /api/tickets/{reference}', here()),
    ])
    page.value = arrival
    ticket.value = whole
    failed.value = undefined
  } catch (error) {
    failed.value = asApiError(error)
  }
}
await load()
onMounted(() => title.value?.focus({ preventScroll: true }))
live.on((notice) => {
  if (
    notice.kind === 'reconnected' ||
    (notice.kind === 'tickets' && notice.references.includes(props.reference))
  )
    void load()
})

const FIELDS = {
  ticketKind: 'Ticket kind',
  category: 'Category',
  priority: 'Priority',
  level: 'Service level',
}
type Field = keyof Acceptance
const choice = reactive<Record<Field, string>>({ ticketKind: '', category: '', priority: '', level: '' })
const asItStands = (field: Field) => {
  const named = (value: string) =>
    present(page.value).choices[field].find((one) => one.value === value)?.label ?? value
  if (field === 'ticketKind') return `as the item says: ${named(present(page.value).suggested.ticketKind)}`
  if (field === 'category') return `as the item says: ${named(present(page.value).suggested.category)}`
  return field === 'level' ? 'the first that applies' : 'as triage decides'
}

// What would become of it, decided by the server with the very rules that will decide.
const outlook = ref<Outlook>()
const cannot = ref<ApiError>()
let asked = 0
async function look() {
  const mine = ++asked
  try {
    const found = await api('POST /api/arrivals/{reference}/outlook', { ...here(), body: { ...choice } })
    if (mine === asked) [outlook.value, cannot.value] = [found, undefined]
  } catch (error) {
    if (mine === asked) cannot.value = asApiError(error)
  }
}
watch(choice, look)
onMounted(look)

const accepting = useDeed(load)
async function accept() {
  if (
    !(await accepting.run(() =>
      api('POST /api/tickets/{reference}/accept', { ...here(), body: { ...choice } }),
    ))
  )
    return
  const first = outlook.value?.promises.find((one) => one.dueAt !== null)
  const promised = first ? `; ${first.label.split(' in ')[0]} by ${when(first.dueAt!)}` : ''
  const to = outlook.value ? ` for ${outlook.value.technician ?? outlook.value.team}` : ''
  const text = `${props.reference} is accepted${to}${promised}.`
  emit('done', { reference: props.reference, text, canTakeBack: true })
}

type Panel = 'ask' | 'reject' | 'merge'
const panel = ref<Panel>()
const words = reactive({ ask: '', reject: '', into: '' })
/** Ids of the files that go with the question. */
const asks = ref<string[]>([])
const slip = ref<HTMLFormElement>()
async function open(which: Panel, prefill?: Partial<typeof words>) {
  panel.value = panel.value === which && !prefill ? undefined : which
  Object.assign(words, prefill)
  await nextTick()
  if (which === 'merge') slip.value?.querySelector('input')?.focus()
}
const missing = computed(() => page.value?.lacks.filter((one) => one.what === 'answer') ?? [])
function ask() {
  const lines = missing.value.map((one) => `– ${one.text}`)
  const text = lines.length && !words.ask ? `To go on we need to know:\n${lines.join('\n')}\n` : words.ask
  void open('ask', { ask: text })
}

const deed = useDeed(load)
const DEEDS: Record<Panel, () => { send: () => Promise<unknown>; text: string; canTakeBack: boolean }> = {
  ask: () => ({
    send: () =>
      api('POST /api/tickets/{reference}/reply', { ...here(), body: { text: words.ask, files: asks.value } }),
    text: '',
    canTakeBack: false,
  }),
  reject: () => ({
    send: () => api('POST /api/tickets/{reference}/reject', { ...here(), body: { text: words.reject } }),
    text: `${props.reference} was turned away; ${present(page.value).requester} is told why.`,
    canTakeBack: true,
  }),
  merge: () => ({
    send: () => api('POST /api/tickets/{reference}/merge', { ...here(), body: { into: Number(words.into) } }),
    text: `${props.reference} is handled together with ${words.into} now.`,
    canTakeBack: false,
  }),
}
async function send() {
  const which = present(panel.value)
  const { send: act, text, canTakeBack } = DEEDS[which]()
  if (!(await deed.run(act))) return
  panel.value = undefined
  if (which !== 'ask') return emit('done', { reference: props.reference, text, canTakeBack })
  words.ask = ''
  asks.value = []
  await load()
}

const talk = computed(() =>
  (ticket.value?.entries ?? []).flatMap((entry) =>
    entry.kind === 'replied' || entry.kind === 'answered' || entry.kind === 'noted' ? [entry] : [],
  ),
)
const name = (id: string) => present(ticket.value).people[id] ?? id
const by = (entry: (typeof talk.value)[number]) =>
  'person' in entry.actor ? name(entry.actor.person) : 'the desk'

function onKey(event: KeyboardEvent) {
  if (isTyping(event) || !page.value || event.ctrlKey || event.metaKey || event.altKey) return
  const deeds: Record<string, () => void> = {
    a: () => void accept(),
    ...(works.value && { r: ask, m: () => void open('merge') }),
    x: () => void open('reject'),
    Escape: () => (panel.value = undefined),
  }
  const found = deeds[event.key]
  if (!found || accepting.busy.value) return
  event.preventDefault()
  found()
}
onMounted(() => addEventListener('keydown', onKey))
onBeforeUnmount(() => removeEventListener('keydown', onKey))
</script>

<template>
  <article class="leaf" :aria-label="`Arrival ${reference}`">
    <p v-if="narrow"><NuxtLink to="/arrivals">← Back to Arrivals</NuxtLink></p>
    <div v-if="failed" role="alert">
      <h2>{{ failed.problem.title }}</h2>
      <p>{{ failed.problem.detail }}</p>
      <p>
        <NuxtLink :to="`/desk/${reference}`">Open ticket {{ reference }}</NuxtLink> ·
        <button class="link" type="button" @click="load">Look again</button>
      </p>
    </div>
    <template v-else-if="page && ticket">
      <header>
        <h1 ref="title" tabindex="-1">{{ page.summary }}</h1>
        <p class="under">
          <span class="num quiet">{{ reference }}</span> · came in {{ when(page.loggedAt) }}
          <template v-if="page.portal"> at “{{ page.portal }}”</template> as “{{ page.item }}”
          <b v-if="page.waitsForRequester"> · asked, no answer yet</b>
        </p>
        <div class="acts">
          <button class="act main" type="button" :disabled="accepting.busy.value" @click="accept">
            {{ accepting.busy.value ? 'Accepting …' : 'Accept' }} <kbd>a</kbd>
          </button>
          <button v-if="works" class="act" type="button" :aria-expanded="panel === 'ask'" @click="ask">
            Ask the requester … <kbd>r</kbd>
          </button>
          <button
            v-if="works"
            class="act"
            type="button"
            :aria-expanded="panel === 'merge'"
            @click="open('merge')"
          >
            Merge … <kbd>m</kbd>
          </button>
          <button class="act plain" type="button" :aria-expanded="panel === 'reject'" @click="open('reject')">
            Turn away … <kbd>x</kbd>
          </button>
        </div>
        <p v-if="accepting.error.value" class="notice bad" role="alert">
          {{ accepting.error.value.problem.detail }}
          {{ accepting.error.value.problem.fields?.map((one) => one.message).join('; ') }}
        </p>
        <form
          v-if="panel"
          ref="slip"
          class="panel"
          novalidate
          @submit.prevent="send"
          @keydown.esc.stop="panel = undefined"
          @keydown.ctrl.enter="send"
        >
          <div v-if="panel === 'merge'" class="field">
            <label for="arrival-into">Number of the ticket that takes it in</label>
            <InputText id="arrival-into" v-model="words.into" inputmode="numeric" />
          </div>
          <WordsField
            v-else-if="panel === 'ask'"
            v-model:text="words.ask"
            v-model:files="asks"
            focuses
            :label="`What do we ask ${page.requester}?`"
          />
          <KitWords v-else v-model="words.reject" focuses label="Why can we not take it?" />
          <p v-if="deed.error.value" class="notice bad" role="alert">
            {{ deed.error.value.problem.detail }}
            {{ deed.error.value.problem.fields?.map((one) => one.message).join('; ') }}
          </p>
          <button class="act main" type="submit" :disabled="deed.busy.value">
            {{ { ask: 'Send the question', reject: 'Turn it away', merge: 'Merge it' }[panel] }}
          </button>
          <button class="act plain" type="button" @click="panel = undefined">Leave it</button>
          <span class="quiet small">{{
            {
              ask: 'It stays in Arrivals; the answer brings it up again.',
              reject: `${page.requester} reads this by mail and in the portal; an answer brings it back here.`,
              merge: `${page.requester} is told, and gets the replies of the other ticket from then on.`,
            }[panel]
          }}</span>
        </form>
      </header>

      <section aria-labelledby="said">
        <h2 id="said">What it says</h2>
        <dl class="parts">
          <template v-for="one in ticket.answers" :key="one.name">
            <dt>{{ one.label }}</dt>
            <dd>{{ one.answer }}</dd>
          </template>
          <dt>Requester</dt>
          <dd>
            {{ ticket.requester.name }}, {{ ticket.organisation }} · {{ ticket.site || 'no site' }}
            <span class="quiet">
              ·
              {{
                ticket.cover ? `${ticket.cover}, agreement ${ticket.agreement}` : 'no agreement in force'
              }}</span
            >
          </dd>
        </dl>
        <div v-for="entry in talk" :key="entry.sequence" class="say">
          <div class="quiet small">
            {{ by(entry) }} · {{ when(entry.at) }}<template v-if="entry.kind === 'noted'"> · note</template>
          </div>
          <SaidText
            :text="entry.text"
            :quoted="entry.kind === 'answered' ? entry.quoted : undefined"
            :attachments="entry.attachments"
            :is-ours="entry.kind !== 'answered'"
            :reference="reference"
          />
        </div>
      </section>

      <section aria-labelledby="lacks">
        <h2 id="lacks">What is missing</h2>
        <p v-if="page.lacks.length === 0" class="quiet">Nothing: it can be accepted as it is.</p>
        <ul v-else class="lines">
          <li v-for="lack in page.lacks" :key="lack.text">
            <template v-if="lack.what === 'answer'">not answered: </template>{{ lack.text }}
          </li>
        </ul>
      </section>

      <section aria-labelledby="becomes">
        <h2 id="becomes">If it is accepted</h2>
        <div class="becomes">
          <div class="choices">
            <label v-for="(label, field) in FIELDS" :key="field"
              >{{ label }}
              <select v-model="choice[field]" class="inline-field">
                <option value="">{{ asItStands(field) }}</option>
                <option v-for="one in page.choices[field]" :key="one.value" :value="one.value">
                  {{ one.label }}
                </option>
              </select></label
            >
          </div>
          <p v-if="cannot" class="notice bad" role="alert">
            {{ cannot.problem.detail }} {{ cannot.problem.fields?.map((one) => one.message).join('; ') }}
          </p>
          <dl v-else-if="outlook" class="parts" aria-live="polite">
            <dt>Priority</dt>
            <dd>
              {{ outlook.numeral }} · {{ outlook.priority
              }}<BecauseMark
                :because="outlook.because.priority"
                :edition="outlook.edition"
                about="priority"
              />
            </dd>
            <dt>Goes to</dt>
            <dd>
              {{ outlook.queue
              }}<BecauseMark :because="outlook.because.queue" :edition="outlook.edition" about="queue" /> ·
              {{ outlook.technician ?? `${outlook.team}, nobody yet`
              }}<BecauseMark
                :because="outlook.because.technician"
                :edition="outlook.edition"
                about="technician"
              />
            </dd>
            <template v-for="one in outlook.promises" :key="one.target">
              <dt>{{ one.label }}</dt>
              <dd>
                {{ one.dueAt === null ? 'begins paused' : `due ${when(one.dueAt)}`
                }}<BecauseMark :because="one.because" :edition="outlook.edition" :about="one.label" />
              </dd>
            </template>
            <template v-if="outlook.promises.length === 0">
              <dt>Promises</dt>
              <dd>none: no service level grants it any time</dd>
            </template>
          </dl>
        </div>
      </section>

      <section v-if="page.alike.length" aria-labelledby="alike">
        <h2 id="alike">Open tickets like it</h2>
        <ul class="lines">
          <li v-for="one in page.alike" :key="one.reference" class="alike">
            <span>
              <NuxtLink class="num" :to="`/desk/${one.reference}`">{{ one.reference }}</NuxtLink>
              {{ one.summary }}
              <span class="quiet small"
                >· {{ one.requester }} · {{ one.status }} · {{ one.why.join(', ') }}</span
              >
            </span>
            <button
              v-if="works"
              class="link"
              type="button"
              :aria-label="`Merge into ${one.reference} …`"
              @click="open('merge', { into: String(one.reference) })"
            >
              merge into it …
            </button>
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
}
kbd {
  font: 0.8rem var(--mono);
  opacity: 0.85;
}
.panel .act {
  margin-right: 6px;
}
.lines {
  list-style: none;
  margin: 0;
  padding: 0;
}
.lines li {
  border-bottom: 1px dotted var(--rule);
  padding: 4px 0;
}
.alike {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  align-items: baseline;
}
.alike .link {
  white-space: nowrap;
}
.choices {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 6px 14px;
  margin: 4px 0 8px;
}
.choices label {
  display: flex;
  flex-direction: column;
  color: var(--ink-3);
  font-size: 0.9rem;
}
.parts {
  display: grid;
  grid-template-columns: 132px minmax(0, 1fr);
  margin: 0;
}
.parts dt {
  color: var(--ink-3);
  padding: 4px 8px 4px 0;
  border-bottom: 1px dotted var(--rule);
}
.parts dd {
  margin: 0;
  padding: 4px 0;
  border-bottom: 1px dotted var(--rule);
  overflow-wrap: anywhere;
  white-space: pre-line;
}
.say {
  border: 1px solid var(--rule);
  padding: 8px 12px;
  margin: 8px 0;
}
</style>
