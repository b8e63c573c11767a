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
import { LANGUAGE_NAMES, LANGUAGES } from '~~/core/words'

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

/** Figures alone are the whole hour: `7` is 07:00. */
const timeOf = (typed: string) => {
  const [, hour, minute = '00'] = /^(\d{1,2})(?::(\d\d))?$/.exec(typed.trim()) ?? []
  return hour ? `${hour.padStart(2, '0')}:${minute}` : typed.trim()
}
const hoursOf = ({ from, to }: { from: string; to: string }) =>
  from.trim() && to.trim() ? { from: timeOf(from), to: timeOf(to) } : undefined
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
const channels = CHANNELS.map((value) => ({ value, label: MESSAGE_CHANNELS[value].name }))
const tongues = LANGUAGES.map((value) => ({ value: value as string, label: LANGUAGE_NAMES[value] }))
const wrongAt = (at: number, field: string) => saving.error.value?.on(`ways.${at}.${field}`)
const has = (reference: number) => deed.run(() => told.acknowledge(reference).then(() => true))
</script>

<template>
  <div class="sheet">
    <h1>What you were told</h1>
    <div class="two">
      <section aria-labelledby="told-list">
        <h2 id="told-list">Messages</h2>
        <KitError :error="deed.error.value" />
        <KitEmpty v-if="!told.rows.length" says="You were told nothing yet." />
        <div v-for="row in told.rows" :key="row.key" class="line" :class="{ fresh: !row.seen_at }">
          <NuxtLink :to="`/desk/${row.reference}`">{{ row.subject }}</NuxtLink>
          <div class="small">
            <span class="quiet"
              >{{ momentInWords(row.queued_at, zone, time.now) }} · {{ channelTerms(row.channel)?.name }} ·
            </span>
            <MessageStateMark :row="row" :zone="zone" :now="time.now" />
            <KitButton v-if="row.canAcknowledge" @click="has(row.reference)">I have it</KitButton>
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
              <div>
                <KitChoice
                  bare
                  :label="`Way ${at + 1}`"
                  :model-value="way.channel"
                  :options="channels"
                  @update:model-value="$event && (way.channel = $event)"
                />
                <KitText
                  v-model="way.address"
                  bare
                  :label="`Address of way ${at + 1}`"
                  :placeholder="MESSAGE_CHANNELS[way.channel].address ?? page.mail"
                  :error="wrongAt(at, 'address')"
                />
                <span class="hours">
                  from
                  <KitText
                    v-model="way.from"
                    bare
                    :label="`Way ${at + 1}, from`"
                    placeholder="any hour"
                    :error="wrongAt(at, 'hours.from')"
                  />
                  to
                  <KitText
                    v-model="way.to"
                    bare
                    :label="`Way ${at + 1}, to`"
                    placeholder="any hour"
                    :error="wrongAt(at, 'hours.to')"
                  />
                </span>
                <KitButton
                  kind="sign"
                  :disabled="at === 0"
                  :aria-label="`Way ${at + 1} earlier`"
                  @click="ways = stepped(ways, at, -1)"
                  >↑</KitButton
                >
                <KitButton
                  kind="sign"
                  :disabled="ways.length === 1"
                  :aria-label="`Take way ${at + 1} out`"
                  @click="ways.splice(at, 1)"
                  >×</KitButton
                >
              </div>
            </li>
          </ol>
          <p>
            <KitButton kind="link" @click="ways.push({ channel: 'mail', address: '', from: '', to: '' })"
              >and another way</KitButton
            >
          </p>
          <fieldset>
            <legend>Quiet hours</legend>
            <p class="quiet small">What is not urgent waits until they are over. Empty for none.</p>
            <div class="hours">
              <KitText
                v-model="quiet.from"
                label="From"
                placeholder="22:00"
                :error="saving.error.value?.on('quiet.from')"
              />
              <KitText
                v-model="quiet.to"
                label="To"
                placeholder="07:00"
                :error="saving.error.value?.on('quiet.to')"
              />
            </div>
          </fieldset>
          <KitChoice
            class="language"
            label="Language, where messages are written in it"
            placeholder="as the desk writes"
            clears
            :model-value="language || null"
            :options="tongues"
            :error="saving.error.value?.on('language')"
            @update:model-value="language = $event ?? ''"
          />
          <KitError :error="saving.error.value" />
          <p v-if="saved" class="notice good" role="status">You are told like this from now on.</p>
          <KitButton kind="main" type="submit" :busy="saving.busy.value">Keep it</KitButton>
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
.ways li > div,
.hours {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: baseline;
}
.ways li {
  margin: 6px 0;
}
.ways :deep(input) {
  width: 9.5em;
}
.hours :deep(input) {
  width: 5.6em;
}
.language {
  max-width: 320px;
}
h2 {
  margin-top: 10px;
}
fieldset {
  border: 1px solid var(--rule);
  padding: 6px 12px 0;
  margin: 10px 0;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: 1fr;
  }
}
</style>
