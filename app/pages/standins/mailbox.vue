<script setup lang="ts">
import { momentInWords } from '~~/core/time'

definePageMeta({ layout: 'staff', middleware: 'staff' })
useHead({ title: 'Mailbox stand-in · Yare Ledger' })

type Mail = AnswerOf<'GET /api/standins/mail'>['mails'][number]
const OUTCOMES: Record<string, string> = {
  ticket: 'became ticket',
  answer: 'an answer on',
  note: 'a note on',
  automatic: 'not answered:',
  report: 'a delivery report',
  refused: 'refused:',
  kept: 'kept here:',
  tooMany: 'kept here:',
}

const session = useSession()
const time = useDeskTime()
const live = useLive()
const mails = ref<Mail[]>([])
const refuse = ref(false)
const wanted = ref('')
const open = ref<number>()
const problem = ref('')
const more = ref(false)
const FIELDS = [
  ['from', 'From'],
  ['to', 'To'],
  ['subject', 'Subject'],
] as const
const HEADS = [{ label: 'When' }, { label: 'To' }, { label: 'Subject' }]
function show(mail: Mail) {
  writing.value = false
  open.value = mail.id
}
const shown = computed(() => mails.value.find((mail) => mail.id === open.value))

async function load(before?: number) {
  try {
    const recipient = wanted.value.trim() || undefined
    const answer = await api('GET /api/standins/mail', { query: { recipient, before } })
    mails.value = before ? [...mails.value, ...answer.mails] : answer.mails
    more.value = answer.mails.length === 50
    refuse.value = answer.faults.refuse
    problem.value = ''
  } catch (error) {
    problem.value = asApiError(error).problem.detail
  }
}
await load()
live.on((notice) => notice.kind === 'tickets' && setTimeout(() => void load(), 300))

// A mail as somebody of the sample world writes it; it takes the way of every mail.
const writing = ref(false)
const fresh = reactive({ from: '', to: '', subject: '', text: '', inReplyTo: '' })
const sending = useDeed()
const sentMail = ref(false)
function write(answer?: Mail) {
  sentMail.value = false
  writing.value = true
  const quoted = answer?.text.trim().replace(/^/gm, '> ')
  Object.assign(fresh, {
    from: answer?.recipient ?? '',
    to: answer?.sender.split(/[\s<>]+/).find((one) => one.includes('@')) ?? '',
    subject: answer ? `Re: ${answer.subject}` : '',
    text: quoted ? `\n\n${answer!.sender} wrote:\n${quoted}` : '',
    inReplyTo: answer?.message_id ?? '',
  })
}
async function send() {
  const { inReplyTo, ...mail } = fresh
  const body = { ...mail, ...(inReplyTo && { inReplyTo }) }
  if (!(await sending.run(() => api('POST /api/standins/mail/send', { body })))) return
  writing.value = false
  sentMail.value = true
  setTimeout(() => void load(), 800)
}

async function setRefuse(value: boolean) {
  try {
    await api('POST /api/standins/mail', { body: { refuse: value } })
    refuse.value = value
  } catch (error) {
    problem.value = asApiError(error).problem.detail
  }
}
</script>

<template>
  <div class="two">
    <section aria-labelledby="title">
      <StandinNav />
      <h1 id="title">Mailbox <span class="quiet small">stand-in for the world’s mail</span></h1>
      <p class="quiet">
        Every mail that the desk sends arrives here over SMTP and goes no further. A mail to a portal’s
        mailbox comes to the desk from here.
      </p>
      <p v-if="sentMail" class="notice good" role="status">Sent. The desk takes it in a moment.</p>
      <KitError :error="problem || undefined" tries-again @again="load()" />
      <form class="tools" @submit.prevent="load()">
        <KitText
          v-model="wanted"
          bare
          type="search"
          label="Only mail to this address"
          placeholder="Only mail to this address"
        />
        <KitButton type="submit">Show</KitButton>
        <KitButton v-if="session.me?.demo" @click="write()">Write a mail …</KitButton>
        <KitCheckbox
          v-if="session.may('repeatMessages')"
          label="Refuse mail, as a server in trouble does"
          :model-value="refuse"
          @update:model-value="setRefuse"
        />
      </form>
      <LedgerTable v-if="mails.length" :heads="HEADS">
        <tr v-for="mail in mails" :key="mail.id" :class="{ on: mail.id === open }">
          <td class="t">{{ momentInWords(mail.received_at, session.me!.zone, time.now) }}</td>
          <td>{{ mail.recipient }}</td>
          <td>
            <KitButton kind="link" class="subject" @click="show(mail)">{{
              mail.subject || '(no subject)'
            }}</KitButton>
            <div v-if="mail.outcome" class="quiet small">
              → {{ OUTCOMES[mail.outcome] ?? mail.outcome }}
              <NuxtLink v-if="mail.reference" :to="`/desk/${mail.reference}`">{{ mail.reference }}</NuxtLink>
              {{ mail.detail }}
            </div>
          </td>
        </tr>
      </LedgerTable>
      <KitEmpty v-else says="No mail yet. Log a request at a portal and its confirmation lands here." />
      <KitButton v-if="more" @click="load(mails.at(-1)!.id)">Older mail</KitButton>
    </section>
    <section aria-label="Mail">
      <form v-if="writing" novalidate @submit.prevent="send" @keydown.esc="writing = false">
        <h2>{{ fresh.inReplyTo ? 'Answer' : 'Write a mail' }}</h2>
        <KitText
          v-for="[name, label] in FIELDS"
          :key="name"
          v-model="fresh[name]"
          :label="label"
          :error="sending.error.value?.on(name)"
        />
        <KitLongText v-model="fresh.text" label="Text" :rows="9" :error="sending.error.value?.on('text')" />
        <KitError :error="sending.error.value" />
        <KitButton kind="main" type="submit" :busy="sending.busy.value">Send it</KitButton>
        &nbsp;<KitButton kind="plain" @click="writing = false">Leave it</KitButton>
      </form>
      <template v-else-if="shown">
        <h2>{{ shown.subject }}</h2>
        <p class="quiet small">
          {{ shown.sender }} → {{ shown.recipient }}<br /><span class="num">{{ shown.message_id }}</span>
        </p>
        <pre>{{ shown.text }}</pre>
        <KitButton v-if="session.me?.demo" @click="write(shown)">Answer as {{ shown.recipient }} …</KitButton>
      </template>
      <p v-else class="quiet">Choose a mail to read it.</p>
    </section>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 3fr 2fr;
  height: 100%;
}
.two > section {
  overflow-y: auto;
  padding: 14px 18px;
}
.two > section + section {
  border-left: 3px double var(--rule-2);
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin: 8px 0;
}
.tools :deep(input[type='search']) {
  width: 240px;
}
.on td {
  background: var(--sea-2);
}
.subject {
  text-align: left;
}
td a {
  display: inline-block;
  min-height: 24px;
}
pre {
  font: 1rem/1.5 var(--sans);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: 1fr;
    height: auto;
  }
}
</style>
