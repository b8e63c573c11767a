<script setup lang="ts">
import type { Design } from '~~/core/design'
import {
  EVENT_NAMES,
  type Action,
  type Ladder,
  type LadderEvent,
  type Moment,
  type Rung,
} from '~~/core/ladder'
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
  Object.entries(POINTS).filter(
    ([key]) => props.ladder.target !== undefined || !['share', 'due'].includes(key),
  ),
)
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
      <input
        class="inline-field num amount"
        inputmode="numeric"
        :value="Math.round(rung.moment.share * 100)"
        :aria-label="`${label}: share of the target in per cent`"
        @change="putMoment({ at: 'share', share: Number(typedIn($event)) / 100 })"
      />
      % of the
    </template>
    <template v-else-if="rung.moment.at !== 'event'">
      <DesignSpanField
        :span="rung.moment.after.replace(/^-/, '')"
        :label="label"
        @change="setAfter($event, isBefore)"
      />
      <select
        v-if="rung.moment.at === 'due'"
        class="inline-field"
        :value="isBefore ? 'before' : 'after'"
        :aria-label="`${label}: before or after`"
        @change="setAfter(rung.moment.after.replace(/^-/, ''), typedIn($event) === 'before')"
      >
        <option value="before">before the</option>
        <option value="after">after the</option>
      </select>
      <template v-else>after the</template>
    </template>
    <select
      class="inline-field"
      :value="rung.moment.at"
      :aria-label="`${label}: counted from`"
      @change="setPoint(typedIn($event) as Moment['at'])"
    >
      <option v-for="[key, name] in points" :key="key" :value="key">{{ name }}</option>
    </select>
    <select
      v-if="rung.moment.at === 'event'"
      class="inline-field"
      :value="rung.moment.event"
      :aria-label="`${label}: what happens`"
      @change="putMoment({ at: 'event', event: typedIn($event) as LadderEvent })"
    >
      <option v-for="(name, key) in EVENT_NAMES" :key="key" :value="key">{{ name }}</option>
    </select>
    <label v-if="'after' in rung.moment" class="choice"
      ><input
        type="checkbox"
        :checked="rung.moment.counted === 'working'"
        @change="setCounted(isTicked($event))"
      />
      in working time</label
    >
  </div>
  <DesignActionField
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
  <p class="foot">
    <button class="link" type="button" @click="setAction(rung.actions.length, { do: 'note', text: '' })">
      and do more
    </button>
    <template v-if="rung.repeat">
      · then every
      <DesignSpanField
        :span="rung.repeat.every"
        :least="1"
        :label="`${label}: again every`"
        @change="setRepeat({ every: $event })"
      />
      <input
        class="inline-field num amount"
        inputmode="numeric"
        placeholder="∞"
        :value="rung.repeat.times ?? ''"
        :aria-label="`${label}: how many times again; empty until it stops`"
        @change="setRepeat({ times: Number(typedIn($event)) || undefined })"
      />
      times
      <button class="link" type="button" @click="setRepeat(undefined)">only once</button>
    </template>
    <template v-else>
      · <button class="link" type="button" @click="setRepeat({})">repeat it</button>
    </template>
  </p>
</template>

<style scoped>
.when {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 6px;
  align-items: center;
  padding-bottom: 2px;
}
.amount {
  width: 4em;
  text-align: right;
}
.foot {
  margin: 2px 0 0;
}
.foot .link {
  min-height: 24px;
}
</style>
