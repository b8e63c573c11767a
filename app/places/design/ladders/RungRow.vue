<script setup lang="ts">
import { keysOf } from '~~/core/lookup'
import type { Design } from '~~/core/design'
import { EVENT_NAMES, type Action, type Ladder, type Moment, type Rung } from '~~/core/ladder'
import type { DirectoryPage } from '~/composables/useNames'

// A rung, edited in place: when it rings, what it does, how often it rings again.
const props = defineProps<{ rung: Rung; ladder: Ladder; design: Design; directory: DirectoryPage }>()
const emit = defineEmits<{ change: [rung: Rung] }>()

const label = computed(() => `${props.ladder.name}, rung ${props.ladder.rungs.indexOf(props.rung) + 1}`)

const POINTS = {
  share: 'share of the target',
  due: 'due moment',
  start: 'beginning of the ladder',
  created: 'logging',
  reply: 'last word either way',
  status: 'entering of its status',
  event: 'at once, when',
} as const
const points = computed(() =>
  keysOf(POINTS)
    .filter((one) => props.ladder.target !== undefined || !['share', 'due'].includes(one))
    .map((value) => ({ value, label: POINTS[value] })),
)
const EVENTS = keysOf(EVENT_NAMES).map((value) => ({ value, label: EVENT_NAMES[value] }))
const SIDES = [
  { value: 'before', label: 'before the' },
  { value: 'after', label: 'after the' },
] as const
const putMoment = (moment: Moment) => emit('change', { ...props.rung, moment })
function setPoint(at: Moment['at']) {
  const { moment } = props.rung
  const after = 'after' in moment ? moment.after.replace(/^-/, '') : 'PT30M'
  if (at === 'share') putMoment({ at, share: 1 })
  else if (at === 'event') putMoment({ at, event: 'priorityRaised' })
  else putMoment({ at, after, ...('counted' in moment && moment.counted && { counted: moment.counted }) })
}
const isBefore = computed(() => 'after' in props.rung.moment && props.rung.moment.after.startsWith('-'))
function setAfter(span: string, before: boolean) {
  if (!span) throw new Error('Write how long, such as “30 min”.')
  const { moment } = props.rung
  if ('after' in moment) putMoment({ ...moment, after: `${before ? '-' : ''}${span}` })
}
function setCounted(working: boolean) {
  const { moment } = props.rung
  if (!('after' in moment)) return
  const { counted: _, ...rest } = moment
  putMoment(working ? { ...rest, counted: 'working' } : rest)
}
function setAction(at: number, action: Action | undefined) {
  const actions = [...props.rung.actions]
  if (action) actions[at] = action
  else actions.splice(at, 1)
  emit('change', { ...props.rung, actions })
}
function setEvery(every: string) {
  if (!every) throw new Error('Write how long, such as “30 min”.')
  setRepeat({ every })
}
function setRepeat(change: Partial<NonNullable<Rung['repeat']>> | undefined) {
  const { repeat, ...rest } = props.rung
  if (!change) return emit('change', rest)
  const { times, ...merged } = { ...(repeat ?? { every: 'PT30M' }), ...change }
  emit('change', { ...rest, repeat: { ...merged, ...(times ? { times } : {}) } })
}
</script>

<template>
  <div class="when" role="group" :aria-label="`${label}: when`">
    <template v-if="rung.moment.at === 'share'">
      <KitNumber
        class="amount"
        bare
        unit="%"
        :min="1"
        :label="`${label}: share of the target in per cent`"
        :model-value="Math.round(rung.moment.share * 100)"
        :commit="(share: number | null) => putMoment({ at: 'share', share: (share ?? 100) / 100 })"
      />
      of the
    </template>
    <template v-else-if="rung.moment.at !== 'event'">
      <KitDuration
        class="length"
        bare
        :label="`${label}: how long`"
        :model-value="rung.moment.after.replace(/^-/, '')"
        :commit="(span: string) => setAfter(span, isBefore)"
      />
      <KitChoice
        v-if="rung.moment.at === 'due'"
        bare
        :label="`${label}: before or after`"
        :model-value="isBefore ? 'before' : 'after'"
        :options="SIDES"
        @update:model-value="setAfter(rung.moment.after.replace(/^-/, ''), $event === 'before')"
      />
      <template v-else>after the</template>
    </template>
    <KitChoice
      bare
      :label="`${label}: counted from`"
      :model-value="rung.moment.at"
      :options="points"
      @update:model-value="$event && setPoint($event)"
    />
    <KitChoice
      v-if="rung.moment.at === 'event'"
      bare
      :label="`${label}: what happens`"
      :model-value="rung.moment.event"
      :options="EVENTS"
      @update:model-value="$event && putMoment({ at: 'event', event: $event })"
    />
    <KitCheckbox
      v-if="'after' in rung.moment"
      label="in working time"
      :model-value="rung.moment.counted === 'working'"
      @update:model-value="setCounted"
    />
  </div>
  <ActionField
    v-for="(action, at) in rung.actions"
    :key="at"
    :action="action"
    :design="design"
    :directory="directory"
    :ladder="ladder.id"
    :label="`${label}, doing ${at + 1}`"
    @change="setAction(at, $event)"
    @remove="setAction(at, undefined)"
  />
  <div class="foot">
    <KitButton kind="link" @click="setAction(rung.actions.length, { do: 'note', text: '' })"
      >and do more</KitButton
    >
    <template v-if="rung.repeat">
      · then every
      <KitDuration
        class="length"
        bare
        :label="`${label}: again every`"
        :model-value="rung.repeat.every"
        :commit="setEvery"
      />
      <KitNumber
        class="amount"
        bare
        placeholder="∞"
        :min="1"
        :label="`${label}: how many times again; empty until it stops`"
        :model-value="rung.repeat.times ?? null"
        :commit="(times: number | null) => setRepeat({ times: times ?? undefined })"
      />
      times
      <KitButton kind="link" @click="setRepeat(undefined)">only once</KitButton>
    </template>
    <template v-else> · <KitButton kind="link" @click="setRepeat({})">repeat it</KitButton> </template>
  </div>
</template>

<style scoped>
.when,
.foot {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 6px;
  align-items: center;
  padding-bottom: 2px;
}
.amount :deep(input) {
  width: 5em;
  text-align: right;
}
.length :deep(input) {
  width: 8em;
}
</style>
