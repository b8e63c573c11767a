<script setup lang="ts">
import { balance, dueAt, dueIfResumed, extended, openPause, type Clock } from '~~/core/clock'
import { said } from '~~/core/reason'
import { momentInWords, signedBalance, type WorkingTime } from '~~/core/time'

// Pauses, resumes or extends promises by hand, and says beforehand what that does to them.
const props = defineProps<{
  reference: number
  /** Which ticket it is about, where that is not plain from the place. */
  title?: string
  deed: 'pause' | 'resume' | 'extend'
  clocks: { clock: Clock; hours: WorkingTime }[]
  /** The target it begins with. */
  target: string
  now: number
  zone: string
}>()
const emit = defineEmits<{ done: []; close: []; stale: [] }>()

const UNITS = ['minutes', 'hours'].map((value) => ({ value, label: value }))
const running = computed(() =>
  props.clocks.filter(({ clock }) => clock.stoppedAt === undefined && isMeant(clock)),
)
/** Only what rests by hand can be resumed; what does so already is not paused. */
function isMeant(clock: Clock): boolean {
  return props.deed === 'extend' || Boolean(openPause(clock)?.byHand) === (props.deed === 'resume')
}
const targets = running.value.map(({ clock }) => clock.target)
const fields = reactive({
  which: (targets.includes(props.target) ? props.target : (targets[0] ?? props.target)) as string | null,
  why: '',
  amount: 60 as number | null,
  unit: 'minutes' as string | null,
})
const { busy, error, run } = useDeed(() => emit('stale'))
const form = ref<HTMLFormElement>()
// The first field that is typed into; a list would take the keys that follow.
onMounted(() => form.value?.querySelector<HTMLElement>('input:not([readonly]), textarea')?.focus())

const choices = computed(() => [
  ...running.value.map(({ clock }) => ({ value: clock.target, label: clock.label })),
  ...(props.deed !== 'extend' && running.value.length > 1 ? [{ value: '', label: 'all of them' }] : []),
])
const chosen = computed(() =>
  running.value.filter(({ clock }) => !fields.which || clock.target === fields.which),
)
const minutes = computed(() => Math.round(Number(fields.amount ?? 0) * (fields.unit === 'hours' ? 60 : 1)))
const moment = (at: number | undefined) =>
  at === undefined ? 'without a due moment' : `due ${momentInWords(at, props.zone, props.now)}`

/** What it would do, computed by the very core that will do it. */
const effects = computed(() =>
  chosen.value.map(({ clock, hours }) => {
    const left = signedBalance(balance(clock, hours, props.now))
    if (props.deed === 'pause') {
      const stands = `${clock.label}: stands still at ${left}`
      return openPause(clock)
        ? `${stands}; it rests already, and will rest until somebody resumes it`
        : `${stands}, now ${moment(dueAt(clock, hours))}; then without a due moment until it is resumed`
    }
    if (props.deed === 'resume')
      return `${clock.label}: goes on at ${left}, ${moment(dueIfResumed(clock, hours, props.now))}`
    const after = extended(clock, minutes.value * 60_000, props.now, said(''), '')
    return `${clock.label}: ${left} becomes ${signedBalance(balance(after, hours, props.now))}; ${moment(dueAt(clock, hours))} becomes ${moment(dueAt(after, hours))}`
  }),
)
const verb = computed(() => ({ pause: 'Pause', resume: 'Resume', extend: 'Extend' })[props.deed])

async function submit() {
  const body = {
    do: props.deed,
    targets: fields.which ? [fields.which] : [],
    why: fields.why,
    ...(props.deed === 'extend' && { minutes: minutes.value }),
  }
  if (
    await run(() =>
      api('POST /api/tickets/{reference}/clocks', { path: { reference: props.reference }, body }),
    )
  )
    emit('done')
}
</script>

<template>
  <form
    ref="form"
    class="panel no-print"
    novalidate
    :aria-label="`${verb} a promise`"
    @submit.prevent="submit"
    @keydown.esc.capture="leaveSlip($event, () => emit('close'))"
  >
    <p v-if="title" class="title">{{ title }}</p>
    <div class="line">
      <KitChoice v-if="choices.length > 1" v-model="fields.which" label="Which promise?" :options="choices" />
      <div v-if="deed === 'extend'" class="amount">
        <KitNumber
          v-model="fields.amount"
          label="By how much working time?"
          :min="1"
          :error="error?.on('minutes') ?? error?.on('by')"
        />
        <KitChoice v-model="fields.unit" label="Unit" :options="UNITS" />
      </div>
      <KitText
        v-if="deed !== 'resume'"
        v-model="fields.why"
        class="grow"
        label="Why? It stands in the statement."
        :error="error?.on('why')"
      />
    </div>
    <ul class="effects small" aria-live="polite">
      <li v-for="one in effects" :key="one">{{ one }}</li>
    </ul>
    <KitError :error="error" />
    <KitButton kind="main" type="submit" :busy="busy" :disabled="!chosen.length">
      {{ busy ? 'Writing …' : verb }}
    </KitButton>
    &nbsp;<KitButton kind="plain" @click="emit('close')">Leave it</KitButton>
  </form>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
}
.title {
  margin: 0 0 6px;
  font-weight: 600;
}
.grow {
  flex: 1;
  min-width: 220px;
}
.amount {
  display: flex;
  gap: 14px;
}
.amount :deep(input) {
  width: 5.5em;
}
.effects {
  margin: 4px 0 10px;
  padding-left: 1.1em;
}
</style>
