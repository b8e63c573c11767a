<script setup lang="ts">
import { whyNotInWords } from '~~/core/dispatch'
import { durationInWords, hoursAndMinutes, signedBalance, timeOfDay, weekdayAndTime } from '~~/core/time'
import { boardWords, type Board, type OpenJob } from '~/composables/heldJob'
import { takeLines, usePlaceAll, type Line, type Taken } from './usePlaceAll'

// All that is open placed at once in the days in sight: most promises kept, then the least way, then work spread evenly.
const props = defineProps<{
  board: Board
  jobs: readonly OpenJob[]
  /** How many more are open than are placed at once. */
  more: number
  team: string | undefined
  now: number
}>()
const emit = defineEmits<{ taken: [lines: Line[]]; leave: [] }>()
/** So many of what stays are named. */
const MOST = 40
const all = usePlaceAll()
const moves = ref(false)
const tells = ref(false)
const begin = () =>
  all.start({
    ...{ board: props.board, jobs: props.jobs, team: props.team, now: props.now, moves: moves.value },
  })
onMounted(begin)
watch(moves, begin)

/** What somebody does not want of it. */
const without = ref(new Set<string>())
const wanted = computed(() => all.lines.value.filter((one) => !without.value.has(one.job)))
function want(job: string, on: boolean) {
  const next = new Set(without.value)
  if (on) next.delete(job)
  else next.add(job)
  without.value = next
}
const words = computed(() => boardWords(props.board))
const when = ({ start, end }: Line) =>
  `${props.board.days > 1 ? weekdayAndTime(start, props.board.zone) : timeOfDay(start, props.board.zone)}–${timeOfDay(end, props.board.zone)}`
const FIGURES = computed(() => {
  const { first, best } = all.sums.value ?? {}
  if (!first || !best) return []
  return [
    { says: 'stay unplaced', first: String(first.unplaced), best: String(best.unplaced) },
    { says: 'promises are over', first: String(first.broken), best: String(best.broken) },
    ...(moves.value ? [{ says: 'are moved', first: String(first.moved), best: String(best.moved) }] : []),
    { says: 'on the way', first: hoursAndMinutes(first.way), best: hoursAndMinutes(best.way) },
  ]
})
const HEADS = [
  { label: 'Take it', bare: true },
  { label: 'When' },
  { label: 'Who' },
  { label: 'What' },
  { label: 'Way', figures: true },
  { label: 'Left then', figures: true },
]
const taking = ref(false)
const done = ref(0)
const became = ref(new Map<string, Taken>())
const refused = (job: string) => {
  const one = became.value.get(job)
  return typeof one === 'object' ? one.refused : ''
}
async function take() {
  all.stop()
  const lines = wanted.value
  ;[taking.value, done.value, became.value] = [true, 0, new Map()]
  became.value = await takeLines(lines, tells.value, (count) => (done.value = count))
  taking.value = false
  emit(
    'taken',
    lines.filter((one) => became.value.get(one.job) === 'taken'),
  )
}
const left = computed(() => [...became.value.values()].filter((one) => one !== 'taken').length)
</script>

<template>
  <section class="panel" aria-labelledby="all" @keydown.esc.stop="emit('leave')">
    <h2 id="all">
      Place all
      <span class="quiet small"
        >{{ jobs.length.toLocaleString('en')
        }}{{ more ? ` of ${(jobs.length + more).toLocaleString('en')}` : '' }} open, in the days in sight{{
          team ? ', with the team that is chosen' : ''
        }}</span
      >
    </h2>
    <p v-if="more" class="quiet small">
      Those that are promised first; the others can be placed when these are, or be found by words and placed
      by themselves.
    </p>
    <p v-if="all.failed.value" class="notice bad" role="alert">
      It cannot be reckoned in this browser. <KitButton kind="link" @click="begin">Try again</KitButton>
    </p>
    <div class="line">
      <KitProgress
        v-if="all.busy.value"
        :label="`Looking for better: ${(all.answer.value?.tries ?? 0).toLocaleString('en')} tries`"
        calls-off
        @call-off="all.stop"
      />
      <KitButton v-else kind="plain" :disabled="taking" @click="begin">Look again</KitButton>
      <KitSwitch v-model="moves" label="what is placed may be moved" :disabled="taking" />
    </div>
    <p v-if="FIGURES.length" class="small sums">
      <span v-for="one in FIGURES" :key="one.says"
        ><b class="num">{{ one.best }}</b> {{ one.says
        }}<span v-if="one.first !== one.best" class="quiet"> (at first {{ one.first }})</span></span
      >
    </p>
    <LedgerTable v-if="all.lines.value.length" :heads="HEADS">
      <tr v-for="one in all.lines.value" :key="one.job">
        <td>
          <KitCheckbox
            bare
            :label="`Take ${one.held.reference}`"
            :model-value="!without.has(one.job)"
            :disabled="taking"
            @update:model-value="want(one.job, $event)"
          />
        </td>
        <td class="num">{{ when(one) }}</td>
        <td>
          <b>{{ one.name }}</b>
        </td>
        <td>
          <span class="num">{{ one.held.reference }}</span> {{ one.held.what
          }}<span v-if="one.isMoved" class="quiet">, moved</span>
          <span v-if="refused(one.job)" class="red small"> {{ refused(one.job) }}</span>
        </td>
        <td class="num n">{{ one.way ? durationInWords(one.way) : '–' }}</td>
        <td class="num n" :class="{ red: one.left !== null && one.left < 0 }">
          {{ one.left === null ? '–' : signedBalance(one.left) }}
        </td>
      </tr>
    </LedgerTable>
    <p v-else-if="all.answer.value" class="quiet">Nothing of it can be placed in these days.</p>
    <ul v-if="all.unplaced.value.length" class="small">
      <li v-for="one in all.unplaced.value.slice(0, MOST)" :key="one.held.job.id">
        <span class="num">{{ one.held.reference }}</span> {{ one.held.what }} stays:
        {{ whyNotInWords(one.why, words) }}
      </li>
      <li v-if="all.unplaced.value.length > MOST">
        {{ (all.unplaced.value.length - MOST).toLocaleString('en') }} more stay.
      </li>
    </ul>
    <p v-if="left" class="notice bad" role="status">
      {{ counted(left, 'line') }} could not be taken, since something has changed; look again.
    </p>
    <div class="line">
      <KitButton kind="main" :busy="taking" :disabled="!wanted.length" @click="take">
        {{ taking ? `${done} of ${wanted.length} placed` : `Take ${counted(wanted.length, 'line')}` }}
      </KitButton>
      <KitSwitch v-model="tells" label="tell everybody now" :disabled="taking" />
      <KitButton kind="plain" :disabled="taking" @click="emit('leave')">Leave it</KitButton>
    </div>
  </section>
</template>

<style scoped>
h2 {
  margin: 0 0 4px;
  font-size: 1.1rem;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  margin: 6px 0;
}
.sums {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  margin: 4px 0;
}
.n {
  text-align: right;
  white-space: nowrap;
}
.red {
  color: var(--red);
}
ul {
  margin: 4px 0;
  padding-left: 18px;
}
</style>
