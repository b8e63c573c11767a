<script setup lang="ts">
import type { FieldStep } from '~~/core/work'
import { durationInWords, MINUTE, timeOfDay } from '~~/core/time'
import type { Stop } from '~/composables/keptOnDevice'
import { nextStep, stepsTaken, type WaitingReport } from './deeds'

// One stop of a day: when, where, whom one sees, and what one does there.
const props = defineProps<{
  stop: Stop
  zone: string
  /** It is what comes next: its step is the one to press. */
  next: boolean
  /** What of it waits on the device. */
  waits: number
  /** Keeps what is reported; whether it could be kept. */
  keep: (report: WaitingReport) => Promise<boolean>
}>()
const emit = defineEmits<{ step: [step: FieldStep] }>()
const session = useSession()
const writes = ref(false)
const toDo = computed(() => nextStep(props.stop))
const taken = computed(() => stepsTaken(props.stop))
const ACTS: Record<FieldStep, string> = { onWay: 'Set out', begun: 'Begin', done: 'Done' }
const TAKEN: Record<FieldStep, string> = { onWay: 'on the way', begun: 'begun', done: 'done' }
/** The clock at the site, where it is another. */
const there = computed(() => {
  const { site, from } = props.stop
  return site && timeOfDay(from, site.zone) !== timeOfDay(from, props.zone) ? timeOfDay(from, site.zone) : ''
})
const pictureOf = (file: { id: string }) =>
  linkTo('GET /api/tickets/{reference}/attachments/{file}', {
    path: { reference: props.stop.reference, file: file.id },
  })
</script>

<template>
  <article class="stop" :class="{ over: !toDo, next }" :aria-label="stop.what">
    <div class="when">
      <b class="num">{{ timeOfDay(stop.from, zone) }}</b>
      <span class="num quiet">{{ timeOfDay(stop.to, zone) }}</span>
      <span class="quiet small">{{ durationInWords(Math.max(MINUTE, stop.to - stop.from)) }}</span>
      <span v-if="there" class="quiet small">{{ there }} there</span>
    </div>
    <div class="what">
      <p v-if="stop.way" class="quiet small way">{{ durationInWords(stop.way) }} on the way</p>
      <p v-else-if="stop.way === null" class="quiet small way">the way is not written down</p>
      <h3>{{ stop.what }}</h3>
      <p v-if="stop.site" class="where">
        <b>{{ stop.site.name }}</b><template v-if="stop.site.address">, {{ stop.site.address }}</template>
      </p>
      <p class="small">
        <NuxtLink v-if="session.may('seeTickets')" class="num" :to="`/desk/${stop.reference}`">{{
          stop.reference
        }}</NuxtLink>
        <span v-else class="num">{{ stop.reference }}</span>
        · {{ stop.requester }}<template v-if="stop.organisation">, {{ stop.organisation }}</template>
        <template v-if="stop.phone">
          · <a :href="`tel:${stop.phone.replaceAll(' ', '')}`">{{ stop.phone }}</a></template
        >
      </p>
      <p v-if="stop.meets" class="small">with {{ stop.meets }}</p>
      <p v-if="stop.insisted" class="small quiet">stands there because: {{ stop.insisted }}</p>
      <p v-if="stop.heard === 'suitsNot'" class="small red">the time does not suit them</p>
      <p v-else-if="stop.untold && toDo" class="small quiet">not said for certain yet</p>
      <ol v-if="taken.length" class="steps small" aria-label="What was done">
        <li v-for="one in taken" :key="one.step">
          {{ TAKEN[one.step] }} <span class="num">{{ timeOfDay(one.at, zone) }}</span>
        </li>
        <li v-if="waits" class="waits">waits on this device</li>
      </ol>
      <p v-if="stop.report" class="said small">
        {{ stop.report.words }}
        <span v-for="(part, at) in stop.report.parts" :key="at" class="part"
          >{{ part.count }} × {{ part.what }}</span
        >
        <span v-if="stop.report.signedBy">signed by {{ stop.report.signedBy }}</span>
        <a v-if="stop.report.signature" :href="pictureOf(stop.report.signature)" target="_blank">signature</a>
        <a v-for="one in stop.report.pictures" :key="one.id" :href="pictureOf(one)" target="_blank">{{
          one.name
        }}</a>
      </p>
      <p v-if="!writes" class="acts">
        <KitButton v-if="toDo" :kind="next ? 'main' : 'act'" @click="emit('step', toDo)">{{
          ACTS[toDo]
        }}</KitButton>
        <KitButton v-if="toDo === 'onWay'" @click="emit('step', 'begun')">{{ ACTS.begun }}</KitButton>
        <KitButton kind="plain" @click="writes = true"
          >{{ stop.report ? 'Report anew' : 'Report' }} …</KitButton
        >
      </p>
      <DayReport v-else :stop="stop" :keep="keep" @close="writes = false" />
    </div>
  </article>
</template>

<style scoped>
.stop {
  display: grid;
  grid-template-columns: 74px minmax(0, 1fr);
  gap: 0 12px;
  padding: 10px 18px;
  border-bottom: 1px solid var(--rule);
  border-left: 4px solid transparent;
}
.stop.next {
  border-left-color: var(--sea);
  background: var(--page-2);
}
.over {
  color: var(--ink-2);
}
.when {
  display: flex;
  flex-direction: column;
  font-size: 1.05rem;
}
h3 {
  font: 600 1.02rem/1.35 var(--sans);
  margin: 0;
  overflow-wrap: anywhere;
}
p {
  margin: 2px 0;
  overflow-wrap: anywhere;
}
.way {
  margin-bottom: 2px;
}
.steps {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  margin: 4px 0;
  padding: 0;
}
.waits {
  color: var(--brass);
  font-weight: 600;
}
.said {
  border-left: 3px solid var(--rule-2);
  padding-left: 8px;
  white-space: pre-line;
}
.said > * {
  display: block;
}
.red {
  color: var(--red);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin-top: 8px;
}
.acts :deep(.kit-button) {
  min-height: 40px;
  padding-inline: 16px;
}
</style>
