<script setup lang="ts">
import type { Design } from '~~/core/design'
import { textOf } from '~~/core/reason'
import { dayAndMonth, durationInWords, timeOfDay, weekdayAndTime } from '~~/core/time'
import { designNames, entryInWords, rungWhen, type Entry } from '~~/core/ticket'
import { present } from '~~/core/lookup'

// What would happen to a ticket if nobody did anything, with the people that rotas and shifts name.
const props = defineProps<{ version: number; design: Design }>()
type Told = Trial['steps'][number]['messages'][number]
type Trial = AnswerOf<'POST /api/ladders/trial'>
const session = useSession()
const zone = computed(() => session.me?.zone ?? 'UTC')
const asked = ref('')
const deed = useDeed()
const trial = ref<Trial>()
async function look() {
  const reference = Number(asked.value.trim())
  trial.value = await deed.run(() => api('POST /api/ladders/trial', { body: { reference } }))
}
watch(
  () => props.version,
  () => trial.value && void look(),
)
const when = (at: number) =>
  dayAndMonth(at, zone.value) === dayAndMonth(present(trial.value).now, zone.value)
    ? timeOfDay(at, zone.value)
    : `${weekdayAndTime(at, zone.value)}, ${dayAndMonth(at, zone.value)}`
const CHANNELS: Record<string, string> = {
  mail: 'by mail',
  chat: 'in the chat room',
  text: 'by text message',
  pager: 'by pager',
  call: 'is called',
}
const toldInWords = (one: Told) => {
  const who = one.person
    ? (present(trial.value).people[one.person] ?? one.person)
    : one.channel === 'call'
      ? nameOfCall(one.address)
      : one.address
  const held = one.notBefore === undefined ? '' : `, held until ${when(one.notBefore)}`
  return `${who} ${CHANNELS[one.channel] ?? one.channel}${one.urgent ? ', urgently' : ''}${held}`
}
const nameOfCall = (id: string) => props.design.webhooks.find((one) => one.id === id)?.name ?? id
const names = computed(() => ({
  people: trial.value?.people ?? {},
  ...designNames(props.design),
  category: '',
}))
/** What happens besides the telling. */
const others = (entries: Entry[]) =>
  entries.flatMap((entry) =>
    ['rungRang', 'messagesQueued'].includes(entry.kind) ? [] : (entryInWords(entry, names.value) ?? []),
  )
const rungs = (entries: Entry[]) => entries.flatMap((one) => (one.kind === 'rungRang' ? [one] : []))
</script>

<template>
  <section aria-labelledby="ladder-trial">
    <h2 id="ladder-trial">A trial: if nobody does anything</h2>
    <form class="ask" @submit.prevent="look">
      <KitText
        v-model="asked"
        class="number"
        label="What would happen to ticket"
        aside="from now on?"
        placeholder="its number"
      />
      <KitButton type="submit" :busy="deed.busy.value">Try</KitButton>
    </form>
    <KitError :error="deed.error.value" />
    <template v-if="trial">
      <p>
        <NuxtLink :to="`/desk/${trial.reference}`" class="num">{{ trial.reference }}</NuxtLink>
        {{ trial.summary }} <span class="quiet">· times in {{ zone }}</span>
      </p>
      <p v-if="!trial.steps.length" class="quiet">
        Nothing would ring: it is done, paused, or everything has rung.
      </p>
      <LedgerTable
        v-else
        :heads="[{ label: 'When' }, { label: 'What rings' }, { label: 'Who is told' }]"
        class="trial"
      >
        <tr v-for="(step, at) in trial.steps" :key="at">
          <td class="t">
            {{ when(step.at) }}
            <div class="quiet small">in {{ durationInWords(Math.max(0, step.at - trial.now)) }}</div>
          </td>
          <td>
            <div v-for="one in rungs(step.entries)" :key="one.sequence">
              <b>{{ one.name }}</b>: {{ rungWhen(one, names)
              }}<span v-if="one.missing" class="bad">
                · not found:
                {{ one.missing.why.map((why) => textOf({ edition: 0, why: [why] })).join(', ') }}</span
              >
            </div>
            <div v-for="(one, line) in others(step.entries)" :key="line" class="quiet">{{ one }}</div>
          </td>
          <td>
            <div v-for="(one, line) in step.messages" :key="line">{{ toldInWords(one) }}</div>
            <span v-if="!step.messages.length" class="quiet">nobody</span>
          </td>
        </tr>
      </LedgerTable>
    </template>
  </section>
</template>

<style scoped>
.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: flex-end;
}
.ask .kit-button {
  margin-bottom: 14px;
}
.number :deep(input) {
  width: 12em;
}
.trial {
  max-width: 1000px;
}
.bad {
  color: var(--red);
}
</style>
