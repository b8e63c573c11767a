<script setup lang="ts">
import { channelTerms, STANDIN_CHANNELS } from '~~/core/notification'
import { momentInWords } from '~~/core/time'

definePageMeta({ layout: 'staff', middleware: 'staff' })

// Chat room, telephones, pagers and another system in small: what they got, and how they behave.
type Received = AnswerOf<'GET /api/standins/gateway'>['messages'][number]
type Behaviour = keyof typeof BEHAVIOURS
const BEHAVIOURS = {
  takes: 'takes what comes',
  slow: 'takes it, but slower than anybody waits',
  fails: 'is in trouble: try again later',
  refuses: 'refuses for good',
  acknowledges: 'takes it, and its person says at once “I have it”',
  page: 'answers with a page for people',
  never: 'never answers',
}
const route = useRoute()
const session = useSession()
const time = useDeskTime()
const live = useLive()
const deed = useDeed()
// Said here and not in the page's meta: whatever that needs would be in every page's first code.
const asked = STANDIN_CHANNELS.find((one) => one === route.params.channel)
if (!asked) throw createError({ statusCode: 404, fatal: true })
const channel = asked
const { title, words } = channelTerms(channel)!.standIn!
useHead({ title: `${title} stand-in · Yare Ledger` })
const messages = ref<Received[]>([])
const accounts = ref<AnswerOf<'GET /api/standins/gateway'>['accounts']>([])
const behaviour = ref<Behaviour>('takes')
const more = ref(false)
const problem = ref('')
const HEADS = ['When', 'To', 'It says', 'What became of it'].map((label) => ({ label }))
const offered = computed(() =>
  Object.entries(BEHAVIOURS)
    .filter(([key]) => (channel === 'call' ? key !== 'acknowledges' : !['page', 'never'].includes(key)))
    .map(([value, label]) => ({ value: value as Behaviour, label })),
)

async function load(before?: number) {
  try {
    const page = await api('GET /api/standins/gateway', { query: { channel, before } })
    messages.value = before ? [...messages.value, ...page.messages] : page.messages
    accounts.value = page.accounts
    behaviour.value = page.behaviours[channel] ?? 'takes'
    more.value = page.messages.length === 50
    problem.value = ''
  } catch (error) {
    problem.value = asApiError(error).problem.detail
  }
}
await load()
live.on((notice) => notice.kind === 'tickets' && setTimeout(() => void load(), 400))
const setBehaviour = (value: Behaviour) =>
  deed.run(async () => {
    await api('POST /api/standins/gateway', { body: { channel, behaviour: value } })
    behaviour.value = value
  })
const path = (link: string) => new URL(link).pathname
</script>

<template>
  <div class="sheet">
    <StandinNav />
    <h1>{{ title }} <span class="quiet small">stand-in</span></h1>
    <p class="quiet">{{ words }}</p>
    <KitError :error="problem || undefined" tries-again @again="load()" />
    <KitError :error="deed.error.value" />
    <KitChoice
      v-if="session.may('repeatMessages')"
      class="behaviour"
      label="How it behaves"
      :model-value="behaviour"
      :options="offered"
      @update:model-value="$event && setBehaviour($event)"
    />
    <p v-else class="quiet">It {{ BEHAVIOURS[behaviour] }}.</p>
    <KitEmpty v-if="!messages.length" says="Nothing has come yet." />
    <div v-else class="scroll-x" tabindex="0" role="group" :aria-label="title">
      <LedgerTable :heads="HEADS">
        <tr v-for="one in messages" :key="one.id">
          <td class="t">{{ momentInWords(one.received_at, session.me!.zone, time.now) }}</td>
          <td>{{ one.recipient }}</td>
          <td>
            <div class="words" :class="{ num: channel === 'call' }">{{ one.text }}</div>
            <div v-if="one.headers" class="small quiet num signature">
              {{ one.headers['webhook-id'] }} · {{ one.headers['webhook-signature']
              }}{{ one.headers['idempotency-key'] ? ` · ${one.headers['idempotency-key']}` : '' }}
            </div>
          </td>
          <td>
            {{ one.outcome }}<span v-if="one.times > 1" class="quiet">, came {{ one.times }} times</span>
            <div v-if="one.link">
              <NuxtLink :to="path(one.link)">I have it</NuxtLink>
            </div>
          </td>
        </tr>
      </LedgerTable>
    </div>
    <template v-if="accounts.length">
      <h2>Accounts that the account service has made</h2>
      <p v-for="one in accounts" :key="one.key">
        <span class="num">{{ one.name }}</span>{{ ' '
        }}<span class="quiet">for {{ one.for_whom }}, number {{ one.number }}</span
        ><span v-if="one.times > 1" class="quiet">, asked for {{ one.times }} times</span>
      </p>
    </template>
    <p v-if="more"><KitButton @click="load(messages.at(-1)!.id)">Older</KitButton></p>
  </div>
</template>

<style scoped>
.sheet {
  padding: 16px 24px 60px;
  overflow-y: auto;
  height: 100%;
}
.behaviour {
  max-width: 420px;
}
h2 {
  margin-top: 18px;
}
.words {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  max-width: 70ch;
  max-height: 9em;
  overflow-y: auto;
}
.signature {
  overflow-wrap: anywhere;
}
</style>
