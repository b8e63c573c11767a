<script setup lang="ts">
import { isOneOf, textsIn } from '~~/core/lookup'

// One request of whoever reads it: how it stands, what was asked, what was said, and the answer to that.
const props = defineProps<{ portal: string; reference: number }>()
const session = useSession()
const cache = useQueryCache()
const { say, moment, problem, problemOn, language } = usePortalWords()
const zone = computed(() => session.me?.zone ?? 'Europe/London')
const key = ['ticket', props.reference, 'request']
const path = { reference: props.reference }
const { data: page, error } = await usePageQuery({
  key,
  query: () => api('GET /api/requests/{reference}', { path }),
})
useHead({ title: () => page.value?.summary ?? say('ask.page') })
const when = (at: number) => moment(at, zone.value, page.value!.loggedAt)

interface Answering {
  text: string
  files: string[]
  /** Somebody wants to call it off, and is asked once. */
  leaving: boolean
  /** It came to the desk. */
  done?: 'answer' | 'withdraw'
}
const { query } = useRoute()
const state = usePageState<Answering>(`answering-${props.reference}`, () => ({
  ...{ text: '', files: [], leaving: false },
  done: isOneOf(['answer', 'withdraw'] as const, query.told) ? query.told : undefined,
}))
const { busy, error: refused, run } = usePageDeed(`answering-${props.reference}-refused`)
async function tell(what: 'answer' | 'withdraw') {
  const { text, files } = state.value
  const now = await run(() =>
    what === 'answer'
      ? api('POST /api/requests/{reference}/answer', { path, body: { text, files } })
      : api('POST /api/requests/{reference}/withdraw', { path, body: { text } }),
  )
  state.value.leaving = false
  state.value.done = now && what
  if (!now) return
  // A page that was sent something would send it again when it is loaded anew.
  if (import.meta.server) return navigateTo({ query: { told: what } }, { redirectCode: 303 })
  cache.setQueryData(key, now)
  state.value.text = ''
  if (what === 'answer') state.value.files = []
}

const { send: sendFiles } = useSentFiles()
async function take(fields: FieldsSent) {
  state.value.text = String(fields('text')?.[0] ?? state.value.text)
  if (import.meta.client) return
  const ids = await run(() => sendFiles(fields('files')))
  state.value.files = [...keptFiles(fields('kept')?.[0]), ...(ids ?? [])]
  return ids !== undefined
}
function keptFiles(text: FormDataEntryValue | undefined): string[] {
  try {
    return textsIn(JSON.parse(String(text ?? '[]')))
  } catch {
    return []
  }
}
const form = usePageForm({
  id: 'answer',
  take,
  act(pressed) {
    if (pressed === 'leave' || pressed === 'stay') state.value.leaving = pressed === 'leave'
    else return tell(pressed === 'withdraw' ? 'withdraw' : 'answer')
  },
})
</script>

<template>
  <div class="sheet">
    <p>
      <NuxtLink :to="`/portal/${portal}/requests`">← {{ say('portal.mine') }}</NuxtLink>
    </p>
    <KitError v-if="error && !page" :error="problem(error)" />
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
      <form v-bind="form.attrs" class="answer" @submit.prevent="form.submit">
        <KitHidden name="kept" :value="state.files" />
        <KitLongText
          v-model="state.text"
          name="text"
          :label="say(page.group === 'done' ? 'request.reopen' : 'request.answer')"
          :error="problemOn(refused, 'text')"
        />
        <SentFiles
          :files="state.files"
          name="files"
          :label="say('request.files')"
          @change="state.files = $event"
        />
        <KitError :error="refused && problem(refused)" />
        <p v-if="state.done" class="notice good" role="status">
          {{ say(state.done === 'answer' ? 'request.sent' : 'request.calledOff') }}
        </p>
        <KitButton kind="main" :busy="busy" v-bind="form.button('answer')">
          {{ say(busy ? 'ask.sending' : 'request.send') }}
        </KitButton>
        <p v-if="page.group !== 'done'" class="small leave">
          <template v-if="state.leaving"
            >{{ say('request.sure') }}
            <KitButton kind="link" :busy="busy" v-bind="form.button('withdraw')">{{
              say('request.callOff')
            }}</KitButton>
            &nbsp;<KitButton kind="link" v-bind="form.button('stay')">{{ say('request.keep') }}</KitButton>
          </template>
          <KitButton v-else kind="link" v-bind="form.button('leave')">{{ say('request.noMore') }}</KitButton>
        </p>
      </form>
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
.answer {
  margin-top: 14px;
}
</style>
