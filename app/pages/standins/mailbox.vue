<script setup lang="ts">
import { momentInWords } from '~~/core/time'

definePageMeta({ layout: 'desk', middleware: 'staff' })
useHead({ title: 'Mailbox stand-in · Yare Ledger' })

interface Mail {
  id: number
  received_at: number
  sender: string
  recipient: string
  subject: string
  text: string
  message_id: string
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
const shown = computed(() => mails.value.find((mail) => mail.id === open.value))

async function load(before?: number) {
  try {
    const recipient = wanted.value.trim() || undefined
    const answer = await api<{ mails: Mail[]; faults: { refuse: boolean } }>('/api/standins/mail', {
      query: { recipient, before },
    })
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

async function setRefuse(value: boolean) {
  try {
    await api('/api/standins/mail', { method: 'POST', body: { refuse: value } })
    refuse.value = value
  } catch (error) {
    problem.value = asApiError(error).problem.detail
  }
}
</script>

<template>
  <div class="two">
    <section aria-labelledby="title">
      <h1 id="title">Mailbox <span class="quiet small">stand-in for the world’s mail</span></h1>
      <p class="quiet">Every mail that the desk sends arrives here over SMTP and goes no further.</p>
      <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
      <form class="tools" @submit.prevent="load()">
        <input
          v-model="wanted"
          type="search"
          aria-label="Only mail to this address"
          placeholder="Only mail to this address"
        />
        <button class="act" type="submit">Show</button>
        <label v-if="session.isLead" class="choice"
          ><input
            type="checkbox"
            :checked="refuse"
            @change="setRefuse(($event.target as HTMLInputElement).checked)"
          />
          Refuse mail, as a server in trouble does</label
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
              <button class="link" type="button" @click="open = mail.id">{{ mail.subject }}</button>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-else class="quiet">No mail yet. Log a request at a portal and its confirmation lands here.</p>
      <button v-if="more" class="act" type="button" @click="load(mails.at(-1)!.id)">Older mail</button>
    </section>
    <section aria-label="Mail">
      <template v-if="shown">
        <h2>{{ shown.subject }}</h2>
        <p class="quiet small">
          {{ shown.sender }} → {{ shown.recipient }}<br /><span class="num">{{ shown.message_id }}</span>
        </p>
        <pre>{{ shown.text }}</pre>
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
.link {
  text-align: left;
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
