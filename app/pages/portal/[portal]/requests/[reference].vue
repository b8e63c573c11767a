<script setup lang="ts">
import { present } from '~~/core/lookup'

definePageMeta({ layout: 'portal', middleware: 'requester' })

const route = useRoute()
const portal = String(route.params.portal)
const reference = Number(route.params.reference)
const session = useSession()
const live = useLive()
const { say, moment, problem, problemOn, language } = usePortalWords()
const zone = computed(() => session.me?.zone ?? 'Europe/London')
const {
  data: page,
  error,
  refresh,
} = await useAsyncData(`request-${reference}`, () =>
  api('GET /api/requests/{reference}', { path: { reference } }),
)
useHead({ title: () => page.value?.summary ?? say('ask.page') })
live.on((notice) => {
  if (notice.kind === 'reconnected' || (notice.kind === 'tickets' && notice.references.includes(reference)))
    void refresh()
})

const text = ref('')
const files = ref<string[]>([])
const refused = ref<ApiError>()
const busy = ref(false)
const when = (at: number) => moment(at, zone.value, present(page.value).loggedAt)

const leaving = ref(false)
const calledOff = useDeed()
async function withdraw() {
  const answer = await calledOff.run(() =>
    api('POST /api/requests/{reference}/withdraw', { path: { reference }, body: { text: text.value } }),
  )
  leaving.value = false
  if (!answer) return
  page.value = answer
  text.value = ''
}

async function send() {
  busy.value = true
  refused.value = undefined
  try {
    page.value = await api('POST /api/requests/{reference}/answer', {
      path: { reference },
      body: { text: text.value, files: files.value },
    })
    text.value = ''
    files.value = []
  } catch (thrown) {
    refused.value = asApiError(thrown)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="sheet">
    <p>
      <NuxtLink :to="`/portal/${portal}/requests`">← {{ say('portal.mine') }}</NuxtLink>
    </p>
    <p v-if="error" class="notice bad" role="alert">{{ problem(error) }}</p>
    <template v-else-if="page">
      <h1>{{ page.summary }}</h1>
      <p>
        <span class="num quiet">{{ page.reference }}</span> · <b>{{ page.status }}</b>
      </p>
      <p class="notice" :class="{ good: !page.waitsForMe }">
        {{ promiseInWords(page, zone, language)
        }}<span v-if="page.group !== 'done' && !page.waitsForMe" class="quiet"> ({{ zone }})</span>
      </p>
      <p v-if="page.expected && page.group !== 'done'" class="quiet">
        {{ say('ask.takes', { time: page.expected }) }}
      </p>
      <dl v-if="page.fields.length" class="kept">
        <template v-for="one in page.fields" :key="one.name">
          <dt>{{ one.label }}</dt>
          <dd>{{ one.answer }}</dd>
        </template>
      </dl>
      <h2>{{ say('request.asked') }}</h2>
      <dl>
        <template v-for="one in page.answers" :key="one.name">
          <dt>{{ one.label }}</dt>
          <dd>{{ one.answer }}</dd>
        </template>
      </dl>
      <h2>{{ say('request.conversation') }}</h2>
      <p v-if="page.conversation.length === 0" class="quiet">{{ say('request.nobody') }}</p>
      <div v-for="(one, index) in page.conversation" :key="index" class="say" :class="{ mine: one.mine }">
        <div class="quiet small">{{ one.by }} · {{ when(one.at) }}</div>
        <SaidText v-bind="one" :reference="reference" />
      </div>
      <form novalidate @submit.prevent="send">
        <div class="field">
          <label for="answer">{{ say(page.group === 'done' ? 'request.reopen' : 'request.answer') }}</label>
          <textarea id="answer" v-model="text" class="p-inputtext" rows="4" aria-describedby="answer-error" />
          <p id="answer-error" class="error-text" role="alert">
            {{ refused ? (problemOn(refused, 'text') ?? problem(refused)) : '' }}
          </p>
        </div>
        <div class="field">
          <label for="answer-files">{{ say('request.files') }}</label>
          <FormFileField id="answer-files" :files="files" @change="(list) => (files = list)" />
        </div>
        <button class="act main" type="submit" :disabled="busy">
          {{ say(busy ? 'ask.sending' : 'request.send') }}
        </button>
      </form>
      <p v-if="page.group !== 'done'" class="small">
        <template v-if="leaving"
          >{{ say('request.sure') }}
          <button class="link" type="button" :disabled="calledOff.busy.value" @click="withdraw">
            {{ say('request.callOff') }}
          </button>
          &nbsp;<button class="link" type="button" @click="leaving = false">
            {{ say('request.keep') }}
          </button></template
        >
        <button v-else class="link" type="button" @click="leaving = true">
          {{ say('request.noMore') }}
        </button>
      </p>
      <p v-if="calledOff.error.value" class="notice bad" role="alert">
        {{ problem(calledOff.error.value) }}
      </p>
    </template>
  </div>
</template>

<style scoped>
.sheet {
  max-width: 680px;
}
h1 {
  font-size: 1.9rem;
}
h2 {
  border-bottom: 3px double var(--rule-2);
  padding-bottom: 3px;
  margin-top: 22px;
}
dl {
  display: grid;
  grid-template-columns: minmax(140px, 45%) 1fr;
}
dt {
  color: var(--ink-3);
}
dd {
  margin: 0;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.say {
  border: 1px solid var(--rule);
  padding: 8px 12px;
  margin: 8px 0;
}
.say.mine {
  background: var(--page-2);
  margin-left: 40px;
}
textarea {
  width: 100%;
  font: inherit;
  color: var(--ink);
  background: var(--field);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 0.45rem 0.6rem;
}
</style>
