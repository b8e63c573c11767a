<script setup lang="ts">
import { timeOfDay, weekdayAndTime } from '~~/core/time'

// Desk time: what it is, whether the desk is open, and when that changes. In the demo it can be put forward.
const session = useSession()
const time = useDeskTime()
const slip = ref<{ toggle: (event: Event) => void }>()
const { busy, error, run } = useDeed()
const said = ref('')

async function forward(by: '15m' | '1h' | 'alarm') {
  const done = await run(() => time.forward(by))
  if (!done || !time.desk) return
  const rang = done.rang === 1 ? 'one ticket' : `${done.rang} tickets`
  said.value = `It is ${timeOfDay(done.now, time.desk.zone)} now; ${rang} rang on the way.`
}
const changes = computed(() => {
  const { desk } = time
  if (!desk?.nextChange) return undefined
  return desk.open ? timeOfDay(desk.nextChange, desk.zone) : weekdayAndTime(desk.nextChange, desk.zone)
})
/** The demo's desk is at Hallin, which keeps the time of London. */
const name = computed(() =>
  time.desk?.zone === 'Europe/London' && session.me?.demo ? 'Hallin' : time.desk?.name,
)
</script>

<template>
  <span v-if="time.desk" class="clock">
    <KitButton
      kind="quiet"
      class="time"
      :aria-label="session.me?.demo ? 'Desk time; put it forward' : 'Desk time'"
      aria-haspopup="dialog"
      @click="slip?.toggle($event)"
    >
      <span
        ><span class="of" :title="name">{{ name }}</span>
        <b class="num">{{ timeOfDay(time.now, time.desk.zone) }}</b>
        <span class="open-word">
          · {{ time.desk.open ? 'open' : 'shut' }}
          <template v-if="changes"
            >until <b class="num">{{ changes }}</b></template
          >
        </span></span
      >
    </KitButton>
    <KitSlip ref="slip" label="Desk time">
      <div class="rows">
        <p class="quiet small">{{ weekdayAndTime(time.now, time.desk.zone) }} in {{ time.desk.zone }}</p>
        <template v-if="session.me?.demo">
          <p class="small">Put desk time forward:</p>
          <KitButton :busy="busy" @click="forward('15m')">15 minutes</KitButton>
          <KitButton :busy="busy" @click="forward('1h')">1 hour</KitButton>
          <KitButton :busy="busy" @click="forward('alarm')">To the next alarm</KitButton>
        </template>
        <p class="small" role="status">{{ busy ? 'Alarms are ringing …' : said }}</p>
        <KitError :error="error" />
      </div>
    </KitSlip>
  </span>
</template>

<style scoped>
.clock {
  display: flex;
  align-items: center;
}
.time {
  color: var(--ink-2);
  white-space: nowrap;
}
.time b {
  font-weight: 500;
  color: var(--ink);
}
.rows {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-width: 200px;
}
.rows p {
  margin: 0;
}
/* A desk with a long name leaves room for looking for something. */
.of {
  display: inline-block;
  max-width: 16ch;
  margin-inline-end: 0.35em;
  overflow: hidden;
  text-overflow: ellipsis;
  vertical-align: bottom;
}
@media (max-width: 900px) {
  .open-word {
    display: none;
  }
}
@media (max-width: 520px) {
  .of {
    display: none;
  }
}
</style>
