<script setup lang="ts">
import { BoardScale, typedPlace } from '~~/core/dispatch'
import { DAY, isoDate, parseMoment, weekdayAndTime, Zone } from '~~/core/time'
import { heldKey, heldOf, heldVisit, type Board, type Held, type OpenJob } from '~/composables/heldJob'
import type { Line } from './usePlaceAll'
import { usePlacing } from './usePlacing'

// Who is sent where and when: what is to be placed at the left, people and their hours at the right.
const route = useRoute()
const put = useAddress()
const narrow = useNarrow()
const session = useSession()
const time = useDeskTime()
const mayPlace = computed(() => session.may('planPeople'))
const text = (name: string) => (typeof route.query[name] === 'string' ? route.query[name] : undefined)

const days = computed(() => (['7', '14'].includes(text('days') ?? '') ? Number(text('days')) : 1))
const day = computed(() => text('day'))
const boardPage = useQuery({
  key: () => ['dispatch', 'board', day.value ?? '', days.value],
  query: ({ signal }) =>
    api('GET /api/dispatch/board', { query: { day: day.value, days: days.value }, signal }),
  placeholderData: (before) => before as Board | undefined,
})
const board = computed(() => boardPage.data.value)
/** It goes on by itself, and is reckoned of everybody: once in a while is enough. */
const workPage = useQuery({
  key: () => ['boardWork', day.value ?? '', days.value],
  query: ({ signal }) =>
    api('GET /api/dispatch/work', { query: { day: day.value, days: days.value }, signal }),
})
useEachMinute(() => workPage.refetch())
/** What is typed is looked for once it rests. */
const sought = ref(text('work') ?? '')
watch(
  () => text('work') ?? '',
  (words, _, onCleanup) => {
    const rest = setTimeout(() => (sought.value = words), 250)
    onCleanup(() => clearTimeout(rest))
  },
)
const jobs = useLedger<AnswerOf<'GET /api/dispatch/jobs'>>({
  key: () => ['dispatch', 'jobs', day.value ?? '', sought.value],
  ask: ({ limit, after, signal }) =>
    api('GET /api/dispatch/jobs', {
      query: { limit, after: after?.toString(), day: day.value, search: sought.value || undefined },
      signal,
    }),
  keyOf: (row) => `${row.reference}-${row.id}`,
  most: 200,
})
const again = () => Promise.all([boardPage.refetch(), workPage.refetch(), jobs.again()])

const zone = computed(() => board.value?.zone ?? 'UTC')
const dayList = computed(() => {
  const page = board.value
  if (!page) return []
  return Array.from({ length: page.days }, (_, index) => {
    const noon = page.from + index * DAY + DAY / 2
    const start = parseMoment(isoDate(noon, page.zone), page.zone)
    return { start, end: parseMoment(isoDate(start + DAY + DAY / 2, page.zone), page.zone) }
  })
})
const BY_DAY = [6, 22] as const
const night = computed(() => text('night') === 'yes')
const scale = computed(() =>
  night.value ? new BoardScale(dayList.value, 0, 24) : new BoardScale(dayList.value, ...BY_DAY),
)

const chosenKey = computed(() => text('job'))
const chosenRow = computed(() => jobs.rows.value.find((one) => heldKey(one) === chosenKey.value))
const onBoard = computed(() => {
  for (const person of board.value?.people ?? [])
    for (const visit of person.visits) {
      const held = heldVisit(visit, person.id)
      if (held && heldKey(held) === chosenKey.value) return held
    }
  return undefined
})
/** What is to be placed now. */
const held = computed<Held | undefined>(() => (chosenRow.value ? heldOf(chosenRow.value) : onBoard.value))
const choose = (one: Parameters<typeof heldKey>[0] | undefined) => put('job', one && heldKey(one))

/** On a slim screen the board is opened from the list. */
const seesBoard = computed(() => text('board') === 'yes')
async function backToList() {
  await choose(undefined)
  await put('board', undefined)
}
const placesPage = useQuery({
  key: () => ['dispatch', 'places', chosenKey.value ?? '', day.value ?? ''],
  query: ({ signal }) => {
    const [reference = 0, job = 0] = (chosenKey.value ?? '').split('-').map(Number)
    return api('GET /api/dispatch/places', { query: { reference, job, day: day.value }, signal })
  },
  enabled: () => Boolean(held.value?.id) && mayPlace.value,
})
const places = computed(() => (held.value?.id && mayPlace.value ? placesPage.data.value : undefined))

const placing = usePlacing({
  board: () => board.value,
  now: () => time.now,
  again: async () => {
    await again()
    await placesPage.refetch()
  },
})
async function takePlace(index: number, tell: boolean) {
  const place = places.value?.places[index]
  if (!place || !held.value) return
  const next = nextAfter(held.value)
  await placing.place({ held: held.value, person: place.person, name: place.name, start: place.start, tell })
  if (!placing.error.value && !placing.wish.value) await choose(next)
}
/** Which job comes up when one is placed. */
function nextAfter({ reference, id }: Held): OpenJob | undefined {
  const at = jobs.rows.value.findIndex((one) => one.reference === reference && one.id === id)
  return at < 0 ? undefined : (jobs.rows.value[at + 1] ?? jobs.rows.value[at - 1])
}
async function drop(dropped: Held, person: string, start: number) {
  const name = board.value?.people.find((one) => one.id === person)?.name ?? person
  await placing.place({ held: dropped, person, name, start, tell: !dropped.now })
}
const typedFault = ref('')
const FAULTS = {
  nobody: 'Nobody on this board is called so.',
  noTime: 'Add a time, such as 13:15.',
  noDay: 'This day is not on the board.',
}
async function typed(words: string, tell: boolean) {
  const page = board.value
  if (!page || !held.value) return
  const found = typedPlace(words, page.people, dayList.value, {
    weekday: ({ start }) => weekdayAndTime(start, page.zone).slice(0, 3),
    wallTime: ({ start }, minutes) =>
      Zone.of(page.zone).instantOfWall(Date.parse(isoDate(start, page.zone)) + minutes * 60_000),
  })
  if ('fault' in found) {
    typedFault.value =
      found.fault === 'several' ? `Which one: ${found.names?.join(', ')}?` : FAULTS[found.fault]
    return
  }
  typedFault.value = ''
  const name = page.people.find((one) => one.id === found.person)?.name ?? found.person
  await placing.place({ held: held.value, ...found, name, tell })
}

const insist = (why: string) => placing.wish.value && placing.send(placing.wish.value, why)
const free = (name: string) => held.value && placing.take(held.value, name)
async function brought(one: { reference: number; id: number; day: string | null }) {
  // What is placed already is shown where it stands.
  if (one.day) await put('day', one.day)
  await again()
  await choose(one)
}
const shift = (by: number) => {
  const page = board.value
  if (page) void put('day', isoDate(page.from + by * days.value * DAY + DAY / 2, page.zone))
}
const untold = computed(() =>
  (board.value?.people ?? []).flatMap((one) => one.visits).filter((one) => one.untold && one.isSeen),
)
async function tellAll() {
  const first = board.value?.day
  const done = await placing.run(() => api('POST /api/dispatch/tell', { body: { day: first } }))
  if (done) await again()
}
/** All of them at once; every page of the list is read first. */
const placesAll = ref(false)
async function placeAll() {
  for (let pages = 0; pages < MOST_PAGES && jobs.page.value?.next; pages++) await jobs.more()
  placesAll.value = true
}
const MOST_PAGES = 10
async function tookAll(lines: Line[]) {
  if (lines.length) placing.tookAll(lines)
  await again()
}
const rows = ref<{ step: (by: number) => void }>()
const form = ref<{ open: () => void }>()
useShortcuts('Dispatch', [
  { keys: 'j', says: 'the next that is to be placed', run: () => rows.value?.step(1) },
  { keys: 'k', says: 'the one before', run: () => rows.value?.step(-1) },
  ...['a', 'b', 'c', 'd', 'e'].flatMap((letter, index) => [
    {
      keys: letter,
      says: `place it at ${letter} and tell whoever it is`,
      run: () => takePlace(index, true),
      when: () => (places.value?.places.length ?? 0) > index,
    },
    {
      keys: `Shift ${letter}`,
      says: `place it at ${letter} and tell later`,
      run: () => takePlace(index, false),
      when: () => (places.value?.places.length ?? 0) > index,
    },
  ]),
  { keys: 't', says: 'a day', run: () => put('days', undefined) },
  { keys: 'w', says: 'a week', run: () => put('days', '7') },
  { keys: 'z', says: 'two weeks', run: () => put('days', '14') },
  { keys: '[', says: 'the days before', run: () => shift(-1) },
  { keys: ']', says: 'the days after', run: () => shift(1) },
  { keys: 'n', says: 'bring a ticket here', run: () => form.value?.open(), when: () => mayPlace.value },
  { keys: 'p', says: 'place all of them at once', run: placeAll, when: () => mayPlace.value },
  { keys: 'u', says: 'take back what was placed last', run: placing.undo, when: () => placing.canUndo.value },
])
const skill = computed(() => text('skill') ?? held.value?.job.skill ?? '')
watch(chosenKey, () => (typedFault.value = ''))
</script>

<template>
  <TwoPages :narrow="narrow" :open="narrow ? Boolean(chosenKey) || seesBoard : true" :share="34">
    <template #list>
      <DispatchJobs
        ref="rows"
        :jobs="jobs"
        :chosen="chosenKey"
        :zone="zone"
        :may-place="mayPlace"
        :now="time.now"
        :sought="text('work') ?? ''"
        @choose="choose"
        @seek="put('work', $event || undefined, true)"
      >
        <p v-if="narrow" class="to-board">
          <KitButton kind="link" @click="put('board', 'yes')">People and their hours …</KitButton>
        </p>
        <BringJob v-if="mayPlace" ref="form" @brought="brought" />
        <template #after>
          <PlacedList
            v-if="board"
            :board="board"
            :untold="untold.length"
            :busy="placing.busy.value"
            :may-place="mayPlace"
            @tell="tellAll"
            @choose="choose"
          />
        </template>
      </DispatchJobs>
    </template>
    <template #open>
      <section class="sheet" aria-label="People and hours">
        <KitButton v-if="narrow" kind="link" @click="backToList">← Back to the list</KitButton>
        <BoardHead
          v-if="board"
          :board="board"
          :night="night"
          :skill="text('skill')"
          :team="text('team')"
          :find="text('find')"
          @put="put"
          @shift="shift"
        />
        <KitError :error="boardPage.error.value" tries-again @again="boardPage.refetch()" />
        <p v-if="!board && !boardPage.error.value" role="status" class="nothing-open">Reading the board …</p>
        <DispatchBoard
          v-if="board"
          :board="board"
          :scale="scale"
          :work="workPage.data.value?.people ?? []"
          :held="held"
          :places="places?.places ?? []"
          :skill="skill"
          :team="text('team')"
          :find="text('find')"
          :may-place="mayPlace"
          :now="time.now"
          @drop="drop"
          @choose="choose"
          @place="placing.place"
        />
        <BoardTroubles
          v-if="board"
          :board="board"
          :now="time.now"
          :busy="placing.busy.value"
          :may-place="mayPlace"
          @place="placing.place"
        />
        <LazyPlaceAll
          v-if="placesAll && board"
          :board="board"
          :jobs="jobs.rows.value"
          :more="(jobs.page.value?.total ?? 0) - jobs.rows.value.length"
          :team="text('team')"
          :now="time.now"
          @taken="tookAll"
          @leave="placesAll = false"
        />
        <p v-else-if="board && mayPlace && jobs.rows.value.length" class="all">
          <KitButton keys="p" @click="placeAll">Place all … <kbd>p</kbd></KitButton>
        </p>
        <InsistForm
          v-if="placing.wish.value && board"
          :wish="placing.wish.value"
          :zone="zone"
          :busy="placing.busy.value"
          :board="board"
          :now="time.now"
          @send="insist"
          @instead="placing.place"
          @leave="placing.wish.value = undefined"
        />
        <KitError :error="placing.error.value" />
        <PlaceList
          v-if="held && board"
          :key="chosenKey"
          :held="held"
          :places="places"
          :board="board"
          :error="placesPage.error.value"
          :may-place="mayPlace"
          :busy="placing.busy.value"
          :fault="typedFault"
          @take="takePlace"
          @typed="typed"
          @free="free"
          @changed="again().then(() => placesPage.refetch())"
        />
        <p v-else-if="board" class="quiet small">
          Choose what is to be placed: the best places for it stand here, and on the board.
        </p>
      </section>
    </template>
  </TwoPages>
</template>

<style scoped>
.all {
  margin: 4px 0;
}
.to-board {
  margin: 0;
  padding: 4px 18px 0;
}
.sheet {
  padding: 12px 18px 40px;
  height: 100%;
  overflow: auto;
}
</style>
