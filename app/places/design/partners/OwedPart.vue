<script setup lang="ts">
import { withoutGaps } from '~~/core/json'
import { freeId } from '~~/core/naming'
import type { Exchange, Owed } from '~~/core/partner'
import { timeRead, timeShown } from '../levels/times'
import { replacedAt, type PartnerPart } from './maps'

// What a partner desk owes us while a ticket is with it: so long for each of our priorities, or when they say.
const props = defineProps<PartnerPart>()
const emit = defineEmits<{ put: [takes: Exchange['takes']] }>()
const all = computed(() => props.exchange.takes.owed ?? [])
const priorities = computed(() => props.design.priorities.filter((one) => one.active))
const calendars = computed(() => props.design.calendars.map(({ id, name }) => ({ value: id, label: name })))
/** Their fields that say when. */
const moments = computed(() =>
  (props.offer?.gives ?? [])
    .filter(({ type }) => type === 'moment')
    .map(({ id, name }) => ({ value: id, label: name })),
)
const set = (owed: Owed[]) =>
  emit('put', withoutGaps({ ...props.exchange.takes, owed: owed.length ? owed : undefined }))
const put = (at: number, change: Partial<Owed>) =>
  set(replacedAt(all.value, at, withoutGaps({ ...all.value[at]!, ...change })))
function add() {
  const id = freeId(`${props.name} keeps it`, (taken) => all.value.some((one) => one.id === taken), 'owed')
  const { calendar } = props.design.desk
  const fresh: Owed = { id, name: `${props.name} is done`, calendar, granted: {}, keptWhen: { any: [] } }
  set([...all.value, fresh])
}
function setTime(at: number, priority: string, typed: string) {
  const span = timeRead(typed)
  const { [priority]: _, ...others } = all.value[at]!.granted
  put(at, { granted: span ? { ...others, [priority]: span } : others })
}
</script>

<template>
  <section id="owed" aria-labelledby="owed-title">
    <h2 id="owed-title">What {{ name }} owes us</h2>
    <p v-if="!all.length" class="quiet">
      Nothing. What it owes is a promise beside our own while a ticket is with it: with a time, and a ladder
      of its own.
    </p>
    <fieldset v-for="(one, at) in all" :key="one.id" class="panel owed">
      <legend class="sr-only">{{ one.name }}</legend>
      <div class="choices">
        <KitText
          label="What it is called"
          :disabled="readonly"
          :model-value="one.name"
          :commit="(typed: string) => put(at, { name: typed.trim() })"
        />
        <KitChoice
          label="Counts in the hours of"
          :disabled="readonly"
          :model-value="one.calendar"
          :options="calendars"
          @update:model-value="$event && put(at, { calendar: $event })"
        />
        <KitChoice
          v-if="moments.length || one.by"
          label="Due when they say, by"
          placeholder="what stands below"
          clears
          :disabled="readonly"
          :model-value="one.by ?? null"
          :options="moments"
          @update:model-value="put(at, { by: $event ?? undefined })"
        />
      </div>
      <div class="choices times">
        <KitText
          v-for="priority in priorities"
          :key="priority.id"
          :label="priority.name"
          placeholder="–"
          :disabled="readonly"
          :model-value="timeShown(one.granted[priority.id])"
          :commit="(typed: string) => setTime(at, priority.id, typed)"
        />
      </div>
      <div class="choices">
        <TheyKeepIt
          label="Kept once"
          placeholder="choose what they say"
          :condition="one.keptWhen"
          :offer="offer"
          :readonly="readonly"
          @change="put(at, { keptWhen: $event ?? { any: [] } })"
        />
      </div>
      <div class="choices">
        <TheyKeepIt
          label="Rests while"
          placeholder="it never rests"
          :condition="one.restsWhen"
          :offer="offer"
          :readonly="readonly"
          @change="put(at, { restsWhen: $event })"
        />
      </div>
      <KitButton v-if="!readonly" kind="link" @click="set(replacedAt(all, at, undefined))"
        >it is owed no more</KitButton
      >
    </fieldset>
    <FindingsAt :findings="findings" :place="`partners/${exchange.id}#owed`" />
    <KitButton v-if="!readonly" @click="add">Something that it owes</KitButton>
    <p v-if="all.length" class="quiet small">
      A ladder along “what a partner desk owes” escalates it:
      <NuxtLink to="/design/ladders">Ladders</NuxtLink>.
    </p>
  </section>
</template>

<style scoped>
.owed {
  margin: 6px 0;
}
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
}
.times :deep(input) {
  width: 6.4em;
  text-align: right;
  font-family: var(--mono);
}
</style>
