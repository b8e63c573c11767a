<script setup lang="ts">
import { momentInWords } from '~~/core/time'
import type { SignalRules } from '~~/core/design'

definePageMeta({ layout: 'staff', middleware: 'staff' })
useHead({ title: 'Monitor stand-in · Yare Ledger' })

// A monitoring tool in small: it sends CloudEvents to the desk as a real one would, and can be asked for a first fix.
type SignalLine = AnswerOf<'GET /api/signals'>['latest'][number]
const OUTCOMES = {
  ticket: 'became ticket',
  joined: 'joined',
  cleared: 'over:',
  unknown: 'type not known',
  hole: 'fell into a hole of the map',
  passedOver: 'passed over',
  calm: 'nothing was broken',
}
const session = useSession()
const time = useDeskTime()
const live = useLive()
const deed = useDeed()
const latest = ref<SignalLine[]>([])
type Fixes = 'works' | 'fails' | 'silent'
const FIXES: { value: Fixes; label: string }[] = [
  { value: 'works', label: 'works' },
  { value: 'fails', label: 'does not help' },
  { value: 'silent', label: 'gets no answer' },
]
const HEADS = ['When', 'Type', 'About', 'It says', 'What became of it'].map((label) => ({ label }))
const fixes = ref<Fixes>('works')
const kinds = ref<SignalRules['kinds']>([])
const gear = ref<AnswerOf<'GET /api/directory/{list}'>['rows']>([])
const form = reactive({
  kind: null as string | null,
  subject: null as string | null,
  ...{ text: 'no answer since a minute', count: 1 },
})
const said = ref('')
const zone = computed(() => session.me?.zone ?? 'UTC')

async function load() {
  const page = await beside('What signals have come', api('GET /api/signals'))
  if (!page) return
  latest.value = page.latest
  fixes.value = page.faults.fixes
}
const page = await beside(
  'The equipment',
  api('GET /api/directory/{list}', { path: { list: 'equipment' }, query: { limit: 200 } }),
)
gear.value = page?.rows ?? []
const [newest] = await api('GET /api/editions')
const { document } = await api('GET /api/editions/{number}', { path: { number: newest!.number } })
kinds.value = document.triage.signals?.kinds ?? []
form.kind = kinds.value[0]?.id ?? null
form.subject = gear.value[0]?.id ?? null
await load()
live.on((notice) => {
  if (notice.kind === 'tickets') void load()
})

const BATCH = 500
/** Sends so many signals, as the batches of one monitor. */
async function send(over: boolean) {
  const kind = kinds.value.find((one) => one.id === form.kind)
  const type = over ? kind?.clears?.replace(/\*$/, 'over') : kind?.type.replace(/\*$/, 'raised')
  if (!type) return
  const run = crypto.randomUUID()
  const count = over ? 1 : form.count
  const began = performance.now()
  const counts: Record<string, number> = {}
  await deed.run(async () => {
    for (let from = 0; from < count; from += BATCH) {
      const batch = Array.from({ length: Math.min(BATCH, count - from) }, (_, index) => ({
        specversion: '1.0',
        id: `${run}-${from + index}`,
        source: '/monitors/hallin',
        type,
        ...(form.subject && { subject: form.subject }),
        time: new Date(time.now).toISOString(),
        datacontenttype: 'application/json',
        data: { text: form.text },
      }))
      const { signals } = await api('POST /api/signals', {
        headers: { 'content-type': 'application/cloudevents-batch+json' },
        body: JSON.stringify(batch),
      })
      for (const { outcome } of signals) counts[outcome] = (counts[outcome] ?? 0) + 1
      said.value = `${from + signals.length} of ${count} sent …`
    }
    const seconds = ((performance.now() - began) / 1000).toFixed(1)
    said.value = `${count === 1 ? '1 signal' : `${count} signals`} sent in ${seconds} s: ${Object.entries(
      counts,
    )
      .map(([outcome, number]) => `${number} ${(OUTCOMES[outcome as 'ticket'] ?? outcome).replace(/:$/, '')}`)
      .join(', ')}.`
  })
  await load()
}
const setFixes = (wanted: Fixes) =>
  deed.run(async () => {
    await api('POST /api/standins/monitor', { body: { fixes: wanted } })
    fixes.value = wanted
  })
const machines = computed(() =>
  gear.value.map((one) => ({
    value: one.id,
    label: `${one.id} ${String(one.values.name)}`,
    note: page?.names.organisations?.[String(one.values.organisation)],
  })),
)
const clearable = computed(() => Boolean(kinds.value.find((one) => one.id === form.kind)?.clears))
</script>

<template>
  <div class="sheet">
    <StandinNav />
    <h1>Monitor stand-in</h1>
    <p class="quiet">
      Stands for the tools that watch machines. What it sends are CloudEvents 1.0 to
      <span class="num">/api/signals</span>, as any monitor may send them.
    </p>
    <p v-if="!kinds.length" class="notice">
      The edition in force knows no kinds of signals.
      <NuxtLink to="/design/triage/signals">Write the signal map</NuxtLink>
      and publish it.
    </p>
    <form class="send" @submit.prevent="send(false)">
      <KitChoice v-model="form.kind" label="Signal" :options="named(kinds)" />
      <KitChoice
        v-model="form.subject"
        label="about"
        clears
        placeholder="nothing in particular"
        :options="machines"
      />
      <KitText v-model="form.text" label="saying" :most="500" />
      <KitNumber
        class="count"
        label="so many times"
        :min="1"
        :max="20000"
        :model-value="form.count"
        @update:model-value="form.count = $event ?? 1"
      />
      <span class="acts">
        <KitButton kind="main" type="submit" :busy="deed.busy.value" :disabled="!form.kind">Send</KitButton>
        <KitButton :disabled="deed.busy.value || !clearable" @click="send(true)"
          >Say that it is over</KitButton
        >
      </span>
    </form>
    <KitError v-if="deed.error.value" :error="deed.error.value" />
    <p v-else-if="said" role="status">{{ said }}</p>
    <KitChoice
      v-if="session.may('repeatMessages')"
      class="fixes"
      label="When it is asked to fix something itself, that"
      :model-value="fixes"
      :options="FIXES"
      @update:model-value="$event && setFixes($event)"
    />
    <h2>What came in</h2>
    <KitEmpty v-if="!latest.length" says="Nothing has been reported yet." />
    <LedgerTable v-else :heads="HEADS">
      <tr v-for="one in latest" :key="one.source + one.id">
        <td class="t">{{ momentInWords(one.received_at, zone, time.now) }}</td>
        <td class="num">{{ one.type }}</td>
        <td>{{ one.subject ?? one.source }}</td>
        <td>{{ one.text }}</td>
        <td>
          {{ OUTCOMES[one.outcome] }}
          <NuxtLink v-if="one.reference" class="num" :to="`/desk/${one.reference}`">{{
            one.reference
          }}</NuxtLink>
        </td>
      </tr>
    </LedgerTable>
  </div>
</template>

<style scoped>
.sheet {
  padding: 16px 24px 60px;
  overflow-y: auto;
  height: 100%;
}
.send {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
}
.send > :deep(.kit-field) {
  min-width: 180px;
}
.count :deep(input) {
  width: 90px;
}
.acts {
  display: flex;
  gap: 10px;
  align-self: end;
  margin-bottom: 14px;
}
.fixes {
  max-width: 340px;
}
</style>
