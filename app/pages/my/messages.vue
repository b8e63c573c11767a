<script setup lang="ts">
import {
  channelTerms,
  CHANNELS,
  MESSAGE_CHANNELS,
  type ChannelKind,
  type Preferences,
  type Way,
} from '~~/core/notification'
import { momentInWords } from '~~/core/time'

definePageMeta({ layout: 'staff', middleware: 'staff' })
useHead({ title: 'What you were told · Yare Ledger' })

// What I was told, and how I want to be told.
const told = useTold()
const session = useSession()
const time = useDeskTime()
const deed = useDeed()
const saving = useDeed()
const zone = computed(() => session.me?.zone ?? 'UTC')
const page = await api('GET /api/my/ways')
await beside('What you were told', told.load())
onBeforeUnmount(() => void told.see())

interface Line {
  channel: ChannelKind
  address: string
  from: string
  to: string
}
const lineOf = ({ channel, address = '', hours }: Way): Line => ({
  channel,
  address,
  from: hours?.from ?? '',
  to: hours?.to ?? '',
})
const ways = ref<Line[]>((page.notify.ways ?? [{ channel: 'mail' }]).map(lineOf))
const quiet = reactive({ from: page.notify.quiet?.from ?? '', to: page.notify.quiet?.to ?? '' })
const language = ref(page.notify.language ?? '')
const saved = ref(false)
watch([ways, quiet, language], () => (saved.value = false), { deep: true })

const hoursOf = ({ from, to }: { from: string; to: string }) => (from && to ? { from, to } : undefined)
async function save() {
  const body: Preferences = {
    ways: ways.value.map((one) => ({
      channel: one.channel,
      ...(one.address.trim() && { address: one.address.trim() }),
      ...(hoursOf(one) && { hours: hoursOf(one)! }),
    })),
    ...(hoursOf(quiet) && { quiet: hoursOf(quiet)! }),
    ...(language.value.trim() && { language: language.value.trim() }),
  }
  saved.value = Boolean(await saving.run(() => api('POST /api/my/ways', { body })))
}
function move(at: number, by: number) {
  const next = [...ways.value]
  next.splice(at + by, 0, ...next.splice(at, 1))
  ways.value = next
}
const has = (reference: number) => deed.run(() => told.acknowledge(reference).then(() => true))
</script>

<template>
  <div class="sheet">
    <h1>What you were told</h1>
    <div class="two">
      <section aria-labelledby="told-list">
        <h2 id="told-list">Messages</h2>
        <p v-if="deed.error.value" class="notice bad" role="alert">{{ deed.error.value.problem.detail }}</p>
        <p v-if="!told.rows.length" class="quiet">You were told nothing yet.</p>
        <div v-for="row in told.rows" :key="row.key" class="line" :class="{ fresh: !row.seen_at }">
          <NuxtLink :to="`/desk/${row.reference}`">{{ row.subject }}</NuxtLink>
          <div class="small">
            <span class="quiet"
              >{{ momentInWords(row.queued_at, zone, time.now) }} · {{ channelTerms(row.channel)?.name }} ·
            </span>
            <MessageStateMark :row="row" :zone="zone" :now="time.now" />
            <button v-if="row.canAcknowledge" class="act" type="button" @click="has(row.reference)">
              I have it
            </button>
          </div>
        </div>
      </section>
      <section aria-labelledby="ways">
        <h2 id="ways">How you want to be told</h2>
        <p class="quiet">
          The first way that is open at the hour is taken; when it fails, the next one. What you are told
          stands here in any case. Times in {{ page.zone }}.
        </p>
        <form novalidate @submit.prevent="save">
          <ol class="ways">
            <li v-for="(way, at) in ways" :key="at">
              <select v-model="way.channel" :aria-label="`Way ${at + 1}`">
                <option v-for="one in CHANNELS" :key="one" :value="one">
                  {{ MESSAGE_CHANNELS[one].name }}
                </option>
              </select>
              <input
                v-model="way.address"
                :placeholder="MESSAGE_CHANNELS[way.channel].address ?? page.mail"
                :aria-label="`Address of way ${at + 1}`"
                :aria-describedby="`way-${at}-error`"
              />
              <label>from <input v-model="way.from" type="time" /></label>
              <label>to <input v-model="way.to" type="time" /></label>
              <button
                v-if="at > 0"
                class="link"
                type="button"
                :aria-label="`Way ${at + 1} earlier`"
                @click="move(at, -1)"
              >
                ↑
              </button>
              <button
                v-if="ways.length > 1"
                class="link"
                type="button"
                :aria-label="`Take way ${at + 1} out`"
                @click="ways.splice(at, 1)"
              >
                ×
              </button>
              <p :id="`way-${at}-error`" class="error-text">
                {{
                  saving.error.value?.on(`ways.${at}.address`) ??
                  saving.error.value?.on(`ways.${at}.hours.from`)
                }}
              </p>
            </li>
          </ol>
          <p>
            <button
              class="link"
              type="button"
              @click="ways.push({ channel: 'mail', address: '', from: '', to: '' })"
            >
              and another way
            </button>
          </p>
          <fieldset>
            <legend>Quiet hours</legend>
            <p class="quiet small">What is not urgent waits until they are over. Empty for none.</p>
            <label>from <input v-model="quiet.from" type="time" /></label>
            <label>to <input v-model="quiet.to" type="time" /></label>
            <p class="error-text">{{ saving.error.value?.on('quiet.from') }}</p>
          </fieldset>
          <p>
            <label
              >Language, where messages are written in it
              <input v-model="language" size="6" placeholder="nb" aria-describedby="language-error"
            /></label>
            <span id="language-error" class="error-text">{{ saving.error.value?.on('language') }}</span>
          </p>
          <p v-if="saving.error.value" class="notice bad" role="alert">
            {{ saving.error.value.problem.detail }}
          </p>
          <p v-if="saved" class="notice good" role="status">You are told like this from now on.</p>
          <button class="act main" type="submit" :disabled="saving.busy.value">Keep it</button>
        </form>
      </section>
    </div>
  </div>
</template>

<style scoped>
.sheet {
  padding: 16px 24px 60px;
  overflow-y: auto;
  height: 100%;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 0 36px;
}
.line {
  padding: 6px 2px 6px 10px;
  border-bottom: 1px solid var(--rule);
  border-left: 3px solid transparent;
}
.line.fresh {
  border-left-color: var(--brass);
}
.line a {
  overflow-wrap: anywhere;
}
.ways {
  padding-left: 22px;
}
.ways li {
  margin: 4px 0;
}
.ways label {
  margin-left: 10px;
}
h2 {
  margin-top: 10px;
}
select,
input {
  font: inherit;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 3px 6px;
  max-width: 220px;
}
fieldset {
  border: 1px solid var(--rule);
  padding: 6px 12px 8px;
  margin: 10px 0;
}
fieldset label {
  margin-right: 12px;
}
.link {
  min-width: 26px;
  min-height: 26px;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: 1fr;
  }
}
</style>
