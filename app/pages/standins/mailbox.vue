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
      <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
      <form class="tools" @submit.prevent="load()">
        <input
          v-model="wanted"
          type="search"
          aria-label="Only mail to this address"
          placeholder="Only mail to this address"
        />
        <button class="act" type="submit">Show</button>
        <button v-if="session.me?.demo" class="act" type="button" @click="write()">Write a mail …</button>
        <label v-if="session.may('repeatMessages')" class="choice"
          ><input type="checkbox" :checked="refuse" @change="setRefuse(isTicked($event))" /> Refuse mail, as a
          server in trouble does</label
        >
      </form>
      <table v-if="mails.length" class="ledger-table">
        <thead>
          <tr>
            <th>When</th>
            <th>To</th>
            <th>Subject</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="mail in mails" :key="mail.id" :class="{ on: mail.id === open }">
            <td class="t">{{ momentInWords(mail.received_at, session.me!.zone, time.now) }}</td>
            <td>{{ mail.recipient }}</td>
            <td>
              <button class="link" type="button" @click="show(mail)">
                {{ mail.subject || '(no subject)' }}
              </button>
              <div v-if="mail.outcome" class="quiet small">
                → {{ OUTCOMES[mail.outcome] ?? mail.outcome }}
                <NuxtLink v-if="mail.reference" :to="`/desk/${mail.reference}`">{{
                  mail.reference
                }}</NuxtLink>
                {{ mail.detail }}
              </div>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-else class="quiet">No mail yet. Log a request at a portal and its confirmation lands here.</p>
      <button v-if="more" class="act" type="button" @click="load(mails.at(-1)!.id)">Older mail</button>
    </section>
    <section aria-label="Mail">
      <form v-if="writing" novalidate @submit.prevent="send" @keydown.esc="writing = false">
        <h2>{{ fresh.inReplyTo ? 'Answer' : 'Write a mail' }}</h2>
        <div v-for="[name, label] in FIELDS" :key="name" class="field">
          <label :for="`mail-${name}`">{{ label }}</label>
          <input
            :id="`mail-${name}`"
            v-model="fresh[name]"
            class="p-inputtext"
            :aria-describedby="`mail-${name}-error`"
          />
          <p :id="`mail-${name}-error`" class="error-text">{{ sending.error.value?.on(name) }}</p>
        </div>
        <div class="field">
          <label for="mail-text">Text</label>
          <textarea id="mail-text" v-model="fresh.text" class="p-inputtext" rows="9" />
        </div>
        <p v-if="sending.error.value" class="notice bad" role="alert">
          {{ sending.error.value.problem.detail }}
        </p>
        <button class="act main" type="submit" :disabled="sending.busy.value">Send it</button>
        &nbsp;<button class="act plain" type="button" @click="writing = false">Leave it</button>
      </form>
      <template v-else-if="shown">
        <h2>{{ shown.subject }}</h2>
        <p class="quiet small">
          {{ shown.sender }} → {{ shown.recipient }}<br /><span class="num">{{ shown.message_id }}</span>
        </p>
        <pre>{{ shown.text }}</pre>
        <button v-if="session.me?.demo" class="act" type="button" @click="write(shown)">
          Answer as {{ shown.recipient }} …
        </button>
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
.tools input[type='search'] {
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  background: var(--field);
  color: var(--ink);
  font: inherit;
  padding: 4px 8px;
  width: 240px;
}
.tools input::placeholder {
  color: var(--ink-3);
  opacity: 1;
}
.on td {
  background: var(--sea-2);
}
textarea {
  width: 100%;
  font: inherit;
}
.link {
  text-align: left;
}
td .link,
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
