<script setup lang="ts">
import { durationInWords, hoursAndMinutes, signedBalance, timeOfDay, weekdayAndTime } from '~~/core/time'
import type { Board, Held, Places } from '~/composables/heldJob'

// The best places for what is chosen, each with why, and a line in which any other is typed.
const props = defineProps<{
  held: Held
  places: Places | undefined
  board: Board
  error: Error | null
  mayPlace: boolean
  busy: boolean
  fault: string
}>()
const emit = defineEmits<{
  take: [index: number, tell: boolean]
  typed: [words: string, tell: boolean]
  free: [name: string]
  changed: []
}>()
const HEADS = [
  { label: 'Letter', bare: true },
  { label: 'When' },
  { label: 'Who' },
  { label: 'Because' },
  { label: 'Way', figures: true },
  { label: 'Left then', figures: true },
  { label: 'Place it', bare: true },
]
const words = ref('')
const whose = computed(() => {
  const { now } = props.held
  const person = props.board.people.find((one) => one.id === now?.person)
  return now && { name: person?.name ?? now.person, from: weekdayAndTime(now.from, props.board.zone) }
})
const when = ({ start, end }: { start: number; end: number }) =>
  `${weekdayAndTime(start, props.board.zone)}–${timeOfDay(end, props.board.zone)}`
/** What the clock says at its site, where that is another. */
function there({ start }: { start: number }) {
  const { sites, zone } = props.board
  const its = sites.find((one) => one.id === props.held.job.site)?.zone ?? zone
  const then = weekdayAndTime(start, its)
  return then === weekdayAndTime(start, zone) ? '' : `${then} there`
}
const none = computed(() => props.places && !props.places.places.length)
const notThose = computed(() => {
  const said = (props.places?.others ?? []).map(({ name, longest }) =>
    longest < props.held.job.duration
      ? `${name}: ${hoursAndMinutes(longest)} free in one piece`
      : `${name}: off while its site is open`,
  )
  return `Not ${said.join('; ')}.`
})
const form = ref<'change' | 'repeat'>()
function done() {
  form.value = undefined
  emit('changed')
}
</script>

<template>
  <section aria-labelledby="places">
    <h2 id="places">
      <NuxtLink class="num" :to="`/desk/${held.reference}`">{{ held.reference }}</NuxtLink> {{ held.what }}
      <span class="quiet small">{{ hoursAndMinutes(held.job.duration) }}</span>
    </h2>
    <p v-if="whose" class="small">
      It is with <b>{{ whose.name }}</b>, {{ whose.from
      }}{{ held.untold ? ', who does not know of it yet' : '' }}.
      <template v-if="!held.id"
        >It was said on its ticket, and is a job of this board once you move it: drag it, use the arrow keys
        on it, or type a name and a time.</template
      >
      <KitButton v-else-if="mayPlace" kind="link" :busy="busy" @click="emit('free', whose.name)"
        >Take it from them</KitButton
      >
    </p>
    <p v-if="mayPlace && held.id" class="small">
      <KitButton kind="link" :aria-expanded="form !== undefined" @click="form = form ? undefined : 'change'"
        >Change what it asks for …</KitButton
      >
    </p>
    <JobForm
      v-if="form === 'change'"
      :held="held"
      :board="board"
      @done="done"
      @leave="form = undefined"
      @repeat="form = 'repeat'"
    />
    <RepeatForm
      v-else-if="form === 'repeat'"
      :held="held"
      :zone="board.zone"
      :now="board.now"
      @done="done"
      @leave="form = undefined"
    />
    <KitError :error="error" />
    <p v-if="!mayPlace" class="quiet">Your role does not place work with others.</p>
    <p v-else-if="held.id && !places && !error" role="status" class="quiet">Looking for places …</p>
    <p v-if="none" class="notice">
      Within two weeks nobody who can do it is free for it in one piece. Split it, let it take less, or say
      where it goes all the same.
    </p>
    <LedgerTable v-if="places?.places.length" class="places" :heads="HEADS">
      <tr v-for="(one, index) in places.places" :key="one.person">
        <td>
          <b class="letter">{{ 'abcde'.charAt(index) }}</b>
        </td>
        <td class="num when">
          {{ when(one) }}<span v-if="there(one)" class="quiet small there">{{ there(one) }}</span>
        </td>
        <td>
          <b>{{ one.name }}</b>
        </td>
        <td class="why">{{ one.why }}</td>
        <td class="num figure">{{ one.way ? durationInWords(one.way) : '–' }}</td>
        <td class="num figure" :class="{ red: one.left !== null && one.left < 0 }">
          {{ one.left === null ? '–' : signedBalance(one.left) }}
        </td>
        <td class="acts">
          <KitButton :kind="index === 0 ? 'main' : 'act'" :busy="busy" @click="emit('take', index, true)"
            >{{ index === 0 ? 'Place and tell' : 'Place' }} <kbd>{{ 'abcde'.charAt(index) }}</kbd></KitButton
          >
        </td>
      </tr>
    </LedgerTable>
    <p v-if="places?.others.length" class="quiet small">{{ notThose }}</p>
    <form v-if="mayPlace" class="line" @submit.prevent="emit('typed', words, true)">
      <KitText
        v-model="words"
        label="Anywhere else: drag the row, or type a name and a time"
        placeholder="sten 13:15"
        :error="fault"
      />
      <KitButton kind="act" type="submit" :busy="busy">Place and tell</KitButton>
      <KitButton kind="plain" :busy="busy" @click="emit('typed', words, false)">Tell later</KitButton>
    </form>
  </section>
</template>

<style scoped>
h2 {
  font-size: 1.15rem;
  border-bottom: 3px double var(--rule-2);
  margin: 10px 0 4px;
}
p {
  margin: 2px 0;
}
.when,
.acts {
  white-space: nowrap;
}
.there {
  display: block;
}
.figure {
  text-align: right;
  white-space: nowrap;
}
.letter {
  display: inline-block;
  background: var(--sea);
  color: var(--page);
  padding: 1px 7px;
}
.red {
  color: var(--red);
}
.acts {
  text-align: right;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: end;
  margin-top: 8px;
}
.line > :first-child {
  flex: 1;
  min-width: 220px;
}
@media (max-width: 640px) {
  .places :deep(thead) {
    display: none;
  }
  .places tr {
    display: grid;
    grid-template-columns: auto 1fr auto;
  }
  .why {
    grid-column: 1 / -1;
  }
}
</style>
