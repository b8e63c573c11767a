<script setup lang="ts">
import { entryInWords, madeBy, sinceSeen, type Entry } from '~~/core/ticket'
import { momentInWords } from '~~/core/time'
import { capital, listInWords } from '~~/core/words'
import type { Other } from '~/composables/usePresence'
import type { Ticket } from '~/composables/useTickets'

// The foot of the conversation: a reply to the requester, or a note for the desk. What was begun stays until it is sent
// or emptied; if the ticket moved on meanwhile, that is said before anything goes out.
const props = defineProps<{ ticket: Ticket; others: readonly Other[]; now: number; zone: string }>()
const emit = defineEmits<{ sent: []; left: []; stale: [] }>()
/** What is being written; nothing while it is folded. */
const writing = defineModel<'reply' | 'note' | undefined>('writing', { required: true })
const session = useSession()

type What = 'reply' | 'note'
const drafts = {
  reply: reactive({ text: '', files: [] as string[], seen: null as number | null }),
  note: reactive({ text: '', files: [] as string[] }),
}
for (const what of ['reply', 'note'] as const)
  useKeptForm(`yare-draft-${props.ticket.reference}-${what}`, drafts[what])
const isBegun = (what: What) => Boolean(drafts[what].text.trim() || drafts[what].files.length)
const mayReply = computed(() => !props.ticket.internal)
const said = computed(() => (writing.value ? drafts[writing.value] : undefined))
/** What was on the screen when the first word was written. */
watch(
  () => isBegun('reply'),
  (begun) => (drafts.reply.seen = begun ? (drafts.reply.seen ?? props.ticket.sequence) : null),
)

const atHand = useQuery({
  key: () => ['ticket', props.ticket.reference, 'replies'],
  query: ({ signal }) =>
    api('GET /api/tickets/{reference}/replies', { path: { reference: props.ticket.reference }, signal }),
  enabled: () => writing.value === 'reply',
})

const { busy, error, run } = useDeed(() => emit('stale'))
watch(writing, () => (error.value = undefined))
const path = () => ({ reference: props.ticket.reference })
const happened = computed(() =>
  writing.value === 'reply' && drafts.reply.seen !== null
    ? sinceSeen(props.ticket.entries, drafts.reply.seen, session.me?.id)
    : [],
)
function inWords(entry: Entry): string {
  const text = 'text' in entry && typeof entry.text === 'string' ? `: “${entry.text.slice(0, 160)}”` : ''
  if (entry.kind === 'replied') return `${capital(madeBy(entry, props.ticket))} replied${text}`
  if (entry.kind === 'answered') return `${capital(madeBy(entry, props.ticket))} answered${text}`
  return entryInWords(entry, props.ticket) ?? ''
}
const writers = computed(() => props.others.filter((one) => one.doing === 'writes').map((one) => one.name))

async function send() {
  const what = writing.value
  if (!what || busy.value) return
  const { text, files } = drafts[what]
  const body = { text, files }
  // What happened meanwhile stands above the button by now, so that whoever presses it knows.
  const seen = happened.value.length ? props.ticket.sequence : (drafts.reply.seen ?? props.ticket.sequence)
  const gone = await run(() =>
    what === 'reply'
      ? api('POST /api/tickets/{reference}/reply', { path: path(), body: { ...body, seen } })
      : api('POST /api/tickets/{reference}/note', { path: path(), body }),
  )
  if (!gone) return
  drafts[what].text = ''
  drafts[what].files = []
  writing.value = undefined
  emit('sent')
}
function leave() {
  writing.value = undefined
  emit('left')
}
/** Words from beside go below what is written already. */
function put(words: string) {
  drafts.reply.text = [drafts.reply.text.trim(), words].filter(Boolean).join('\n\n')
  writing.value = 'reply'
}
defineExpose({ put })
const verb = computed(() => {
  if (busy.value) return 'Sending …'
  if (writing.value === 'note') return 'Keep the note'
  return happened.value.length ? 'Send it all the same' : 'Send the reply'
})
const tabs = computed(() => [
  ...(mayReply.value ? [{ value: 'reply' as const, label: `Reply to ${props.ticket.requester.name}` }] : []),
  { value: 'note' as const, label: 'Note for the desk only' },
])
const label = computed(() => tabs.value.find((one) => one.value === writing.value)?.label ?? '')
</script>

<template>
  <div class="reply no-print" :class="[writing, { open: writing }]">
    <KitButton v-if="!writing" kind="quiet" class="folded" @click="writing = mayReply ? 'reply' : 'note'">
      <template v-if="isBegun('reply')">Go on with your reply to {{ ticket.requester.name }} …</template>
      <template v-else-if="isBegun('note')">Go on with your note …</template>
      <template v-else>{{ mayReply ? `Write to ${ticket.requester.name} …` : 'Write a note …' }}</template>
      <span v-if="writers.length" class="brass small">{{ listInWords(writers) }} writes too</span>
    </KitButton>
    <form
      v-else
      novalidate
      @submit.prevent="send"
      @keydown.esc.stop="leave"
      @keydown.ctrl.enter.prevent="send"
    >
      <div class="tabs" role="group" aria-label="To whom">
        <KitButton
          v-for="one in tabs"
          :key="one.value"
          kind="quiet"
          class="tab"
          :aria-pressed="writing === one.value"
          @click="writing = one.value"
          >{{ one.label }}</KitButton
        >
        <span class="quiet small to">{{
          writing === 'note' ? 'requesters never see it' : 'by mail, and in the portal'
        }}</span>
      </div>
      <WordsField
        v-if="said"
        :key="writing"
        v-model:text="said.text"
        v-model:files="said.files"
        focuses
        bare
        :label="label"
        :naming="writing === 'note'"
        :replies="atHand.data.value?.replies"
        :error="error?.on('text') ?? ''"
      />
      <div v-if="happened.length" class="notice" role="alert">
        The ticket moved on while you wrote:
        <ul>
          <li v-for="entry in happened.slice(-4)" :key="entry.sequence">
            <span class="num">{{ momentInWords(entry.at, zone, now) }}</span> {{ inWords(entry) }}
          </li>
        </ul>
      </div>
      <KitError v-if="!happened.length" :error="error" />
      <div class="foot">
        <span v-if="writers.length" class="brass small" role="status"
          >{{ listInWords(writers) }} writes too</span
        >
        <KitButton kind="plain" @click="leave">Leave it</KitButton>
        <KitButton kind="main" type="submit" keys="Ctrl Enter" :busy="busy"
          >{{ verb }} <kbd>Ctrl ↵</kbd></KitButton
        >
      </div>
    </form>
  </div>
</template>

<style scoped>
.reply {
  position: sticky;
  bottom: 0;
  z-index: 2;
  margin-top: auto;
  padding: 10px 0 12px;
  background: var(--page);
}
.folded.kit-button {
  display: flex;
  justify-content: space-between;
  width: 100%;
  border: 1px solid var(--field-rule);
  background: var(--field);
  color: var(--ink-3);
  padding: 5px 10px;
  min-height: 34px;
}
form {
  border: 1px solid var(--field-rule);
  background: var(--field);
  max-height: 62vh;
  overflow-y: auto;
}
.reply.note form {
  border-style: dashed;
  border-color: var(--brass);
}
.tabs {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 4px;
  background: var(--page-2);
  border-bottom: 1px solid var(--rule);
}
.tab.kit-button {
  padding: 5px 10px;
  border-top: 3px solid transparent;
}
.tab.kit-button[aria-pressed='true'] {
  border-top-color: var(--sea);
  background: var(--field);
  font-weight: 600;
}
.note .tab.kit-button[aria-pressed='true'] {
  border-top-color: var(--brass);
}
.to {
  margin-left: auto;
  padding-right: 10px;
}
form :deep(.writing) {
  padding: 6px 10px 0;
  margin: 0;
}
.foot {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  justify-content: flex-end;
  padding: 6px 10px 8px;
}
.brass {
  color: var(--brass);
}
ul {
  margin: 2px 0 0;
  padding-left: 1.2em;
}
kbd {
  font: 0.8rem var(--mono);
  opacity: 0.85;
}
</style>
